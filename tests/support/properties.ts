import fc from 'fast-check';

/** What every property draws from: `SEED=n npx jest …` draws others, and a failure names its seed and path. */
export const SEED = Number(process.env.SEED ?? 20261127);
fc.configureGlobal({ seed: SEED });
export default fc;
