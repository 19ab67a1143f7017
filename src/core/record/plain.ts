/**
 * The headings under which a layperson is told of the checks: each subject says to which its checks belong. In the order in
 * which they are told.
 */
export const PLAIN_GROUPS = [
  'brakes',
  'steering',
  'room',
  'wheels',
  'springs',
  'shafts',
  'axle',
  'alignment',
  'lamps',
  'bar',
  'bolts',
  'height',
  'records',
] as const;
export type PlainGroup = (typeof PLAIN_GROUPS)[number];

/** A subject's heading; and those of its checks that stand under another, by id. */
export interface Plain {
  all: PlainGroup;
  of?: Readonly<Record<string, PlainGroup>>;
}
