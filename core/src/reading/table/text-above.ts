import { bottom, right, union } from '../../geometry/index.js';
import type { LabelledRows } from '../header/candidates.js';
import type { LineRow } from './line-row.js';
import type { Row, Word } from '../print/words.js';

/** Share of the lines that must be without words of their own for what stands above them to be theirs. */
const MOST = 0.8;
/** Rows of text that a line may have above its numbers, and the white between them, in heights of a row. */
const MOST_ROWS = 4;
const GAP = 1.3;

/**
 * The lines with the descriptions that stand above their numbers, in rows of their own, as on tills and where an item takes two rows.
 * `used` are the rows of the table so far; those of the descriptions are added.
 */
export function withTextAbove(lines: readonly LineRow[], rows: readonly Row[], labelled: LabelledRows, used: Set<number>): LineRow[] {
  const bare = lines.filter((line) => !line.cells.description);
  if (bare.length === 0 || bare.length < MOST * lines.length) return [...lines];
  // What stands above the first line goes on into the head of the page: it has no more rows than the others.
  const most = Math.max(...bare.slice(1).map((line) => textAbove(line, rows, labelled, used).length), bare.length === 1 ? MOST_ROWS : 1);
  return lines.map((line) => (line.cells.description ? line : withText(line, textAbove(line, rows, labelled, used).slice(-most), used)));
}

/** Whether the lines say nothing themselves and the first of them has its text above it: what stands below one is then the next one's. */
export function haveTextAbove(lines: readonly LineRow[], rows: readonly Row[], labelled: LabelledRows): boolean {
  const bare = lines.filter((line) => !line.cells.description);
  return bare.length > 0 && bare.length >= MOST * lines.length && textAbove(bare[0], rows, labelled, new Set()).length > 0;
}

/** The rows of text right above a line, from the top down. */
function textAbove(line: LineRow, rows: readonly Row[], labelled: LabelledRows, used: ReadonlySet<number>): Row[] {
  const found: Row[] = [];
  let top = line.box.y;
  for (let at = rows.findIndex((row) => row.page === line.page && row.box.y >= line.box.y - 0.5) - 1; at >= 0; at--) {
    const row = rows[at];
    if (row.page !== line.page || used.has(row.index) || found.length === MOST_ROWS || top - bottom(row.box) > GAP * row.box.height) break;
    const text = textOf(row);
    // “Delivery” is a label, “Delivery within 20 miles” an item.
    const isLabel = labelled
      .onRow(row.index)
      .some(({ run, from, to }) => run.words[0] === text?.[0] && from === 0 && 2 * to > run.words.length);
    if (!text || isLabel) break;
    found.unshift(row);
    top = row.box.y;
  }
  return found;
}

/** White within a text that wide type parts into several runs, in heights of a row. */
const WIDE = 3;

/** The words of the text that a row is, behind a position at most; null where it is anything else. */
function textOf({ runs }: Row): readonly Word[] | null {
  const texts = runs.length > 1 && isPosition(runs[0].text) ? runs.slice(1) : runs;
  const goesOn = texts.every(({ box }, i) => i === 0 || box.x - right(texts[i - 1].box) < WIDE * box.height);
  if (!goesOn || !texts.every(({ text }, i) => (i === 0 ? /\p{L}{2}/u : /[\p{L}\d]/u).test(text) && !/^[-\d.,]+[.,]\d\d$/.test(text)))
    return null;
  return texts.flatMap(({ words }) => words);
}

const isPosition = (text: string): boolean => /^\d{1,3}[.)]?$/.test(text);

function withText(line: LineRow, above: readonly Row[], used: Set<number>): LineRow {
  if (above.length === 0) return line;
  for (const row of above) used.add(row.index);
  const words = above.flatMap((row) => textOf(row) ?? []);
  const [first] = above[0].runs;
  const position = isPosition(first.text) && above[0].runs.length > 1 ? { position: { value: first.text, box: first.box } } : {};
  return {
    ...line,
    box: union([line.box, ...above.map((row) => row.box)]),
    words: [...line.words, ...above.flatMap((row) => row.runs.flatMap((run) => run.words))],
    cells: { ...position, ...line.cells, description: { value: words.map((word) => word.text).join(' '), box: union(words) } },
  };
}
