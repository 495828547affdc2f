import { Advice } from './cluster.ts';

/** Runs a command; what the person can mend is one sentence, anything else keeps its stack. */
export async function advise(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    console.error(error instanceof Advice ? `\nKurrel cannot go on: ${error.message}` : error);
    process.exit(1);
  }
}
