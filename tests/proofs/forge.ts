// npm run prove:forge: over HTTP, against the build: a release out of a file, an owner out of a PIN, a reading out of the
// past, a way in after it was shut, a restore that runs what a file says. Each is tried, and counted.
import { createHash, randomUUID } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { demoJobs } from '../../scripts/demo/jobs';
import { AGAIN, type AgainAction } from '@/server/access/rules';
import { entry, reading } from '../support/entries';
import { App, logged, PASSWORD, prepare, prove, wait } from './support/app';
import { answerOf, Client } from './support/client';
import { differing, everybody, everyRow, jobId } from './support/people';

await prove('forge', async (check) => {
  const ground = await prepare('forge');
  const app = await App.on(ground, 4580);
  const { clients, db, end } = await everybody(ground, app.base);
  const one = async <T extends Record<string, unknown>>(query: ReturnType<typeof sql>): Promise<T> =>
    (await db.execute<T>(query)).rows[0] as T;
  const signed = () =>
    one<{ signs: number; frozen: number; closed: number }>(
      sql`select (select count(*) from sign_offs)::int as signs, (select count(*) from signed_sheets)::int as frozen, (select count(*) from jobs where state <> 'open')::int as closed`,
    );
  const bringIn = async (who: Client, job: unknown) => {
    const file = new File([JSON.stringify(job)], 'forged.json', { type: 'application/json' });
    return who.form('importJob', { file });
  };
  try {
    // 1 and 2: files.
    const released = demoJobs().find((j) => j.job.state === 'released');
    if (!released) throw new Error('no released demo job');
    const was = await signed();
    const forgeries: [string, unknown][] = [
      ['as it was signed', released],
      ['without its After readings', { ...released, readings: released.readings.filter((r) => r.gate === 'before') }],
      [
        'signed by the owner',
        { ...released, signOffs: [{ kind: 'released', by: 'Solvei', at: new Date().toISOString(), note: '' }] },
      ],
      ['released without a signature', { ...released, signOffs: [] }],
      ['signed twice', { ...released, signOffs: [...released.signOffs, ...released.signOffs] }],
      ['signed, and said to be open', { ...released, job: { ...released.job, state: 'open' } }],
    ];
    for (const [, job] of forgeries) await (await bringIn(clients.lead, job)).arrayBuffer();
    const is = await signed();
    const came = await one<{ n: number; open: number }>(
      sql`select count(*)::int as n, count(*) filter (where state = 'open')::int as open from jobs where brought_in is not null`,
    );
    console.log(
      `${forgeries.length} forged files: ${came.n} came in, ${came.open} of them open; signatures ${was.signs} before, ${is.signs} after, frozen ${was.frozen} and ${is.frozen}, closed ${was.closed} and ${is.closed}`,
    );
    check('no file makes a signature, a frozen sheet or a closed job', JSON.stringify(was) === JSON.stringify(is));
    check('what came in is open', came.n > 0 && came.n === came.open);
    const desk = await answerOf(await bringIn(clients['front-desk'], released));
    check('the front desk brings no readings in', desk?.message?.includes('carries readings') === true);
    const typed = {
      ...released,
      readings: released.readings.map((r) =>
        r.answer === 'measured' && r.unit === 'mm' ? { ...r, text: '3 1/2' } : r,
      ),
    };
    check(
      'what was typed and its value are the same',
      (await answerOf(await bringIn(clients.lead, typed)))?.ok === false,
    );

    // 3: a PIN is no owner.
    const tablet = new Client(app.base);
    await tablet.signIn('solvei@skarn.example', PASSWORD);
    const pinSet = await answerOf(await tablet.form('setPin', { pin: '284913', password: PASSWORD }));
    const owner = await one<{ id: string; user_id: string }>(
      sql`select id, user_id from members where name = 'Solvei'`,
    );
    await (await tablet.form('changeByPin', { person: owner.user_id, pin: '284913' })).arrayBuffer();
    const closed = await jobId(db, 'HG-0131');
    const open = await jobId(db, 'HG-0139');
    const asked: Record<AgainAction, { before: unknown[]; fields: Record<string, string> } | unknown[]> = {
      amendSheet: { before: [closed], fields: { text: 'x', password: PASSWORD } },
      changeMember: [{ member: owner.id, role: 'owner', password: PASSWORD }],
      changePassword: { before: [], fields: { password: PASSWORD, next: 'peat under the left spring' } },
      dropPin: [{ password: PASSWORD }],
      endOtherSessions: [{ password: PASSWORD }],
      endSession: [{ session: 'x', password: PASSWORD }],
      forgetDevice: [{ device: 'a'.repeat(64), password: PASSWORD }],
      inviteMember: { before: [], fields: { name: 'X', email: 'x@x.example', role: 'owner', password: PASSWORD } },
      makePasswordLink: [{ member: owner.id, password: PASSWORD }],
      revokeInvitation: [{ invitation: randomUUID(), password: PASSWORD }],
      saveFitSettings: { before: [], fields: { compliance: '40 mm', password: PASSWORD } },
      saveLimit: {
        before: [],
        fields: { figure: 'leftRight', clear: '1/8', stop: '1/2', source: 'x', password: PASSWORD },
      },
      saveSignInLife: {
        before: [],
        fields: { sharedHours: '700', ownHours: '700', awayMinutes: '5', password: PASSWORD },
      },
      setPin: { before: [], fields: { pin: '284914', password: PASSWORD } },
      signOff: { before: [open], fields: { kind: 'left-unreleased', note: 'x', password: PASSWORD } },
    };
    const rows = await everyRow(db);
    const call = async (who: Client, name: AgainAction, spoil = '') => {
      const how = asked[name];
      const spoilt = <T>(value: T): T => JSON.parse(JSON.stringify(value).replaceAll(PASSWORD, PASSWORD + spoil)) as T;
      const response = Array.isArray(how)
        ? await who.action(name, spoilt(how), { jobId: open })
        : await who.form(name, spoilt(how.fields), how.before, open);
      return (await answerOf(response))?.message ?? '';
    };
    let byPin = 0;
    let wrong = 0;
    for (const name of AGAIN) if ((await call(tablet, name)).startsWith('You came by PIN')) byPin++;
    // By password, with a wrong one, as the owner and once by the lead: the same.
    await db.execute(sql`delete from attempts`);
    for (const name of AGAIN) {
      if ((await call(clients.owner, name, 'x')) === 'That is not your password.') wrong++;
      await db.execute(sql`delete from attempts`);
    }
    const changed = differing(rows, await everyRow(db));
    console.log(
      `${AGAIN.length} acts that ask again: ${byPin} refused to a PIN, ${wrong} to a wrong password; tables changed: ${changed.join(', ') || 'none'}`,
    );
    check('a PIN was set and took the tablet', pinSet?.ok === true);
    check(
      'none is done by PIN, none with a wrong password',
      byPin === AGAIN.length && wrong === AGAIN.length && changed.length === 0,
    );
    const self = await answerOf(
      await clients.owner.action('makePasswordLink', [{ member: owner.id, password: PASSWORD }], { jobId: open }),
    );
    check('no link for oneself', self?.message?.startsWith('No link for yourself') === true);
    const told = await one<{ n: number }>(sql`select count(*)::int as n from audit where what = 'password refused'`);
    check('each refusal is in the audit', told.n >= byPin + wrong);

    // 4: a reading out of the past.
    const built = await jobId(db, 'HG-0143');
    await db.execute(sql`
      insert into gate_openings (shop_id, job_id, gate, by, by_name, at)
      select m.shop_id, ${built}, g.gate::gate_name, m.id, 'Ivo', now() - g.ago::interval from members m,
        (values ('before', '3 hours'), ('plan', '2 hours'), ('build', '1 hour')) g(gate, ago) where m.name = 'Ivo' on conflict do nothing`);
    const runa = await one<{ id: string }>(sql`select id from members where name = 'Runa'`);
    const ago = (hours: number) => new Date(Date.now() - hours * 3_600_000).toISOString();
    const snapshot = (await (await clients.technician.ask(`/api/jobs/${built}`)).json()) as { mark?: string };
    const late = (mark: string | null, at = ago(2.5)) => ({
      ...entry(built, 'reading', reading({ text: '18 1/2' }), { at }),
      mark,
    });
    const [stamp = '', seal = ''] = (snapshot.mark ?? '').split('~');
    const marks = [
      null,
      snapshot.mark ?? '',
      `${ago(2.8)}~${seal}`,
      `${stamp}~${'A'.repeat(seal.length)}`,
      '~',
      'x'.repeat(200),
    ];
    const sentAt = (shift: number) => new Date(Date.now() + shift).toISOString();
    let filedLate = 0;
    for (const shift of [0, 4 * 3_600_000, -4 * 3_600_000])
      for (const mark of marks) {
        // With a clock that is said to be off the time is put right first: what is meant is the same moment.
        const at = new Date(Date.parse(ago(2.5)) + shift).toISOString();
        const response = await clients.technician.ask('/api/outbox', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ member: runa.id, sentAt: sentAt(shift), entries: [late(mark, at)] }),
        });
        const body = (await response.json()) as { outcomes?: { state: string }[] };
        if (body.outcomes?.[0]?.state !== 'refused') filedLate++;
      }
    console.log(
      `${3 * marks.length} readings dated before the build, with ${marks.length} kinds of mark and three clocks: ${filedLate} taken`,
    );
    check('none is taken on what a device says of itself', snapshot.mark !== undefined && filedLate === 0);

    // 4b: times to come, a change out of the past, limits and bands to nonsense.
    const ahead = {
      ...released,
      readings: released.readings.map((r) => (r.gate === 'after' ? { ...r, takenAt: '2099-01-01T00:00:00Z' } : r)),
    };
    const dated = await answerOf(await bringIn(clients.technician, ahead));
    const file = async (entries: unknown[]) => {
      const response = await clients.technician.ask('/api/outbox', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ member: runa.id, sentAt: new Date().toISOString(), entries }),
      });
      return ((await response.json()) as { outcomes?: { state: string }[] }).outcomes ?? [];
    };
    const past = [
      {
        ...entry(built, 'change', { kind: 'brake-hose', what: 'out of the past' }, { at: ago(2.5) }),
        mark: snapshot.mark,
      },
      { ...entry(built, 'change', { kind: 'brake-hose', what: 'out of the past' }, { at: ago(2.5) }), mark: null },
    ];
    const filedPast = (await file(past)).filter((o) => o.state === 'filed').length;
    const standing = await one<{ n: number }>(sql`
      select count(*)::int as n from readings r where r.job_id = ${built} and exists (
        select 1 from changes c where c.job_id = r.job_id and c.what = 'out of the past' and c.at < r.taken_at)`);
    const wide = { of: 'front-camber', low: -30, high: 30, datum: 'hub-to-lip', source: 'my own' };
    const [band] = await file([entry(built, 'entry', { kind: 'alignment-band', fields: wide })]);
    const limits: Record<string, string>[] = [
      { figure: 'tyreToHose', clear: '-900 mm', stop: '-901 mm' },
      { figure: 'hoseSlack', clear: '10 mm', stop: '5 mm' },
      { figure: 'wheelToCalliper', clear: '3 mm', stop: '-900 mm' },
      { figure: 'tyreToBody', clear: '-900 mm', stop: '-901 mm' },
      { figure: 'crossCamber', clear: '30', stop: '40' },
    ];
    let taken = 0;
    for (const limit of limits) {
      const answer = await answerOf(
        await clients.lead.form('saveLimit', { ...limit, source: 'x', password: PASSWORD }),
      );
      if (answer?.ok !== false) taken++;
    }
    console.log(
      `a file of 2099: ${dated?.message?.slice(0, 60) ?? ''}; ${filedPast} changes said to be hours old, ${standing.n} readings left standing by them; a band of 60°: ${band?.state ?? ''}; ${taken} of ${limits.length} limits to nonsense taken`,
    );
    check('nothing dated ahead comes in', dated?.ok === false);
    check('a change out of the past leaves no reading standing', filedPast === 2 && standing.n === 0);
    check('nobody widens a band or a limit to nonsense', band?.state === 'refused' && taken === 0);

    // 5: ways in that were shut.
    const lives = async (who: Client) => (await who.ask('/api/jobs/' + open)).status === 200;
    const elsewhere = new Client(app.base);
    await elsewhere.signIn('solvei@skarn.example', PASSWORD);
    const link = await answerOf(
      await clients['another shop'].action('makePasswordLink', [{ member: owner.id, password: PASSWORD }], {
        jobId: open,
      }),
    );
    await db.execute(sql`
      insert into invitations (shop_id, token_hash, kind, name, email, role, member_id, by_name, expires_at)
      select shop_id, ${createHash('sha256').update('t'.repeat(43)).digest('hex')}, 'password', name, 'solvei@skarn.example', role, id, 'x', now() + interval '1 day' from members where name = 'Solvei'`);
    const before = [await lives(tablet), await lives(elsewhere), await lives(clients.owner)];
    const next = 'peat under the left spring';
    const changedPassword = await answerOf(await clients.owner.form('changePassword', { password: PASSWORD, next }));
    const after = [await lives(tablet), await lives(elsewhere), await lives(clients.owner)];
    const opens = await (await clients.nobody.ask(`/join/${'t'.repeat(43)}`)).text();
    await (await tablet.form('changeByPin', { person: owner.user_id, pin: '284913' })).arrayBuffer();
    console.log(
      `a password changed: of ${before.filter(Boolean).length} sign-ins ${after.filter(Boolean).length} is left; another shop's link for them: ${link?.message ?? ''}`,
    );
    check(
      'a changed password ends the others, and keeps the one in hand',
      changedPassword?.ok === true && before.every(Boolean) && after.join() === 'false,false,true',
    );
    check('and the PIN, and open links', !(await lives(tablet)) && opens.includes('opens nothing any more'));
    const shared = new Client(app.base);
    await shared.signIn('runa@skarn.example', PASSWORD);
    const old = new Map(shared.cookies);
    await shared.signIn('ivo@skarn.example', PASSWORD);
    const replaced = new Client(app.base);
    for (const [k, v] of old) replaced.cookies.set(k, v);
    check('whoever had the browser before is signed out', !(await lives(replaced)) && (await lives(shared)));
    check('the device’s mark is made anew', old.get('hg-device') !== shared.cookies.get('hg-device'));
    await db.execute(
      sql`update session set created_at = now() - interval '13 hours' where user_id in (select user_id from members where name = 'Ivo')`,
    );
    check('past its absolute life a sign-in on a shared tablet is nobody’s', !(await lives(shared)));

    // 8: the application's own role makes no table of its own.
    const temp = spawnSync(
      process.execPath,
      [
        '-e',
        `const pg=require('pg');const c=new pg.Client(process.argv[1]);c.connect().then(()=>c.query('create temp table jobs(a int)')).then(()=>{console.log('made');process.exit()},(e)=>{console.log(e.code);process.exit()})`,
        ground.env.DATABASE_APP_URL ?? '',
      ],
      { encoding: 'utf8' },
    );
    check('no temporary table passes for a real one', temp.stdout.trim() === '42501');

    // 7: a backup that says more than data.
    const folder = mkdtempSync(path.join(os.tmpdir(), 'high-gate-forge-'));
    const evil = path.join(folder, 'evil.backup');
    writeFileSync(
      evil,
      `${JSON.stringify({ format: 'high-gate/backup', version: 2, made: '', migrations: [] })}\n{"table":"x; create role evil superuser","columns":[]}\n\\.\n`,
    );
    await db.execute(sql.raw('create database forge_copy'));
    const at = new URL(ground.ownerUrl);
    at.pathname = '/forge_copy';
    const restored = spawnSync(process.execPath, ['scripts/restore.mjs', evil], {
      encoding: 'utf8',
      timeout: 60_000,
      env: { ...ground.env, DATABASE_URL: at.toString() },
    });
    const roles = await one<{ n: number }>(sql`select count(*)::int as n from pg_roles where rolname = 'evil'`);
    check('a restore runs nothing of what a file says', restored.status === 1 && roles.n === 0);

    // 15: what opens something never stands in a log, on either stream, also where the page fails.
    const token = `secret-${'k'.repeat(36)}`;
    ground.cluster.kill();
    const failed = [
      (await clients.nobody.ask(`/join/${token}`)).status,
      (await clients.nobody.ask(`/sheet/${token}`)).status,
      (await clients.owner.ask('/yard')).status,
    ];
    await wait(300);
    console.log(
      `pages without a database: ${failed.join(', ')}; ${logged(ground).split('\n').length} lines on both streams`,
    );
    check(
      'pages answer 503 without a database',
      failed.every((s) => s === 503),
    );
    check('no token stands on either stream', !logged(ground).includes(token));
    check('no crash', app.crashes === 0);
  } finally {
    await end().catch(() => {});
    await app.stop();
    ground.cluster.stop();
  }
});
