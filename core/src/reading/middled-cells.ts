import { bottom, overlapX, overlapY, union } from '../geometry/index.js';
import { readNumber, type DecimalMark } from './numbers.js';
import { run, type Row, type Run } from './words.js';

/** White between rows, as a share of their height: less is within one cell, more parts the lines of a table. */
const WITHIN = 0.35;
const APART = 0.6;
/** Rows of text that a cell may have above its middle. */
const MOST_ABOVE = 3;

/**
 * The rows with cells that are set in the middle of their line read as one: where a table's lines stand apart and a
 * description wraps, its first words stand above the row of the amounts. They are put before what the row has in their
 * column. No word is lost.
 */
export function joinMiddledCells(printed: readonly Row[], mark: DecimalMark): Row[] {
  const rows = joinMiddledHeads(printed);
  const blocks = blocksOf(rows);
  const ofOneLine = blocks.filter(({ apart, rows: own }) => apart && own.filter((row) => isLine(row, mark)).length === 1);
  if (ofOneLine.length < 2) return rows;
  return blocks.flatMap((block) => {
    const at = block.rows.findIndex((row) => isLine(row, mark));
    const above = block.rows.slice(0, at);
    if (!ofOneLine.includes(block) || at < 1 || at > MOST_ABOVE || !above.every(isText)) return block.rows;
    return [joined(above, block.rows[at]), ...block.rows.slice(at + 1)];
  });
}

/** The rows with column heads of two lines, half above and half below the heads of one line, read as one. */
function joinMiddledHeads(rows: readonly Row[]): Row[] {
  const heads = new Set(rows.filter((row, i) => isBetween(row, rows[i - 1], rows[i + 1])));
  return rows.flatMap((row, i) => {
    if (heads.has(row)) return [joined([rows[i - 1], rows[i + 1]], row)];
    return heads.has(rows[i - 1]) || heads.has(rows[i + 1]) ? [] : [row];
  });
}

/** Whether a row of words has others half above and half below it, one under the other, in its gaps. */
function isBetween(row: Row, upper: Row | undefined, lower: Row | undefined): boolean {
  if (!upper || !lower || row.runs.length < 3 || /\d/.test(row.runs.map(({ text }) => text).join(''))) return false;
  const meets = (runs: readonly Run[], one: Run) => runs.some((other) => overlapX(other.box, one.box) > 0);
  return (
    [upper, lower].every((other) => other.page === row.page && overlapY(other.box, row.box) > 0.2 * row.box.height) &&
    upper.runs.length === lower.runs.length &&
    upper.runs.every((run) => !meets(row.runs, run) && meets(lower.runs, run)) &&
    lower.runs.every((run) => !meets(row.runs, run))
  );
}

/** Rows that stand close. */
interface Block {
  readonly rows: Row[];
  /** Whether white parts them from what is above. */
  readonly apart: boolean;
}

function blocksOf(rows: readonly Row[]): Block[] {
  const blocks: Block[] = [];
  for (const row of rows) {
    const last = blocks.at(-1)?.rows.at(-1);
    const gap = last?.page === row.page ? (row.box.y - bottom(last.box)) / Math.min(row.box.height, last.box.height) : Infinity;
    if (gap <= WITHIN) blocks[blocks.length - 1].rows.push(row);
    else blocks.push({ rows: [row], apart: gap >= APART });
  }
  return blocks;
}

/** A row of several cells that ends in an amount. */
const isLine = (row: Row, mark: DecimalMark): boolean =>
  row.runs.length >= 3 && readNumber(row.runs[row.runs.length - 1].words.at(-1)?.text ?? '', mark)?.places === 2;

const isText = (row: Row): boolean => row.runs.length <= 2 && row.runs.every(({ text }) => /\p{L}{2}/u.test(text));

function joined(above: readonly Row[], line: Row): Row {
  const runs = [...line.runs];
  for (const upper of above.flatMap((row) => row.runs).reverse()) {
    const at = runs.findIndex((own) => overlapX(own.box, upper.box) > 0);
    const both = (own: Run) => run([...upper.words, ...own.words], line.page, line.index);
    if (at >= 0) runs[at] = both(runs[at]);
    else runs.push(run(upper.words, line.page, line.index));
  }
  runs.sort((a, b) => a.box.x - b.box.x);
  return { ...line, runs, box: union(runs.map((one) => one.box)) };
}
