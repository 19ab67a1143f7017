/** Which build this page is of; empty while it is developed. What a server of the same build tells was read by it already. */
export const RELEASE = process.env.HIGH_GATE_RELEASE ?? '';
