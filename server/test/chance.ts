import { Random } from '@umber/demo/random';

/** What decides where a test leaves something to chance; UMBER_TEST_SEED has a run again. */
const SEED = Number(process.env.UMBER_TEST_SEED ?? Date.now() % 1_000_000_000);

/** Chance for one test, which prints how to have the same again. */
export function chance(test: string): Random {
  process.stdout.write(`${test}: UMBER_TEST_SEED=${SEED}\n`);
  return new Random(SEED);
}

/** So many bytes of noise. */
export const noise = (random: Random, length: number): Buffer => Buffer.from(Array.from({ length }, () => random.whole(0, 255)));
