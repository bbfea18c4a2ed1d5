import { pairLines, sameItem, NO_CONTEXT, type Pair } from '@umber/core/matching';
import { pairingCase, type Change, type PairingCase } from './set.js';

/** How lines of one kind of change were paired. */
export interface PairingFigure {
  readonly change: Change | 'all';
  lines: number;
  /** With just the order lines they are for, or with others of the same item at the same price. */
  right: number;
  /** Wrong, and nobody is asked. */
  silent: number;
  /** Asked about. */
  asked: number;
}

/** Pairs `count` invoices, and how many of their lines are right; and what was wrong, line by line. */
export function pairingFigures(count: number, seed: number): { figures: PairingFigure[]; misses: string[] } {
  const figures = new Map<Change | 'all', PairingFigure>();
  const misses: string[] = [];
  for (let i = 0; i < count; i++) {
    const one = pairingCase(seed + i);
    const pairs = pairLines(one.lines, one.order, { ...NO_CONTEXT, named: new Set(one.named) });
    for (const [at, { change }] of one.truth.entries()) {
      const mine = pairs.filter(({ line }) => line === at);
      const isRight = rightly(one, at, mine);
      // What is on no order is always asked about.
      const isAsked = mine.length === 0 || mine.some(({ sure }) => !sure);
      for (const of of [change, 'all'] as const) {
        const figure = figures.get(of) ?? { change: of, lines: 0, right: 0, silent: 0, asked: 0 };
        figure.lines++;
        if (isRight) figure.right++;
        else if (!isAsked) figure.silent++;
        if (isAsked) figure.asked++;
        figures.set(of, figure);
      }
      if (!isRight) misses.push(told(seed + i, one, at, mine, isAsked));
    }
  }
  return { figures: [...figures.values()].sort((a, b) => b.lines - a.lines), misses };
}

/** Two lines of one item at one price are the same to whoever pays, unless one of them has no room. */
function rightly({ order, truth }: PairingCase, at: number, pairs: readonly Pair[]): boolean {
  const wanted = truth[at].orderLines.map((id) => order.find((line) => line.id === id) as (typeof order)[number]);
  const got = pairs.map(({ orderLineId }) => order.find((line) => line.id === orderLineId) as (typeof order)[number]);
  if (wanted.length === 0 || got.length === 0) return wanted.length === got.length;
  return got.every((one) => wanted.some((other) => other === one || sameItem(one, other)));
}

function told(seed: number, { order, lines, truth }: PairingCase, at: number, pairs: readonly Pair[], isAsked: boolean): string {
  const line = lines[at];
  const words = (id: number) => {
    const one = order.find((other) => other.id === id);
    return `${one?.itemNumber ?? '-'} ${one?.description} ${one?.quantity} ${one?.unit} à ${one?.unitPrice}`;
  };
  return `${seed}/${at} ${truth[at].change}${isAsked ? '' : ' SILENT'}: ${line.itemNumber ?? '-'} ${line.description} ${line.quantity} ${line.unit} à ${line.unitPrice} | wanted ${truth[at].orderLines.map(words).join(' + ') || 'none'} | got ${pairs.map(({ orderLineId, signs }) => `${words(orderLineId)} [${signs.join(' ')}]`).join(' + ') || 'none'}`;
}

/** The figures as a table. */
export const pairingTable = (figures: readonly PairingFigure[]): string[] => [
  `${'lines'.padEnd(12)}${'count'.padStart(8)}${'right'.padStart(9)}${'silent'.padStart(9)}${'asked'.padStart(9)}`,
  ...figures.map(({ change, lines, right, silent, asked }) => {
    const share = (of: number) => `${((100 * of) / lines).toFixed(2)} %`.padStart(9);
    return `${change.padEnd(12)}${String(lines).padStart(8)}${share(right)}${share(silent)}${share(asked)}`;
  }),
];
