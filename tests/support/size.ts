/** Every test at its full size and every path, as in `npm run prove`. */
export const FULL = process.env.FULL === '1';
/**
 * How many draws a test makes: `quick` in `npm test`, `full` in `npm run prove`, which runs every test that asks here once
 * more at its full size (`FULL=1`).
 */
export const size = (quick: number, full: number): number => (FULL ? full : quick);
