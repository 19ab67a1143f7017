import type { Role } from '@/server/session';

/** The roles with what each is for. */
export const ROLE_NAME: Record<Role, string> = {
  technician: 'Technician',
  lead: 'Lead',
  'front-desk': 'Front desk',
  owner: 'Owner',
};
export const ROLE_OPTIONS = [
  ['technician', 'Technician: measures and builds'],
  ['lead', 'Lead: also sets limits, accepts, signs'],
  ['front-desk', 'Front desk: books, kits, hands out sheets'],
  ['owner', 'Owner: all of it, and members'],
] as const;
