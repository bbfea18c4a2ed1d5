import { pairLines, type InvoiceLine, type OrderLine } from '@umber/core/matching';
import { similarity } from '@umber/core/similarity';
import { pairingCase } from './pairing/set.js';

const [LINES, OPEN_LINES, RUNS] = [200, 5000, 7];

/** How long an invoice of 200 lines takes beside 5,000 open order lines: the first time, and once the words are known; against comparing each two texts. */
export function benchPairing(): void {
  const { lines, order } = large(700_000);
  const other = large(800_000);
  const once = (work: () => unknown): number => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  };
  const first = once(() => pairLines(other.lines, other.order));
  const times = Array.from({ length: RUNS }, () => once(() => pairLines(lines, order))).sort((a, b) => a - b);
  const base = once(() => {
    for (const line of lines) for (const one of order) similarity(line.description ?? '', one.description);
  });
  console.log(
    `${LINES} lines beside ${OPEN_LINES} open order lines; baseline: each two texts compared by their letter pairs, ${base.toFixed(0)} ms`,
  );
  const row = (name: string, ms: number) =>
    console.log(`${name.padEnd(34)} ${ms.toFixed(0).padStart(6)} ms   ratio ${(ms / base).toFixed(3)}   wanted ≤ 50 ms`);
  row('the first of a process', first);
  row('another, with its words unknown', times[RUNS - 1]);
  row('the middle of seven', times[Math.floor(RUNS / 2)]);
}

/** Open orders of a supplier who sells much, and an invoice for some of them. */
function large(seed: number): { lines: InvoiceLine[]; order: OrderLine[] } {
  const [order, lines]: [OrderLine[], InvoiceLine[]] = [[], []];
  for (let n = 1; order.length < OPEN_LINES; n++) {
    const one = pairingCase(seed + n, 6);
    const from = order.length;
    order.push(...one.order.map((line, i) => ({ ...line, id: from + i + 1, orderId: n * 10 + line.orderId })));
    if (lines.length < LINES) lines.push(...one.lines);
  }
  return { lines: lines.slice(0, LINES).map((line, position) => ({ ...line, position })), order: order.slice(0, OPEN_LINES) };
}
