/**
 * How many draws a test makes: `quick` in `npm test`, `full` in `npm run prove`, which runs every test that asks here once
 * more at its full size (`FULL=1`).
 */
export const size = (quick: number, full: number): number => (process.env.FULL === '1' ? full : quick);
