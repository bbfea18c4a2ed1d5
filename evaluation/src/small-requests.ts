import { setTimeout as sleep } from 'node:timers/promises';
import type { Ask } from './installation.js';

const SMALL = '/api/trays';
const PAUSE_MS = 15;

/** Milliseconds of small requests while nothing else happens, once the server is warm. */
export async function whileIdle(ask: Ask): Promise<number[]> {
  for (let i = 0; i < 30; i++) await ask('GET', SMALL);
  return during(ask, () => sleep(3000));
}

/** Milliseconds of small requests, one after the other, while `work` runs. */
export async function during(ask: Ask, work: () => Promise<unknown>): Promise<number[]> {
  let done = false;
  const working = work().finally(() => (done = true));
  const times: number[] = [];
  while (!done || times.length < 20) {
    const begun = performance.now();
    await (await ask('GET', SMALL)).arrayBuffer();
    times.push(performance.now() - begun);
    await sleep(PAUSE_MS);
  }
  await working;
  return times;
}

export const p95 = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[Math.ceil(times.length * 0.95) - 1] ?? NaN;
