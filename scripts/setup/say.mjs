/** Tells the person at the terminal what is going on. */
export const say = (text) => process.stdout.write(`• ${text}\n`);

/** A reason to stop that the person can do something about: one sentence, no stack trace. */
export class Stop extends Error {}

/** Runs the script's main function; a Stop ends it with its sentence, anything else with its stack. */
export async function main(run) {
  try {
    await run();
  } catch (error) {
    process.stderr.write(error instanceof Stop ? `\n✕ ${error.message}\n` : `\n${error.stack}\n`);
    process.exitCode = 1;
  }
}
