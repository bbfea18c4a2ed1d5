/** How long something takes, in milliseconds: in half of its runs, and in 95 of 100. The first three are not counted. */
export async function timed(run: () => Promise<unknown>, times: number): Promise<{ half: number; most: number }> {
  for (let i = 0; i < 3; i++) await run();
  const took: number[] = [];
  for (let i = 0; i < times; i++) {
    const begun = performance.now();
    await run();
    took.push(performance.now() - begun);
  }
  took.sort((a, b) => a - b);
  return { half: took[Math.floor(times / 2)], most: took[Math.floor(times * 0.95)] };
}

/** One line of a bench: what took how long, and whether that is what is wanted. */
export const timedLine = (name: string, { half, most }: { half: number; most: number }, wanted: number): string =>
  `${name.padEnd(34)} p50 ${half.toFixed(1).padStart(7)}   p95 ${most.toFixed(1).padStart(7)}   ${most <= wanted ? 'ok' : `wanted ≤ ${wanted}`}`;
