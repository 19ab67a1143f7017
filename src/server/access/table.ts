import { ACTIONS, ENTRIES, PAGES, ROUTES, type Rule } from './rules';

const ROLES = ['technician', 'lead', 'front-desk', 'owner'] as const;

/** One line: each role, nobody signed in, and somebody of another shop. */
function line(name: string, rule: Rule, job: boolean): string {
  const open = typeof rule === 'string';
  const roles = ROLES.map((role) => (open || rule.includes(role) ? 'yes' : 'no'));
  const nobody =
    rule === 'anyone' ? 'yes' : rule === 'holder' ? 'with the address' : rule === 'device' ? 'on their device' : 'no';
  return `| \`${name}\` | ${[...roles, nobody, open ? nobody : job ? 'not found' : 'their own only'].join(' | ')} |`;
}

const table = (title: string, rules: Record<string, Rule>, job: (name: string) => boolean): string =>
  [
    `## ${title}`,
    '',
    `| | ${ROLES.join(' | ')} | nobody signed in | another shop |`,
    '| --- | --- | --- | --- | --- | --- | --- |',
    ...Object.entries(rules).map(([name, rule]) => line(name, rule, job(name))),
    '',
  ].join('\n');

const JOB_ACTIONS =
  /^(acceptStop|answerLine|amendSheet|makeSheetLink|openNextGate|revokeSheetLink|savePlan|sheetLinks|signOff)$/;

/** docs/access.md, made from the rules that the application itself asks. */
export const accessTable = (): string =>
  [
    '# Who may do what',
    '',
    'Made from `src/server/access/rules.ts` by `npm run access`; a test compares it, another finds every page, route and action in the code, and `npm run prove:access` walks all of it over HTTP.',
    '',
    'Whoever is not signed in is sent to the start page (pages), gets 401 (routes) or a refusal in words (actions). Another role gets 403, or a refusal. Another shop’s rows are not found: by query, and by row-level security in the database.',
    '',
    table('Pages', PAGES, (name) => name.includes('[id]')),
    table('Routes', ROUTES, (name) => name.includes('[id]')),
    table('Actions', ACTIONS, (name) => JOB_ACTIONS.test(name)),
    table('What is filed from a device (`POST /api/outbox`)', ENTRIES, () => true),
  ].join('\n');
