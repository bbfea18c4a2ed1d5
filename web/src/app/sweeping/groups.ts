import type { SweepItem, SweepKind } from '@umber/contract/sweeping';

export const SWEEP_NAMES: Readonly<Record<SweepKind, string>> = {
  totals: 'Totals',
  tax: 'Tax',
  dates: 'Dates',
  numbers: 'Numbers',
  orders: 'Orders',
  names: 'Suppliers',
  lines: 'Cells of lines',
};

/** Values that look alike: printed or scanned, in one currency where they are amounts. */
export interface SweepGroup {
  readonly name: string;
  readonly items: readonly SweepItem[];
}

/** Puts like with like; the groups in the order of their first item. */
export function groupsOf(items: readonly SweepItem[]): SweepGroup[] {
  const groups = new Map<string, SweepItem[]>();
  for (const item of items) {
    const isAmount = item.kind === 'totals' || item.kind === 'tax';
    const name = `${item.page.straightened ? 'Scanned' : 'Printed'}${isAmount && item.currency ? `, ${item.currency}` : ''}`;
    groups.set(name, [...(groups.get(name) ?? []), item]);
  }
  return [...groups].map(([name, members]) => ({ name, items: members }));
}

/** One character as it stands on a page, read as `text`. */
export interface Piece {
  readonly item: SweepItem;
  readonly text: string;
  /** Points. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The characters that readers take for one another come first. */
const MIXED_UP = '1758063249SBOIZGl';

/** Every character of the items' words, by what it was read as; those that are mixed up most come first. A word's width is shared evenly. */
export function piecesOf(items: readonly SweepItem[]): { text: string; pieces: Piece[] }[] {
  const found = new Map<string, Piece[]>();
  for (const item of items)
    for (const word of item.words) {
      const letters = [...word.text];
      const width = word.width / letters.length;
      letters.forEach((text, i) => {
        if (!/[\p{L}\p{N}]/u.test(text)) return;
        const piece = { item, text, x: word.x + i * width, y: word.y, width, height: word.height };
        found.set(text, [...(found.get(text) ?? []), piece]);
      });
    }
  const rank = (text: string): number => (MIXED_UP.includes(text) ? MIXED_UP.indexOf(text) : MIXED_UP.length);
  return [...found]
    .map(([text, pieces]) => ({ text, pieces }))
    .sort((a, b) => rank(a.text) - rank(b.text) || b.pieces.length - a.pieces.length);
}
