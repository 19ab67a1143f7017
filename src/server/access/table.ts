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

const ROLE_WORDS: readonly (readonly [Rule, string])[] = [
  [ENTRIES.reading, 'technician, lead, owner'],
  [ACTIONS.saveLimit, 'lead, owner'],
];
const who = (rule: Rule): string =>
  ROLE_WORDS.find(([known]) => JSON.stringify(known) === JSON.stringify(rule))?.[1] ?? String(rule);

/** What turns a verdict, who may do it, and what keeps it from clearing a fault. */
const TURNS: readonly (readonly [what: string, who: Rule, held: string])[] = [
  [
    'a reading',
    ENTRIES.reading,
    'dated by the server; before a gate that has opened only on its own mark, which serves until five minutes after the job was fetched behind that gate, or on a lead’s word; a fault filed after what was found good stands above it; unlikely ones clear nothing safety-critical until confirmed',
  ],
  [
    'a strike',
    ENTRIES.strike,
    'with its reason; a Stop that was read stays until it is read again; counts after what is on the job',
  ],
  [
    'a change',
    ENTRIES.change,
    'counts from its time and never before anything on the job by then: a reading that was filed before it goes stale',
  ],
  ['an unlikely reading confirmed', ENTRIES.confirm, 'names who'],
  [
    'the maker’s band, a lead for the road’s crown',
    ENTRIES.entry,
    'within what a maker can ask for; filed or changed after its figure was read, or out of a file, it clears nothing until a lead has compared it (`bands-seen`)',
  ],
  [
    'no such part, told wrong, asked and not fitted, nothing done',
    ACTIONS.answerLine,
    'a lead’s words; out of a file they count for nothing',
  ],
  [
    'geometry kept or pinned',
    ACTIONS.keepGeometry,
    'as it came until the build begins, as built from then on; hubs within 150 and 80 mm; where the tape has less room than it, nothing safety-critical clears by it',
  ],
  ['plan, tyre tried', ACTIONS.savePlan, 'judges the plan, never the vehicle as it stands'],
  [
    'a limit',
    ACTIONS.saveLimit,
    'password asked again, refused to a PIN; within what a vehicle can be judged by; a safety limit and its rule never looser than published; printed on the record where it differs; a signature stands on the limits that it was worked with',
  ],
  [
    'grades of fit',
    ACTIONS.saveFitSettings,
    'password asked again, refused to a PIN; the wheel’s give, which hoses and arms are judged by too, never less than published',
  ],
  ['a Stop accepted', ACTIONS.acceptStop, 'never a safety-critical one; with its figure and reason, printed'],
  ['a lead’s line', ACTIONS.answerLine, 'what is judged by readings is not answered for; taken back by a later change'],
  ['a job file', ACTIONS.importJob, 'nothing in it dated ahead; see above'],
];
const turning = (): string[] => [
  '| what | who | what holds it |',
  '| --- | --- | --- |',
  ...TURNS.map(
    ([what, rule, held]) =>
      `| ${what} | ${what === 'a job file' ? 'whoever may do by hand what it does' : who(rule)} | ${held} |`,
  ),
];

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
    'Acts on members, passwords, devices, what everybody is judged by, and signing. They are refused to a sign-in that began by PIN, and every try is counted like a sign-in; a refusal and a lock-out are in “Who did what”. Each act stands in one of two lists in `rules.ts`, and a test finds one that stands in neither.',
    '',
    AGAIN.map((name) => `\`${name}\``).join(', '),
    '',
    '`fileOnWord` asks for a lead’s own e-mail and password: it may be given on somebody else’s tablet.',
    '',
    '## What is brought in',
    '',
    '`importJob` takes whoever may do by hand what the file does: readings, strikes and changes are the bay’s, a plan, tyres and a geometry too, a kit that the shop’s list lacks is the desk’s or a lead’s. Nothing that a file says somebody decided (an acceptance, a confirmation, a lead’s line, a gate opened, a signature) counts: it comes in as a remark. What comes in is open, never signed, frozen or released, and marked as brought in by whom, when and from what on every page, sheet, CSV and job file.',
    '',
    '## What can turn a verdict',
    '',
    ...turning(),
    '',
    '## How long a sign-in lasts',
    '',
    'Twelve hours after it was last used. However much it is used: what the owner sets under Members, twelve hours on a tablet that several people use or after a PIN, a week on one’s own device, nowhere more than thirty days. A changed password ends the person’s PIN, open links for a new one, other sign-ins and what other devices know of them; a sign-in by password makes the device’s mark anew and ends the sign-in of whoever had the browser before.',
    '',
  ].join('\n');
