import { bottom, overlapX, overlapY, right, union } from '../../geometry/index.js';
import { readNumber, type DecimalMark } from '../print/numbers.js';
import { columnHeadsIn, isLabelWord } from '../language/labels.js';
import { numberSpans } from '../print/spans.js';
import { run, withRest, type Row, type Run, type Word } from '../print/words.js';
import { usualWords } from '../language/wording.js';

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
export function joinCentredCells(printed: readonly Row[], mark: DecimalMark): Row[] {
  const rows = joinSandwiched(printed, mark);
  const blocks = blocksOf(rows);
  const ofTable = (row: Row) => isOfTable(row, mark);
  const ofOneLine = new Set(blocks.filter(({ apart, rows: own }) => apart && own.filter(ofTable).length === 1));
  if (ofOneLine.size < 2) return rows;
  const lines = rows.filter(ofTable);
  return blocks.flatMap((block) => {
    const at = block.rows.findIndex(ofTable);
    const above = block.rows.slice(0, at);
    const able =
      at > 0 && at <= MOST_ABOVE && above.every((row) => mayBelong(row, block.rows[at]) && isFlush(row, lines) && !areHeads(row));
    if (!ofOneLine.has(block) || !able) return block.rows;
    return [joined(above, block.rows[at]), ...block.rows.slice(at + 1)];
  });
}

/** The rows with cells of two lines, half above and half below a row of one line, read as one: column heads, lines, a label beside its value. */
function joinSandwiched(rows: readonly Row[], mark: DecimalMark): Row[] {
  const middles = new Set(rows.filter((_row, i) => isSandwiched(rows, i, mark)));
  return rows.flatMap((row, i) => {
    if (middles.has(row)) return joinedAround(rows[i - 1], row, rows[i + 1], mark);
    return middles.has(rows[i - 1]) || middles.has(rows[i + 1]) ? [] : [row];
  });
}

/** A row and the halves of cells above and below it as one; words that go on below a line's description stay a row, which may hold its item number. */
function joinedAround(upper: Row, row: Row, lower: Row, mark: DecimalMark): Row[] {
  const whole = joined([upper, lower], row);
  const goesOnBelow = (run: Run) => upper.runs.some((above) => isWords(above.text) && overlapX(above.box, run.box) > 0);
  const below = isOfTable(whole, mark) ? lower.runs.filter(goesOnBelow) : [];
  if (below.length === 0) return [whole];
  const rest = lower.runs.filter((run) => !below.includes(run));
  return [joined([upper, { ...lower, runs: rest }], row), { ...lower, runs: below, box: union(below.map(({ box }) => box)) }];
}

/** Whether a row has others half above and half below it, one under the other, in its gaps. */
function isSandwiched(rows: readonly Row[], at: number, mark: DecimalMark): boolean {
  const [upper, row, lower] = [rows[at - 1], rows[at], rows[at + 1]];
  if (!upper || !lower || !overlaps(upper, row) || !overlaps(row, lower) || (areHeads(upper) && isOfTable(row, mark))) return false;
  const meets = (runs: readonly Run[], one: Run) => runs.some((other) => overlapX(other.box, one.box) > 0);
  const inGaps = [...upper.runs, ...lower.runs].every((run) => !meets(row.runs, run)) && lower.runs.every((run) => meets(upper.runs, run));
  if (!inGaps) return false;
  const halves = upper.runs.map((above) => ({ above, below: lower.runs.find(({ box }) => overlapX(box, above.box) > 0) }));
  // Two dates put together or numbers broken within tell that the halves are of one cell each.
  if (halves.every(({ above, below }) => (below ? isBroken(above, below) : above.box.height > 1.5 * row.box.height))) return true;
  if (upper.runs.length !== lower.runs.length || halves.some(({ above, below }) => !below || !isOneCell(above, below, mark))) return false;
  if (row.runs.length >= 3 && halves.some(({ above, below }) => below && isBroken(above, below))) return true;
  if (isLine(row, mark)) {
    const ofTable = isOfTable(row, mark) || upper.runs.some((run) => readNumber(run.text, mark) !== null);
    return upper.runs[0].box.x > row.runs[0].box.x || (ofTable && isApart(rows, at));
  }
  if (row.runs.length >= 3 && !hasDigit(row)) return true;
  // Labels of two lines beside labels of one: no column of text has gaps for those of another.
  if (row.runs.length >= 2 && upper.runs.length >= 2 && ![upper, row, lower].some(hasDigit)) return true;
  // Two columns of text whose lines stand half a line apart are no cells.
  const alone = !overlaps(rows[at - 2], upper) && !overlaps(lower, rows[at + 2]);
  if (row.runs.length >= 2 && alone && ![upper, row, lower].some(hasDigit)) return true;
  // The percentage of a rate may be parted from its sign.
  const isRate = (/\d$/.test(upper.runs[0].text) && PERCENT.test(lower.runs[0].text)) || RATE.test(lower.runs[0].text);
  return alone && row.runs.length === 1 && hasDigit(row) && (isRate || (!hasDigit(upper) && !hasDigit(lower)));
}

/** Whether white is above and below a row with the halves of its first cell, and not a side bar's other words. */
function isApart(rows: readonly Row[], at: number): boolean {
  const [upper, lower] = [rows[at - 1], rows[at + 1]];
  return rows.slice(Math.max(0, at - 3), at + 4).every((row) => {
    if (row === upper || row === rows[at] || row === lower || row.page !== upper.page || Math.abs(row.box.x - upper.box.x) >= 3)
      return true;
    const gap = row.box.y < upper.box.y ? upper.box.y - bottom(row.box) : row.box.y - bottom(lower.box);
    return gap > APART * upper.box.height;
  });
}

/** Whether a row of words may begin cells of the line below it: over its gaps, or over words that go on with it. */
const mayBelong = (upper: Row, line: Row): boolean =>
  isText(upper) &&
  upper.runs.every(({ box }) =>
    line.runs.every(
      (own) => overlapX(own.box, box) <= 0 || (/\p{L}{2}/u.test(own.text) && (!/\d/.test(own.text) || Math.abs(own.box.x - box.x) < 2)),
    ),
  );

/** Whether words begin where most lines of the table have a cell, and not in a side bar. */
const isFlush = (upper: Row, lines: readonly Row[]): boolean =>
  upper.runs.every(({ box }) => lines.filter((line) => line.runs.some((own) => Math.abs(own.box.x - box.x) < 3)).length > lines.length / 2);

const hasDigit = (row: Row): boolean => row.runs.some(({ text }) => /\d/.test(text));

const overlaps = (a: Row | undefined, b: Row | undefined): boolean =>
  a !== undefined && b !== undefined && a.page === b.page && overlapY(a.box, b.box) > 0.2 * Math.min(a.box.height, b.box.height);

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

/** A row of several cells, though narrow gaps may have made them one run, that ends in an amount. */
const isLine = (row: Row, mark: DecimalMark): boolean =>
  (row.runs.length >= 2 || numberSpans(row.runs[0], mark).length >= 2) &&
  readNumber(row.runs[row.runs.length - 1].words.at(-1)?.text ?? '', mark)?.places === 2;

/** A row of a table: three cells or more, though narrow gaps may have made one run of two. */
const isOfTable = (row: Row, mark: DecimalMark): boolean =>
  isLine(row, mark) && (row.runs.length >= 3 || row.runs.reduce((sum, run) => sum + numberSpans(run, mark).length, 0) >= 3);

/** Whether a row is made of words that head columns: no cell of a line has its first words there. */
const areHeads = ({ runs }: Row): boolean => runs.length > 1 && runs.every((run) => columnHeadsIn(run, usualWords('')).length > 0);

const isText = (row: Row): boolean => row.runs.length <= 3 && row.runs.every(({ text }) => isWords(text));
const PERCENT = /^%:?$/;
const RATE = /^\d{1,2}([.,]\d+)? ?%:?$/;
const isWords = (text: string): boolean => /\p{L}{2}/u.test(text) || PERCENT.test(text);

/** Whether two lines can be of one cell: words that go on, a number over its unit, or one broken within. */
const isOneCell = (above: Run, below: Run, mark: DecimalMark): boolean =>
  isBroken(above, below) || isSized(above, below) || isNumberWithUnit(above, below, mark) || (isWords(above.text) && goesOn(below.text));

const goesOn = (text: string): boolean => /\p{L}|^[%:]+$/u.test(text) || RATE.test(text);

/** "Nitrile gloves size" over "9". */
const isSized = (above: Run, below: Run): boolean =>
  isWords(above.text) && /^\d{1,4}$/.test(below.text) && Math.abs(above.box.x - below.box.x) < 2;

const isNumberWithUnit = (above: Run, below: Run, mark: DecimalMark): boolean =>
  readNumber(above.text, mark) !== null && goesOn(below.text);

/** Whether a narrow column broke a number between its thousands, "53" over "724,48", or anything within its signs. */
const isBroken = (above: Run, below: Run): boolean =>
  (/^-?\d{1,3}$/.test(above.text) && /^\d{3}[.,]\d\d$/.test(below.text)) || isBrokenWithin(above, below);

/** An identifier of some length, not a number with decimals. */
const IDENTIFIER = /^(?=.*\d)(?!\d+\.\d+$)[\p{Lu}\d][\p{Lu}\d/.-]{4,}$/u;
/** A number with decimals. */
const DECIMALS = /^\d[\d.]*,\d+$|^\d[\d,]*\.\d+$/;

/** Whether a column broke off the last signs of an identifier ("73566/202" over "6") or of a number, flush with its right edge ("1.416,12" over "5"). */
const isBrokenWithin = (above: Run, below: Run): boolean =>
  (IDENTIFIER.test(above.text) &&
    (/^\d{1,2}$/.test(below.text) || (/\p{Lu}/u.test(above.text) && /^[\p{Lu}\d]{1,2}$/u.test(below.text)))) ||
  (DECIMALS.test(above.text) && /^\d{1,2}$/.test(below.text) && Math.abs(right(above.box) - right(below.box)) < 2);

/** Words and those below them, a word put together again that a narrow column broke: "Rechnungsbetra" and "g". */
function unbroken(above: readonly Word[], below: readonly Word[]): readonly Word[] {
  const [last, first] = [above[above.length - 1], below[0]];
  const whole = last.text + first.text;
  const isBrokenWord =
    (below.length === 1 && /^\p{Ll}:?$/u.test(first.text) && /^\p{L}{6,}$/u.test(last.text)) ||
    (/^\p{Ll}{1,8}:?$/u.test(first.text) && isLabelWord(whole) && !(isLabelWord(last.text) && isLabelWord(first.text)));
  return isBrokenWord ? [...withRest(above, first), ...below.slice(1)] : [...above, ...below];
}

function joined(above: readonly Row[], line: Row): Row {
  const runs = [...line.runs];
  const isLabels = line.runs.length === 1 || !hasDigit(line);
  for (const upper of above.flatMap((row) => row.runs).reverse()) {
    const at = runs.findIndex((own) => overlapX(own.box, upper.box) > 0);
    const both = (own: Run) =>
      run(
        isBrokenWithin(upper, own)
          ? withRest(upper.words, own.words[0])
          : isLabels
            ? unbroken(upper.words, own.words)
            : [...upper.words, ...own.words],
        line.page,
        line.index,
      );
    if (at >= 0) runs[at] = both(runs[at]);
    else runs.push(run(upper.words, line.page, line.index));
  }
  runs.sort((a, b) => a.box.x - b.box.x);
  return { ...line, runs, box: union(runs.map((one) => one.box)) };
}
