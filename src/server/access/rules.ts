import type { Entry } from '@/core/record/filing/entry';
import type { Doer } from '../jobs/withJob';

type Role = Doer['role'];
/** Who may: anybody at all, whoever holds the secret address, whoever has signed in on this device, or these roles. */
export type Rule = 'anyone' | 'holder' | 'device' | readonly Role[];

const EVERY: readonly Role[] = ['technician', 'lead', 'front-desk', 'owner'];
/** Those whose hands are on the vehicle; a shop's owner may be its only technician and its lead. */
const BAY: readonly Role[] = ['technician', 'lead', 'owner'];
const LEADS: readonly Role[] = ['lead', 'owner'];
const DESK: readonly Role[] = ['front-desk', 'lead', 'owner'];
const OWNER: readonly Role[] = ['owner'];

/** Every page, by its path in the application. */
export const PAGES = {
  '/': 'anyone',
  '/audit': OWNER,
  '/book': EVERY,
  '/bring-in': EVERY,
  '/jobs/[id]/[[...room]]': EVERY,
  '/join/[token]': 'holder',
  '/kits': EVERY,
  '/limits': EVERY,
  '/letters': EVERY,
  '/me': EVERY,
  '/tyres': EVERY,
  '/members': OWNER,
  '/person': 'anyone',
  '/sheet/[token]': 'holder',
  '/verify': 'anyone',
  '/waiting': EVERY,
  '/yard': EVERY,
} as const satisfies Record<string, Rule>;

/** Every route handler, by method and path. */
export const ROUTES = {
  'GET /api/health': 'anyone',
  'GET /api/jobs/[id]': EVERY,
  'GET /api/ready': 'anyone',
  'GET /jobs/[id]/back.ics': EVERY,
  'GET /jobs/[id]/curves.csv': EVERY,
  'GET /jobs/[id]/geometry.json': EVERY,
  'GET /jobs/[id]/job.json': EVERY,
  'GET /jobs/[id]/readings.csv': EVERY,
  'GET /jobs/[id]/sheet.pdf': EVERY,
  'GET /jobs/[id]/signed.json': EVERY,
  'GET /jobs/[id]/trim': EVERY,
  'GET /sheet/[token]/back.ics': 'holder',
  'GET /sheet/[token]/sheet.pdf': 'holder',
  'POST /api/outbox': EVERY,
} as const satisfies Record<string, Rule>;

/** Every server action, by its name. */
export const ACTIONS = {
  acceptStop: LEADS,
  answerLine: LEADS,
  amendSheet: LEADS,
  bandsOfLike: EVERY,
  bookVehicle: EVERY,
  changeByPin: 'device',
  changeMember: OWNER,
  changePassword: EVERY,
  dropPin: EVERY,
  endOtherSessions: EVERY,
  endSession: EVERY,
  fileOnWord: BAY,
  forgetDevice: EVERY,
  importJob: EVERY,
  inviteMember: OWNER,
  joinShop: 'holder',
  keepGeometry: BAY,
  makePasswordLink: OWNER,
  makeSheetLink: DESK,
  openNextGate: BAY,
  pinGeometry: BAY,
  priceKit: DESK,
  revokeInvitation: OWNER,
  revokeSheetLink: DESK,
  saveFitSettings: LEADS,
  saveFitment: BAY,
  saveKit: DESK,
  saveCustomerLanguage: EVERY,
  saveLetter: LEADS,
  saveLimit: LEADS,
  saveSignInLife: OWNER,
  savePlan: BAY,
  savePlanPart: BAY,
  seenBefore: EVERY,
  setPin: EVERY,
  setTheme: 'anyone',
  setUnits: 'anyone',
  sheetLinks: EVERY,
  signIn: 'anyone',
  signOff: LEADS,
  signOut: 'anyone',
} as const satisfies Record<string, Rule>;

/**
 * Acts on members, passwords, devices, exports of everything, what everybody is judged by, and signing: they ask for the password again, and a
 * sign-in by PIN does none of them. Every other act stands in {@link ONCE}: a test finds one that is in neither list.
 */
export const AGAIN = [
  'amendSheet',
  'changeMember',
  'changePassword',
  'dropPin',
  'endOtherSessions',
  'endSession',
  'forgetDevice',
  'inviteMember',
  'makePasswordLink',
  'revokeInvitation',
  'saveFitSettings',
  'saveLimit',
  'saveSignInLife',
  'setPin',
  'signOff',
] as const satisfies readonly (keyof typeof ACTIONS)[];

/** Acts for which being signed in is enough, or that ask for what they need themselves (a lead's word, a secret address). */
export const ONCE = [
  'acceptStop',
  'answerLine',
  'bandsOfLike',
  'bookVehicle',
  'changeByPin',
  'fileOnWord',
  'importJob',
  'joinShop',
  'keepGeometry',
  'makeSheetLink',
  'openNextGate',
  'pinGeometry',
  'priceKit',
  'revokeSheetLink',
  'saveFitment',
  'saveKit',
  'saveCustomerLanguage',
  'saveLetter',
  'savePlan',
  'savePlanPart',
  'seenBefore',
  'setTheme',
  'setUnits',
  'sheetLinks',
  'signIn',
  'signOut',
  'GET /api/health',
  'GET /api/jobs/[id]',
  'GET /api/ready',
  // One job's own files, each noted in the audit.
  'GET /jobs/[id]/back.ics',
  'GET /jobs/[id]/curves.csv',
  'GET /jobs/[id]/geometry.json',
  'GET /jobs/[id]/job.json',
  'GET /jobs/[id]/readings.csv',
  'GET /jobs/[id]/sheet.pdf',
  'GET /jobs/[id]/signed.json',
  'GET /jobs/[id]/trim',
  'GET /sheet/[token]/back.ics',
  'GET /sheet/[token]/sheet.pdf',
  'POST /api/outbox',
] as const satisfies readonly (keyof typeof ACTIONS | keyof typeof ROUTES)[];

/** What can be filed from a device, by kind of entry: the front desk writes notes, the bay measures. */
export const ENTRIES = {
  reading: BAY,
  strike: BAY,
  change: BAY,
  confirm: BAY,
  note: EVERY,
  // Of a kind that a subject names; those that are a lead's say so themselves.
  entry: BAY,
} as const satisfies Record<Entry['kind'], Rule>;

export type Place = keyof typeof PAGES | keyof typeof ROUTES;
export type ActionName = keyof typeof ACTIONS;
export type AgainAction = (typeof AGAIN)[number];
export type OnceAction = Exclude<ActionName, AgainAction>;

const allows = (rule: Rule, role: Role): boolean => typeof rule === 'string' || rule.includes(role);
const places: Record<Place, Rule> = { ...PAGES, ...ROUTES };

export const mayEnter = (place: Place, role: Role): boolean => allows(places[place], role);
export const mayDo = (action: ActionName, role: Role): boolean => allows(ACTIONS[action], role);

const ROLE_WORD: Record<Role, string> = {
  technician: 'a technician',
  lead: 'a lead',
  'front-desk': 'the front desk',
  owner: 'the owner',
};
/** "Only a lead or the owner does this." */
export function whoMay(action: ActionName): string {
  const rule: Rule = ACTIONS[action];
  return typeof rule === 'string' ? 'Anybody does this.' : `${capital(whoDoes(rule))} does this.`;
}
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** "only a lead or the owner", as the subject of a sentence. */
export function whoDoes(roles: readonly Role[]): string {
  const words = roles.map((role) => ROLE_WORD[role]);
  return `only ${[words.slice(0, -1).join(', '), words.at(-1)].filter(Boolean).join(' or ')}`;
}
