import 'server-only';
import { AWAY_MESSAGE, isAway } from '../away';
import { isBusy, isTooLong, isTooMany } from '../threads/pool';
import { log } from '../log';
import { foreign } from './foreign';
import { currentMember, type Member } from '../session';
import { mayEnter, ROUTES } from './rules';

export const BUSY_MESSAGE = 'Everything is busy just now. Nothing was changed; ask again in a moment.';
export const TOO_LONG_MESSAGE =
  'It takes longer than this server gives anybody’s work: a figure of this job is out of all proportion. Nothing was changed; look for it in the story.';
const say = (status: number, message: string, more: HeadersInit = {}) =>
  Response.json({ message }, { status, headers: { 'Cache-Control': 'no-store', ...more } });
export const sayNo = {
  signedOut: () => say(401, 'You are signed out. Sign in again.'),
  gone: (what: string) => say(404, what),
  say,
};

type Context<P> = { params: Promise<P> };

/** A route handler for whoever holds a secret address, or for anybody: what goes wrong becomes a plain answer. */
export const open =
  <P>(name: keyof typeof ROUTES, run: (request: Request, params: P) => Promise<Response>) =>
  async (request: Request, context: Context<P>): Promise<Response> => {
    const refused = foreign(request);
    if (refused) return say(403, refused);
    try {
      return await run(request, await context.params);
    } catch (error) {
      if (isTooMany(error))
        return say(429, 'Enough of these are being made for you already. Wait for one, then ask again.', {
          'Retry-After': '5',
        });
      if (isBusy(error)) return say(503, BUSY_MESSAGE, { 'Retry-After': '5' });
      if (isTooLong(error)) return say(503, TOO_LONG_MESSAGE);
      if (isAway(error)) return say(503, AWAY_MESSAGE, { 'Retry-After': '3' });
      log.error({ route: name, err: error }, 'route failed');
      return say(500, 'Something went wrong on our side. It is in the log.');
    }
  };

/** A route handler for signed-in people whose role may. Every route goes through here or {@link open}. */
export const guarded = <P>(
  name: keyof typeof ROUTES,
  run: (member: Member, request: Request, params: P) => Promise<Response>,
) =>
  open<P>(name, async (request, params) => {
    const member = await currentMember();
    if (!member) return sayNo.signedOut();
    if (!mayEnter(name, member.role)) return say(403, 'Your role does not do this.');
    return run(member, request, params);
  });
