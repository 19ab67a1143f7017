import 'server-only';
import { unstable_rethrow } from 'next/navigation';
import { refuse, type ActionAnswer } from '../answer';
import { AWAY_MESSAGE, isAway, isRefusedByRule } from '../away';
import { log } from '../log';
import { isBusy, isTooLong } from '../threads/pool';
import { currentMember, noted, passwordRefusal, type Member } from '../session';
import { BUSY_MESSAGE, TOO_LONG_MESSAGE } from './guarded';
import { mayDo, whoMay, type ActionName, type AgainAction, type OnceAction } from './rules';

const SIGNED_OUT = 'You are signed out. Sign in again in another tab; what you typed is still here.';
const BY_PIN = 'You came by PIN. Sign in with your password for this: a PIN is for filing.';
const OUR_FAULT = 'Something went wrong on our side and nothing was changed. It is in the log; try again.';

/** Runs what needs no sign-in, and turns what goes wrong into an answer. */
export async function open<A>(name: ActionName, run: () => Promise<A>): Promise<A | ReturnType<typeof refuse>> {
  try {
    return await run();
  } catch (error) {
    // Redirects and the like are thrown by Next and must go on.
    unstable_rethrow(error);
    if (isBusy(error)) return refuse(BUSY_MESSAGE);
    if (isTooLong(error)) return refuse(TOO_LONG_MESSAGE);
    if (isAway(error)) {
      log.warn({ action: name }, 'database away');
      return refuse(AWAY_MESSAGE);
    }
    if (isRefusedByRule(error)) {
      log.warn({ action: name, err: error }, 'refused by the database');
      return refuse('The database refused that: something typed cannot be kept as text.');
    }
    log.error({ action: name, err: error }, 'action failed');
    return refuse(OUR_FAULT);
  }
}

/**
 * Runs a server action for whoever is signed in, if their role may. Every action goes through here, {@link sure} or
 * {@link open}; a test finds those that do not.
 */
export const act = <A extends ActionAnswer<object>>(
  name: OnceAction,
  run: (member: Member) => Promise<A>,
): Promise<A | ReturnType<typeof refuse>> => asMember(name, run);

/**
 * The same for what whoever finds a tablet lying must never do: the password is asked for again, and a sign-in by PIN
 * is refused.
 */
export const sure = <A extends ActionAnswer<object>>(
  name: AgainAction,
  password: unknown,
  run: (member: Member) => Promise<A>,
): Promise<A | ReturnType<typeof refuse>> =>
  asMember<A | ReturnType<typeof refuse>>(name, async (member) => {
    if (member.via !== 'password') {
      await noted(member, 'password refused', 'came by PIN');
      return refuse(BY_PIN);
    }
    return (await passwordRefusal(member, password)) ?? run(member);
  });

const asMember = <A extends ActionAnswer<object>>(
  name: ActionName,
  run: (member: Member) => Promise<A>,
): Promise<A | ReturnType<typeof refuse>> =>
  open<A | ReturnType<typeof refuse>>(name, async () => {
    const member = await currentMember();
    if (!member) return refuse(SIGNED_OUT);
    if (!mayDo(name, member.role)) return refuse(whoMay(name));
    return run(member);
  });
