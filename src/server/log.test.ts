import { spawnSync } from 'node:child_process';

/** What a line of log looks like on standard output, in a process of its own. */
const logged = (code: string): Record<string, unknown> => {
  const done = spawnSync(
    process.execPath,
    ['--import', 'tsx', '--input-type=module', '-e', `const { log } = await import('./src/server/log.ts'); ${code}`],
    { encoding: 'utf8', env: { ...process.env, LOG_LEVEL: 'info' } },
  );
  return JSON.parse(done.stdout.trim() || `{"stderr":${JSON.stringify(done.stderr)}}`) as Record<string, unknown>;
};

test('fields that carry secrets are struck out wherever they are', () => {
  const line = logged(
    `log.info({ password: 'p1', a: { pin: 'p2', b: { token: 'p3' } }, customer: { contact: 'p4' }, email: 'p5', path: '/yard' }, 'x')`,
  );
  expect(JSON.stringify(line)).not.toMatch(/p[1-5]"/);
  expect(line).toMatchObject({ path: '/yard', password: '[struck out]' });
});

test('a failed query is logged without its text and what was typed into it', () => {
  const line = logged(
    `const cause = Object.assign(new Error('duplicate key'), { code: '23505', detail: 'Key (name)=(Private Person)' });
     log.error({ err: new Error('Failed query: insert into customers\\nparams: Private Person,call-me', { cause }) }, 'failed')`,
  );
  expect(line).toMatchObject({ err: { message: 'Failed query', cause: { message: 'duplicate key', code: '23505' } } });
  expect(JSON.stringify(line)).not.toMatch(/Private Person|call-me|insert into/);
});
