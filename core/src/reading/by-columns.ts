import { EMPTY_CELLS, holdsNumber, LINE_CELLS, type Cells, type GivenRow, type LineCell } from '../documents/index.js';
import { bottom, middleX, middleY, overlapX, union, type Box } from '../geometry/index.js';
import { decimalMarkOf, readNumber, type DecimalMark } from './print/numbers.js';
import { rowsOf, type PageWords, type Word } from './print/words.js';
import type { ReadLine } from './reading.js';

/** A column of the line table as a person set it: from `x` to the next one's, in points; null: it is passed over. */
export interface Column {
  readonly x: number;
  readonly role: LineCell | null;
}
/** Where the lines of a page are looked for, in points from its top. */
export interface TablePart {
  readonly page: number;
  readonly top: number;
  readonly bottom: number;
}

/** The columns in which the cells of these lines stand, from left to right; none where the lines tell of no two columns. */
export function columnsOfLines(lines: readonly ReadLine[]): Column[] {
  const spans = LINE_CELLS.flatMap((role) => {
    const boxes = lines.flatMap((line) => (line[role]?.box && line[role].page !== null ? [line[role].box] : []));
    if (boxes.length === 0 || boxes.length < 0.3 * lines.length) return [];
    // Those few that stand elsewhere do not widen a column.
    const [left, far] = [
      middling(
        boxes.map(({ x }) => x),
        0.1,
      ),
      middling(
        boxes.map((box) => box.x + box.width),
        0.9,
      ),
    ];
    return [{ role, left, far }];
  }).sort((a, b) => a.left + a.far - (b.left + b.far));
  if (spans.length < 2) return [];
  return spans.map(({ role, left }, i) => {
    const before = spans[i - 1];
    return { role, x: before ? Math.max(before.left + 1, (before.far + left) / 2) : left - 6 };
  });
}

/** The value below which a share of these lies. */
function middling(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
}

/**
 * The lines of a table by its columns: a row with an amount, or with a quantity and a price, is a line; words below it go on with it. Nothing is
 * guessed: what stands in no column is left out, a text in a column of numbers gives no value.
 */
export function linesByColumns(pages: readonly PageWords[], columns: readonly Column[], parts: readonly TablePart[]): GivenRow[] {
  const sorted = [...columns].sort((a, b) => a.x - b.x);
  const mark = decimalMarkOf(pages.flatMap((page) => page.words.map(({ text }) => text)));
  return parts.flatMap((part) => {
    const page = pages.find((one) => one.page === part.page);
    if (!page) return [];
    const words = page.words.filter((word) => middleY(word) >= part.top && middleY(word) <= part.bottom);
    return linesOfPart({ ...page, words }, sorted, mark);
  });
}

function linesOfPart(page: PageWords, columns: readonly Column[], mark: DecimalMark): GivenRow[] {
  const lines: { words: Word[]; low: number }[] = [];
  const isLine = (words: readonly Word[]): boolean => {
    const cells = cellsOf(words, columns, mark);
    return cells.netAmount !== null || (cells.quantity !== null && cells.unitPrice !== null);
  };
  for (const row of rowsOf(page)) {
    const words = row.runs.flatMap((run) => [...run.words]).filter((word) => roleAt(middleX(word), columns) !== undefined);
    if (words.length === 0) continue;
    const last = lines.at(-1);
    const height = Math.max(...words.map((word) => word.height));
    if (isLine(words)) lines.push({ words, low: Math.max(...words.map(bottom)) });
    else if (last && Math.min(...words.map(({ y }) => y)) - last.low < 1.3 * height && describes(words, columns)) {
      last.words.push(...words);
      last.low = Math.max(...words.map(bottom));
    }
  }
  return lines.map(({ words }) => ({ cells: cellsOf(words, columns, mark), page: page.page, box: union(words) }));
}

/** The role of the column that holds this place; null where it is passed over, undefined left of the first. */
function roleAt(x: number, columns: readonly Column[]): LineCell | null | undefined {
  return columns.findLast((column) => column.x <= x)?.role;
}

/** Whether words say more about a line above: most stand where its description or item number does. */
const describes = (words: readonly Word[], columns: readonly Column[]): boolean =>
  words.filter((word) => ['description', 'itemNumber'].includes(roleAt(middleX(word), columns) ?? '')).length > 0.6 * words.length;

function cellsOf(words: readonly Word[], columns: readonly Column[], mark: DecimalMark): Cells {
  const texts = new Map<LineCell, string[]>();
  for (const word of words) {
    const role = roleAt(middleX(word), columns);
    if (role) texts.set(role, [...(texts.get(role) ?? []), word.text]);
  }
  const cells = [...texts].map(([role, parts]): [LineCell, string | null] => {
    const text = parts.join(' ').trim();
    if (!holdsNumber(role)) return [role, text.slice(0, role === 'unit' ? 20 : role === 'itemNumber' ? 60 : 500) || null];
    const number = readNumber(text.replace(/\s*%$/, ''), mark) ?? readNumber(text.replace(/\s+/g, ''), mark);
    return [role, number === null ? null : trimmed(role, number.value)];
  });
  return { ...EMPTY_CELLS, ...Object.fromEntries(cells) };
}

/** A number with as many decimals as its cell holds; null where it has more that are not nought. */
function trimmed(role: LineCell, value: string): string | null {
  const most = role === 'netAmount' ? 2 : role === 'unitPrice' ? 6 : role === 'taxRate' ? 3 : 4;
  const short = value.replace(new RegExp(`(\\.\\d{${most}})0+$`), '$1');
  return (short.split('.')[1]?.length ?? 0) <= most ? short : null;
}

/** Where the lines of these pages stand by what was read: from the first line to the last, or to the totals; the whole page where none was. */
export function partsOf(
  pages: readonly { readonly number: number; readonly height: number }[],
  lines: readonly { readonly page: number | null; readonly box: Box | null }[],
  totals: readonly { readonly page: number | null; readonly box: Box | null }[],
): TablePart[] {
  return pages.map(({ number, height }) => {
    const own = lines.flatMap(({ page, box }) => (page === number && box ? [box] : []));
    const sums = totals.flatMap(({ page, box }) => (page === number && box ? [box] : []));
    const top = own.length > 0 ? Math.min(...own.map(({ y }) => y)) - 3 : 0;
    const below = sums.filter(
      (box) => box.y > top && !own.some((line) => overlapX(line, box) > 0 && Math.abs(middleY(line) - middleY(box)) < 2),
    );
    const end = below.length > 0 ? Math.min(...below.map(({ y }) => y)) - 2 : height;
    return { page: number, top, bottom: own.length > 0 ? Math.max(end, Math.max(...own.map(bottom)) + 2) : end };
  });
}
