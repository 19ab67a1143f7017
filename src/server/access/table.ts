import { ACTIONS, AGAIN, ENTRIES, PAGES, ROUTES, type Rule } from './rules';

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
  /^(acceptStop|answerLine|amendSheet|bandsOfLike|makeSheetLink|openNextGate|revokeSheetLink|savePlan|savePlanPart|sheetLinks|signOff)$/;

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
    '## What asks for the password again',
    '',
    'Acts on members, passwords, devices, and signing. They are refused to a sign-in that began by PIN, and every try is counted like a sign-in; a refusal and a lock-out are in “Who did what”. Each act stands in one of two lists in `rules.ts`, and a test finds one that stands in neither.',
    '',
    AGAIN.map((name) => `\`${name}\``).join(', '),
    '',
    '`fileOnWord` asks for a lead’s own e-mail and password: it may be given on somebody else’s tablet.',
    '',
    '## What is brought in',
    '',
    '`importJob` takes whoever may do by hand what the file does: readings, strikes and changes are the bay’s, a plan, tyres and a geometry too, a kit that the shop’s list lacks is the desk’s or a lead’s. Nothing that a file says somebody decided (an acceptance, a confirmation, a lead’s line, a gate opened, a signature) counts: it comes in as a remark. What comes in is open, never signed, frozen or released, and marked as brought in by whom, when and from what on every page, sheet, CSV and job file.',
    '',
    '## How long a sign-in lasts',
    '',
    'Twelve hours after it was last used. However much it is used: what the owner sets under Members, twelve hours on a tablet that several people use or after a PIN, a week on one’s own device, nowhere more than thirty days. A changed password ends the person’s PIN, open links for a new one, other sign-ins and what other devices know of them; a sign-in by password makes the device’s mark anew and ends the sign-in of whoever had the browser before.',
    '',
  ].join('\n');
