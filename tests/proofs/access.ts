// npm run prove:access: every page, route and action of the build against every role, against nobody and against
// somebody of another shop, over HTTP. What is denied changes no row.
import { ACTIONS, PAGES, ROUTES, whoMay, type ActionName, type Rule } from '@/server/access/rules';
import { actionsFound, pagesFound, routesFound } from '../support/found';
import { App, errorsLogged, PASSWORD, prepare, prove } from './support/app';
import { actionsBuilt, answerOf, Client } from './support/client';
import { differing, EVERYBODY, everybody, everyRow, jobId, type Who } from './support/people';

/** Actions that a form calls: what stands before the form, and what is in it. None of it would be accepted. */
const FORMS: Record<string, { before: (job: string) => unknown[]; fields: Record<string, string> }> = {
  signOff: { before: (job) => [job], fields: { kind: 'released', note: '', password: 'wrong' } },
  amendSheet: { before: (job) => [job], fields: { text: 'x', password: 'wrong' } },
  joinShop: { before: () => ['x'.repeat(43)], fields: { password: 'a', again: 'b' } },
};
const PLAIN_FORMS = [
  'saveLimit',
  'saveKit',
  'importJob',
  'signIn',
  'changeByPin',
  'setPin',
  'changePassword',
  'inviteMember',
];
/** These end sessions or only set a cookie; they are driven in the browser tests. */
const NOT_CALLED_SIGNED_IN = ['signOut', 'endOtherSessions'];
const NO_JOB = /There is no such job in this shop|is not signed yet|That link is revoked/;

const allowed = (rule: Rule, who: Who): boolean =>
  typeof rule === 'string'
    ? rule !== 'device'
    : who !== 'nobody' && rule.includes(who === 'another shop' ? 'owner' : who);

await prove('access', async (check) => {
  const ground = await prepare('access');
  const app = await App.on(ground, 4340);
  const { clients, db, end } = await everybody(ground, app.base);
  let walked = 0;
  const wrong: string[] = [];
  const expect = (what: string, got: unknown, ...wanted: unknown[]) => {
    walked++;
    if (!wanted.includes(got)) wrong.push(`${what}: got ${String(got)}, wanted ${wanted.join(' or ')}`);
  };
  try {
    const open = await jobId(db, 'HG-0144');
    const closed = await jobId(db, 'HG-0131');
    const rowsBefore = await everyRow(db);

    for (const page of pagesFound()) {
      const rule: Rule = PAGES[page as keyof typeof PAGES];
      const path = page.replace('[id]', open).replace('/[[...room]]', '/before').replace('[token]', 'x'.repeat(43));
      for (const who of EVERYBODY) {
        const response = await clients[who].ask(path);
        await response.arrayBuffer();
        const what = `page ${page}, ${who}`;
        if (page === '/') expect(what, response.status, who === 'nobody' ? 200 : 307);
        else if (typeof rule === 'string') expect(what, response.status, 200);
        else if (who === 'nobody') {
          expect(what, response.status, 307);
          expect(`${what}, leads to`, response.headers.get('location'), '/');
        } else if (page.includes('[id]') && who === 'another shop') expect(what, response.status, 404);
        else expect(what, response.status, allowed(rule, who) ? 200 : 403);
      }
    }

    for (const { name } of routesFound()) {
      const rule: Rule = ROUTES[name as keyof typeof ROUTES];
      const [method = '', path = ''] = name.split(' ');
      for (const who of EVERYBODY) {
        const response = await clients[who].ask(path.replace('[id]', closed).replace('[token]', 'x'.repeat(43)), {
          method,
          ...(method === 'POST' && { body: '{}', headers: { 'content-type': 'application/json' } }),
        });
        await response.arrayBuffer();
        const what = `route ${name}, ${who}`;
        if (rule === 'holder') expect(what, response.status, 404);
        else if (typeof rule === 'string') expect(what, response.status, 200);
        else if (who === 'nobody') expect(what, response.status, 401);
        else if (!allowed(rule, who)) expect(what, response.status, 403);
        else if (path.includes('[id]') && who === 'another shop') expect(what, response.status, 404);
        else expect(what, response.status, method === 'POST' ? 400 : 200);
      }
    }

    const built = new Set(actionsBuilt().map(({ name }) => name));
    for (const { name } of actionsFound()) {
      expect(`action ${name} is in the build`, built.has(name), true);
      const rule: Rule = ACTIONS[name as ActionName];
      for (const who of EVERYBODY) {
        if (NOT_CALLED_SIGNED_IN.includes(name) && who !== 'nobody') continue;
        const client = clients[who];
        const form = FORMS[name] ?? (PLAIN_FORMS.includes(name) ? { before: () => [], fields: { x: 'y' } } : null);
        const response = form
          ? await client.form(name, form.fields, form.before(open), open)
          : await client.action(name, [open, {}], { jobId: open });
        const what = `action ${name}, ${who}`;
        const answer = await answerOf(response);
        const message = answer?.message ?? '';
        const signedOut = message.startsWith('You are signed out.');
        const roleRefused = typeof rule !== 'string' && message === whoMay(name as ActionName);
        expect(`${what}, status`, response.status < 400, true);
        if (typeof rule === 'string') expect(what, signedOut || roleRefused, false);
        else if (who === 'nobody') expect(what, signedOut, true);
        else if (!allowed(rule, who)) expect(what, roleRefused, true);
        else {
          expect(what, signedOut || roleRefused, false);
          const ofJob = [
            'acceptStop',
            'amendSheet',
            'keepGeometry',
            'makeSheetLink',
            'openNextGate',
            'pinGeometry',
            'revokeSheetLink',
            'saveCustomerLanguage',
            'saveFitment',
            'savePlan',
            'savePlanPart',
            'signOff',
          ];
          // Whatever else may be wrong with what was sent, nobody of another shop gets as far as the job.
          if (who === 'another shop' && ofJob.includes(name) && answer?.ok !== false)
            wrong.push(`${what}: not refused`);
          if (who === 'another shop' && name === 'openNextGate') expect(what, NO_JOB.test(message), true);
        }
      }
    }
    // Behind TLS: the same build, told the address that people use.
    const address = 'https://gate.example';
    const tls = await App.on({ ...ground, env: { ...ground.env, HIGH_GATE_URL: address } }, 4350);
    const visitor = new Client(tls.base);
    const signed = await visitor.form('signIn', { email: 'runa@skarn.example', password: PASSWORD });
    const cookies = signed.headers.getSetCookie();
    const units = await visitor.action('setUnits', ['mm']);
    cookies.push(...units.headers.getSetCookie());
    expect('cookies set over TLS', cookies.length >= 3, true);
    for (const cookie of cookies)
      expect(
        `cookie ${cookie.split('=')[0]}`,
        /; Secure/i.test(cookie) && /; HttpOnly/i.test(cookie) && /; SameSite=lax/i.test(cookie),
        true,
      );
    const head = (await visitor.ask('/')).headers;
    expect('strict transport', head.get('strict-transport-security'), 'max-age=31536000');
    const posted = (origin: string) =>
      visitor.ask('/api/outbox', {
        method: 'POST',
        body: '{}',
        headers: { origin, 'content-type': 'application/json' },
      });
    expect('its public address is its own', (await posted(address)).status, 400, 401);
    expect('another is not', (await posted('https://gate.example.elsewhere.example')).status, 403);
    await tls.stop();

    const changed = differing(rowsBefore, await everyRow(db));
    // Everybody walks "open the next gate" with a job of their own shop; for whoever may, it opens.
    console.log(
      `${walked} expectations over ${pagesFound().length} pages, ${routesFound().length} routes and ${actionsFound().length} actions, for ${EVERYBODY.length} kinds of visitor; tables changed by what was allowed: ${changed.join(', ') || 'none'}`,
    );
    for (const each of wrong) console.log(`  ${each}`);
    check('everybody gets what the table says, and nobody more', wrong.length === 0);
    check(
      'nothing changed but what opening a gate changes',
      changed.every((table) => ['jobs', 'gate_openings'].includes(table)),
    );
    const errors = errorsLogged(ground);
    for (const error of errors.slice(0, 5)) console.log(`  in the log: ${JSON.stringify(error)}`);
    check('no error in the log', errors.length === 0);
    check('no crash', app.crashes === 0);
  } finally {
    await end();
    await app.stop();
    ground.cluster.stop();
  }
});
