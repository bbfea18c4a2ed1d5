import { place, numberIn } from './column-cells.js';
import { linesIn, type Head } from './column-heads.js';
import { lineArithmetic, type Cell, type LineRow } from './line-row.js';
import type { DecimalMark } from '../print/numbers.js';
import type { Row } from '../print/words.js';

const FACTORS = ['quantity', 'unitPrice', 'netAmount'] as const;

/**
 * The heads with the columns that quantity × price = amount proves in their roles, where a column that no head explains does better than
 * one that was taken by its name: “ordered” and “supplied”, or a wording that nobody knows.
 */
export function provenRoles(heads: readonly Head[], below: readonly Row[], mark: DecimalMark): Head[] {
  if (!heads.some((head) => head.role === 'other')) return [...heads];
  const lines = linesIn(below, mark).map((row) => cellsByHead(row, heads, mark));
  const named = FACTORS.map((role) => heads.find((head) => head.role === role));
  const numeric = heads.filter(
    (head) => (head.role === 'other' || named.includes(head)) && lines.filter((cells) => cells.has(head)).length > lines.length / 2,
  );
  const fixed = heads.filter((head) => head.role === 'discount' || head.role === 'per');
  // Which of two factors is which, their product does not tell: as many right, the heads decide.
  const kept = (chosen: readonly (Head | undefined)[]) => chosen.filter((head, i) => head === named[i] && head !== undefined).length;
  const score = (chosen: readonly (Head | undefined)[]) =>
    lines.filter((cells) => isRight(cells, chosen, fixed)).length + kept(chosen) / (FACTORS.length + 1);
  let [best, most] = [named, score(named)];
  if (most >= lines.length) return [...heads];
  for (const quantity of numeric)
    for (const price of numeric)
      for (const amount of numeric) {
        if (quantity === price || price === amount || quantity === amount || amount.box.x < price.box.x) continue;
        const right = score([quantity, price, amount]);
        if (right > most) [best, most] = [[quantity, price, amount], right];
      }
  if (best === named) return [...heads];
  return heads.map((head) => {
    const at = best.indexOf(head);
    if (at >= 0) return { ...head, role: FACTORS[at] };
    return named.includes(head) ? { ...head, role: 'other' as const } : head;
  });
}

/** The numbers of a line by the heads that they stand under. */
function cellsByHead(row: Row, heads: readonly Head[], mark: DecimalMark): Map<Head, Cell> {
  const cells = new Map<Head, Cell>();
  for (const run of row.runs)
    for (const [head, words] of place(run, heads, mark)) {
      const value = numberIn(words, mark);
      if (value !== null) cells.set(head, { value, box: run.box });
    }
  return cells;
}

function isRight(cells: ReadonlyMap<Head, Cell>, chosen: readonly (Head | undefined)[], fixed: readonly Head[]): boolean {
  const line: LineRow['cells'] = Object.fromEntries([
    ...FACTORS.map((role, i) => [role, chosen[i] && cells.get(chosen[i])] as const),
    ...fixed.map((head) => [head.role, cells.get(head)] as const),
  ]);
  return lineArithmetic(line) === 'right';
}
