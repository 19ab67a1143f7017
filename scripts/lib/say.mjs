/** One line about what is being done, so that a first start never looks hung. */
export const say = (line) => console.log(`· ${line}`);

/** A clear message instead of a stack trace, then the end. */
export class Plain extends Error {}
export const stopWith = (message) => {
  throw new Plain(message);
};

/** Runs a script's main part; a Plain error prints as it is, anything else with its stack. */
export async function main(run) {
  try {
    await run();
  } catch (error) {
    if (error instanceof Plain) console.error(`\n${error.message}`);
    else console.error(error);
    process.exitCode = 1;
  }
}
