import { METRIC_SHOP } from '@/core/kernel/units/quantity';
import { sql } from 'drizzle-orm';
import { bookJob, closeAll, jobOf, makePerson, makeShop, owner, withDatabase } from '../../../tests/support/shopDb';
import { inShop } from '../database';
import { signOff } from '../jobs/gatework';
import { amendSheet, makeSheetLink, revokeSheetLink, sheetLinksOf } from '../jobs/afterSigning';
import { sha256 } from '../jobs/freezing';
import type { Doer } from '../jobs/withJob';
import { clearAttempts, countAttempt, network } from './attempts';
import { invitationAt, takeUpInvitation } from './joining';
import { setNewPassword } from './own';
import { saveSignInLife } from './signInLife';
import {
  changeMember,
  endSessions,
  invite,
  openInvitations,
  passwordLink,
  peopleOf,
  revokeInvitation,
} from './membership';

test.each([
  ['192.0.2.7', '192.0.2.7'],
  ['::ffff:192.0.2.7', '192.0.2.7'],
  ['2001:db8::1', '2001:db8:0:0::/64'],
  ['2001:0DB8:0000:0000:ffff::1', '2001:db8:0:0::/64'],
  ['2001:db8:0:1::', '2001:db8:0:1::/64'],
  ['::ffff:1.2.3.4.5', 'unknown'],
  ['', 'unknown'],
])('an address counts by its network: %s', (address, wanted) => expect(network(address)).toBe(wanted));

const GOOD = { password: 'peat under the left spring', again: 'peat under the left spring' };

withDatabase('people of a shop', () => {
  let boss: Doer;
  let stranger: Doer;
  let address = 0;
  /** Every try from another address, so that the limits of one test do not stop the next. */
  const from = () => `198.51.100.${address++}`;
  const tokenOf = (path: string) => path.split('/').at(-1) ?? '';
  const invited = async (name: string, role = 'technician') => {
    const answer = await invite(boss, { name, email: `${name}-${Date.now()}@test.example`, role });
    if (!answer.ok) throw new Error(answer.message);
    return tokenOf(answer.path);
  };
  beforeAll(async () => {
    boss = await makePerson(await makeShop('People test'), 'Solvei', 'owner');
    stranger = await makePerson(await makeShop('Strangers'), 'Una', 'owner');
  });
  afterAll(closeAll);

  test('an invitation is taken up once, under the name and role it was made for', async () => {
    const token = await invited('Tove', 'lead');
    expect(await invitationAt(token)).toMatchObject({
      name: 'Tove',
      role: 'lead',
      shop_name: 'People test',
      kind: 'join',
    });
    expect(await takeUpInvitation(token, { password: 'short', again: 'short' }, from())).toMatchObject({
      errors: { password: expect.stringContaining('At least 12') },
    });
    expect(await takeUpInvitation(token, { ...GOOD, again: 'other' }, from())).toMatchObject({
      errors: { again: expect.any(String) },
    });
    const both = await Promise.all([takeUpInvitation(token, GOOD, from()), takeUpInvitation(token, GOOD, from())]);
    expect(both.filter((a) => a.ok)).toHaveLength(1);
    expect(await takeUpInvitation(token, GOOD, from())).toMatchObject({
      message: expect.stringContaining('used, revoked or is too old'),
    });
    expect((await peopleOf(boss)).filter((p) => p.name === 'Tove')).toMatchObject([{ role: 'lead', ended_at: null }]);
    expect(await peopleOf(stranger)).toHaveLength(1);
  });

  test('revoked, too old, mistyped: it opens nothing; another shop cannot revoke it', async () => {
    const token = await invited('Arn');
    const [open] = await openInvitations(boss);
    expect(await revokeInvitation(stranger, { invitation: open?.id })).toMatchObject({ ok: false });
    expect(await invitationAt(token)).not.toBeNull();
    expect(await revokeInvitation(boss, { invitation: open?.id })).toEqual({ ok: true });
    expect(await revokeInvitation(boss, { invitation: open?.id })).toMatchObject({ ok: false });
    expect(await invitationAt(token)).toBeNull();
    const late = await invited('Late');
    await owner().execute(sql`update invitations set expires_at = now() - interval '1 minute' where name = 'Late'`);
    expect(await invitationAt(late)).toBeNull();
    for (const bad of ['', 'x', 'x'.repeat(43), null, 7, "' or 1=1"]) expect(await invitationAt(bad)).toBeNull();
  });

  test('only the hash of a token is in the database', async () => {
    const token = await invited('Hash');
    const found = await owner().execute<{ n: number }>(
      sql`select count(*)::integer as n from invitations i where i::text like ${`%${token}%`}`,
    );
    expect(found.rows[0]?.n).toBe(0);
  });

  test('bad invitations are refused field by field', async () => {
    expect(await invite(boss, { name: '', email: 'no', role: 'king' })).toMatchObject({
      errors: { name: expect.any(String), email: expect.any(String), role: expect.any(String) },
    });
    const [someone] = await peopleOf(boss);
    expect(await invite(boss, { name: 'Twice', email: someone?.email, role: 'lead' })).toMatchObject({
      errors: { email: expect.any(String) },
    });
  });

  test('the last owner stays; a membership that ends ends its sessions; a password link starts anew', async () => {
    const id = boss.id;
    expect(await changeMember(boss, { member: id, role: 'lead' })).toMatchObject({
      message: expect.stringContaining('needs an owner'),
    });
    expect(await changeMember(boss, { member: id, ended: 'yes' })).toMatchObject({ ok: false });
    expect(await changeMember(boss, { member: stranger.id, ended: 'yes' })).toMatchObject({
      message: 'There is no such member in this shop.',
    });
    const tove = (await peopleOf(boss)).find((p) => p.name === 'Tove');
    const session = () =>
      owner().execute(
        sql`insert into session (id, token, expires_at, user_id) values (gen_random_uuid(), gen_random_uuid(), now() + interval '1 hour', ${tove?.user_id})`,
      );
    await session();
    await session();
    expect(await changeMember(boss, { member: tove?.id, ended: 'yes' })).toEqual({ ok: true });
    expect(await endSessions(tove?.user_id ?? '', { allBut: '' })).toBe(0);
    expect(await passwordLink(boss, { member: tove?.id })).toMatchObject({ ok: false });
    expect(await changeMember(boss, { member: tove?.id, ended: 'no', role: 'front-desk' })).toEqual({ ok: true });
    await session();
    const link = await passwordLink(boss, { member: tove?.id });
    if (!link.ok) throw new Error(link.message);
    expect(await takeUpInvitation(tokenOf(link.path), GOOD, from())).toEqual({ ok: true });
    expect(await endSessions(tove?.user_id ?? '', { allBut: '' })).toBe(0);
    const told = await inShop(boss.shop.id, (tx) =>
      tx.execute<{ what: string }>(sql`select what from audit order by id`),
    );
    expect(told.rows.map((r) => r.what)).toEqual(
      expect.arrayContaining([
        'invited',
        'joined',
        'invitation revoked',
        'member ended',
        'member back',
        'role changed',
        'new password',
      ]),
    );
  });

  test('who left one shop joins another with their own password; taken back meanwhile they are not', async () => {
    const token = await invited('Wanderer');
    expect(await takeUpInvitation(token, GOOD, from())).toEqual({ ok: true });
    const them = (await peopleOf(boss)).find((p) => p.name === 'Wanderer');
    const there = await invite(stranger, { name: 'W', email: them?.email, role: 'lead' });
    if (!there.ok) throw new Error(there.message);
    const link = tokenOf(there.path);
    // Still working here they are nobody else's to take.
    expect((await invitationAt(link))?.known).toBeNull();
    expect(await takeUpInvitation(link, GOOD, from())).toMatchObject({
      message: expect.stringContaining('account already'),
    });
    await owner().execute(sql`insert into pins (user_id, hash) values (${them?.user_id}, 'x')`);
    await owner().execute(sql`insert into device_people (device_hash, user_id) values ('d', ${them?.user_id})`);
    expect(await changeMember(boss, { member: them?.id, ended: 'yes' })).toEqual({ ok: true });
    const left = await owner().execute<{ n: number }>(
      sql`select ((select count(*) from pins where user_id = ${them?.user_id}) + (select count(*) from device_people where user_id = ${them?.user_id}))::int as n`,
    );
    expect(left.rows[0]?.n).toBe(0);
    // Whoever holds the link chooses no password for an account that is there: its own lets them in, with tries counted.
    expect((await invitationAt(link))?.known).toBe(them?.user_id);
    const mine = { password: 'another fine long password', again: 'another fine long password' };
    expect(await takeUpInvitation(link, mine, from())).toMatchObject({ errors: { password: expect.any(String) } });
    expect(await takeUpInvitation(link, GOOD, from())).toEqual({ ok: true });
    expect((await peopleOf(stranger)).find((p) => p.user_id === them?.user_id)).toMatchObject({
      role: 'lead',
      ended_at: null,
    });
    expect(await changeMember(boss, { member: them?.id, ended: 'no' })).toMatchObject({
      message: 'They work for another shop now.',
    });
    expect(
      await changeMember(stranger, {
        member: (await peopleOf(stranger)).find((p) => p.user_id === them?.user_id)?.id,
        ended: 'yes',
      }),
    ).toEqual({ ok: true });
    // And back again, by an invitation or by being taken back.
    expect(await changeMember(boss, { member: them?.id, ended: 'no' })).toEqual({ ok: true });
  });

  test('no link for oneself; a sign-in ends by the shop’s time, sooner on a shared tablet or by PIN', async () => {
    expect(await passwordLink(boss, { member: boss.id })).toMatchObject({
      message: expect.stringContaining('No link for yourself'),
    });
    const { userId } = boss as Doer & { userId: string };
    const made = async (via: string, device: string, hours: number) => {
      const id = crypto.randomUUID();
      await owner().execute(
        sql`insert into session (id, token, expires_at, user_id, via, device_hash, created_at) values (${id}, ${id}, now() + interval '12 hours', ${userId}, ${via}, ${device}, now() - make_interval(hours => ${hours}))`,
      );
      const found = await owner().execute<{ n: number }>(sql`select count(*)::int as n from door_session(${id})`);
      return found.rows[0]?.n === 1;
    };
    const device = `own ${Date.now()}`;
    const known = (who: string, on: string) =>
      owner().execute(sql`insert into device_people (device_hash, user_id) values (${on}, ${who})`);
    await known(userId, device);
    expect([await made('password', device, 11), await made('password', device, 100)]).toEqual([true, true]);
    expect([await made('password', device, 169), await made('pin', device, 13)]).toEqual([false, false]);
    const shared = `shared ${Date.now()}`;
    await known(userId, shared);
    await known((stranger as Doer & { userId: string }).userId, shared);
    expect([await made('password', shared, 11), await made('password', shared, 13)]).toEqual([true, false]);
    expect(await saveSignInLife(boss, { sharedHours: '24', ownHours: '721', awayMinutes: '15' })).toMatchObject({
      errors: { ownHours: expect.stringContaining('at most 720') },
    });
    expect(await saveSignInLife(boss, { sharedHours: '24', ownHours: '720', awayMinutes: '15' })).toEqual({ ok: true });
    expect([await made('password', shared, 23), await made('password', device, 700)]).toEqual([true, true]);
    expect([await made('password', shared, 25), await made('password', device, 721)]).toEqual([false, false]);
    await expect(owner().execute(sql`update shops set own_hours = 721 where id = ${boss.shop.id}`)).rejects.toThrow();
  });

  test('a changed password ends PIN, links, other devices and other sign-ins', async () => {
    const ada = await makePerson(boss.shop.id, 'Ada', 'lead');
    const [here, there] = [crypto.randomUUID(), crypto.randomUUID()];
    for (const [id, device] of [
      [here, 'ada here'],
      [there, 'ada there'],
    ])
      await owner().execute(
        sql`insert into session (id, token, expires_at, user_id, via, device_hash) values (${id}, ${id}, now() + interval '1 hour', ${ada.userId}, 'password', ${device})`,
      );
    for (const device of ['ada here', 'ada there'])
      await owner().execute(sql`insert into device_people (device_hash, user_id) values (${device}, ${ada.userId})`);
    await owner().execute(sql`insert into pins (user_id, hash) values (${ada.userId}, 'x')`);
    const link = await passwordLink(boss, { member: ada.id });
    if (!link.ok) throw new Error(link.message);
    const person = { ...ada, sessionId: here, shop: { id: boss.shop.id, name: 'People test' } };
    expect(await setNewPassword(person, 'short')).toMatchObject({ ok: false });
    expect(await invitationAt(tokenOf(link.path))).not.toBeNull();
    expect(await setNewPassword(person, 'tape, chalk and a gate arm')).toEqual({ ok: true });
    const left = await owner().execute<{ sessions: string; devices: string; pins: number }>(sql`
      select (select string_agg(id, ',') from session where user_id = ${ada.userId}) as sessions,
        (select string_agg(device_hash, ',') from device_people where user_id = ${ada.userId}) as devices,
        (select count(*)::int from pins where user_id = ${ada.userId}) as pins`);
    expect(left.rows[0]).toEqual({ sessions: here, devices: 'ada here', pins: 0 });
    expect(await invitationAt(tokenOf(link.path))).toBeNull();
  });

  test('sign-in tries: eight an account and place, forty an address, many at once counted too', async () => {
    const who = `guess-${Date.now()}@test.example`;
    const away = (address: string) => ({ address, device: null, here: false });
    const tries = await Promise.all(Array.from({ length: 20 }, () => countAttempt(who, away(from()))));
    expect(tries.filter((t) => 'keys' in t)).toHaveLength(8);
    expect(tries.find((t) => 'wait' in t)).toMatchObject({ wait: expect.any(Number) });
    // The person's own tablet is not locked by whoever guesses elsewhere; a good sign-in clears it.
    const tablet = { address: from(), device: `tablet of ${who}`, here: true };
    const own = await countAttempt(who, tablet);
    if (!('keys' in own)) throw new Error('locked out of the own tablet');
    await clearAttempts(own);
    const place = `203.0.113.${Date.now() % 200}`;
    const many = await Promise.all(Array.from({ length: 60 }, (_, i) => countAttempt(`a${i}${who}`, away(place))));
    expect(many.filter((t) => 'keys' in t)).toHaveLength(40);
    // A tablet that is known goes by no address: the wifi that it shares may be full of wrong tries.
    expect(await countAttempt(`known${who}`, { ...tablet, address: place })).toHaveProperty('keys');
    // Its own limit it has all the same, whoever's password is tried on it.
    const onOne = { address: place, device: `one ${who}`, here: false };
    const device = await Promise.all(Array.from({ length: 40 }, (_, i) => countAttempt(`c${i}${who}`, onOne)));
    expect(device.filter((t) => 'keys' in t)).toHaveLength(24);
    // Addresses of one IPv6 network are one, however they are written.
    const net = `2001:db8:${(Date.now() % 9000) + 1000}:1`;
    const written = [(i: number) => `${net}::${i}`, (i: number) => `${net.toUpperCase()}:0:0:0:${i}`];
    const six = await Promise.all(
      Array.from({ length: 45 }, (_, i) => countAttempt(`b${i}${who}`, away(written[i % 2]?.(i) ?? ''))),
    );
    expect(six.filter((t) => 'keys' in t)).toHaveLength(40);
    await owner().execute(sql`update attempts set at = at - interval '16 minutes'`);
    expect(await countAttempt(who, away(from()))).toHaveProperty('keys');
  });

  test('a signed sheet is frozen with its hash; an amendment points to it; a link opens and stops opening', async () => {
    const job = await bookJob(boss);
    expect(await amendSheet(boss, job, { text: 'x' }, METRIC_SHOP)).toMatchObject({
      message: expect.stringContaining('not signed yet'),
    });
    expect(await makeSheetLink(boss, job, { days: 7 })).toMatchObject({
      message: expect.stringContaining('Only a signed sheet'),
    });
    expect(await signOff(boss, job, { kind: 'left-unreleased', note: 'waits for a hose' })).toEqual({ ok: true });
    const kept = async () =>
      (
        await owner().execute<{ sheet: string; sha256: string; core_version: string }>(
          sql`select sheet, sha256, core_version from signed_sheets where job_id = ${job}`,
        )
      ).rows[0];
    const signed = await kept();
    expect(sha256(signed?.sheet ?? '')).toBe(signed?.sha256);
    expect(JSON.parse(signed?.sheet ?? '{}')).toMatchObject({ coreVersion: signed?.core_version, shop: 'People test' });
    expect(await amendSheet(boss, job, { text: ' ' }, METRIC_SHOP)).toMatchObject({ ok: false });
    await amendSheet(boss, job, { text: 'The hose is the rear one.' }, METRIC_SHOP);
    await amendSheet(boss, job, { text: 'And it came on Friday.' }, METRIC_SHOP);
    const rows = await owner().execute<{ amends: string; sha256: string; content: string }>(
      sql`select amends, sha256, content from amendments where job_id = ${job} order by ordinal`,
    );
    expect(rows.rows.map((r) => r.amends)).toEqual([signed?.sha256, rows.rows[0]?.sha256]);
    for (const row of rows.rows) expect(sha256(row.content)).toBe(row.sha256);
    // Figures of an alignment that came later: what is wrong is named by its box, what is unlikely is asked about.
    const later = (boxes: Record<string, string>) =>
      amendSheet(boss, job, { text: '', by: 'Kvern bench', on: '2026-11-01', ...boxes }, METRIC_SHOP);
    expect(await later({ 'camber.FL': 'plumb' })).toMatchObject({ errors: { 'camber.FL': expect.any(String) } });
    expect(await later({ 'toe.FL': '2.5' })).toMatchObject({ errors: { sure: 'confirm' } });
    expect(await later({})).toMatchObject({ errors: { 'camber.FL': 'nothing was typed' } });
    expect(await later({ 'camber.FL': '-0.4', by: '' })).toMatchObject({ errors: { by: expect.any(String) } });
    expect(await later({ 'camber.FL': '-0.4', on: '2999-01-01' })).toMatchObject({
      errors: { on: expect.any(String) },
    });
    expect(await later({ 'camber.FL': '-0°24′', 'camber.FR': '0.3' })).toEqual({ ok: true });
    const [brought] = (
      await owner().execute<{ text: string; content: string; sha256: string; amends: string }>(
        sql`select text, content, sha256, amends from amendments where job_id = ${job} and ordinal = 3`,
      )
    ).rows;
    expect(brought?.amends).toBe(rows.rows[1]?.sha256);
    expect(sha256(brought?.content ?? '')).toBe(brought?.sha256);
    expect(brought?.text).toContain(
      'camber, front left −0.40° (not read when signed); camber, front right +0.30° (not read when signed)',
    );
    expect(brought?.text).toContain('Cross camber, front axle: 0.70° more on the right: Watch');
    expect(JSON.parse(brought?.content ?? '{}')).toMatchObject({
      alignment: {
        by: 'Kvern bench',
        figures: [
          { place: 'FL', value: -0.4 },
          { place: 'FR', value: 0.3 },
        ],
      },
    });
    expect(await kept()).toEqual(signed);
    expect((await jobOf(boss, job))?.signOffs).toHaveLength(1);

    const made = await makeSheetLink(boss, job, { days: 7 });
    if (!made.ok) throw new Error(made.message);
    const opens = async () =>
      (
        await owner().execute<{ job_id: string }>(
          sql`select job_id from door_sheet_link(encode(sha256(${tokenOf(made.path)}::bytea), 'hex'))`,
        )
      ).rows;
    expect(await opens()).toEqual([{ job_id: job }]);
    const [link] = await sheetLinksOf(boss, job);
    expect(link).toMatchObject({ opened: 1, revoked: false });
    expect(await sheetLinksOf(stranger, job)).toEqual([]);
    expect(await revokeSheetLink(stranger, job, { link: link?.id })).toMatchObject({ ok: false });
    expect(await opens()).toHaveLength(1);
    expect(await revokeSheetLink(boss, job, { link: link?.id })).toEqual({ ok: true });
    expect(await opens()).toEqual([]);
  });
});
