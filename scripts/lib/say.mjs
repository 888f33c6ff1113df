/** What the start commands say to the person at the keyboard. */

// What is said may go to a file on a full disk, or to a pipe that nobody reads any longer: that ends nothing.
for (const stream of [process.stdout, process.stderr]) stream.on("error", () => {});

export function say(sentence) {
  process.stdout.write(`${sentence}\n`);
}

/** What a program ends with whose database could not answer just then (EX_TEMPFAIL of sysexits.h). */
export const TRY_AGAIN = 75;

/** An expected failure of a start command: one clear sentence, exit code 1. */
export class Stop extends Error {}

/**
 * Runs a command's main function; an expected failure ends with its sentence alone, anything else with its trace.
 * @param {() => Promise<void>} main
 */
export async function run(main) {
  try {
    await main();
  } catch (error) {
    process.stderr.write(error instanceof Stop ? `${error.message}\n` : `${error.stack ?? error}\n`);
    process.exit(1);
  }
}
