/** The six gates that a vehicle passes, in order. By itself, so that a page which only names them loads no schema. */
export const GATES = ['intake', 'before', 'plan', 'build', 'after', 'release'] as const;
export type GateName = (typeof GATES)[number];
