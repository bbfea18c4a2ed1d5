import { LINE_CELLS, holdsNumber, type LineCell } from '../documents/index.js';
import { middleY, overlapX, right, union, type Box } from '../geometry/index.js';
import { Decimal, decimal, isDecimalString } from '../money/index.js';
import type { Habit } from '../reading/habit.js';
import type { Gathered } from '../reading/gather.js';
import { rolesOfHead } from '../reading/language/labels.js';
import { fold } from '../reading/language/phrases.js';
import { numberSpans } from '../reading/print/spans.js';
import type { DocumentReading } from '../reading/index.js';
import type { Row, Word } from '../reading/print/words.js';

export type TaughtLine = Readonly<Partial<Record<LineCell, string | null>>>;

/** Rows above the first line in which its columns' heads may stand. */
const HEADS_ABOVE = 4;
/** And how far above it, in points. */
const FARTHEST_HEADS = 60;
/** Ends that differ by less are one edge. */
const ONE_EDGE = 6;

export interface Column {
  readonly role: LineCell;
  readonly box: Box;
}

/** Where lines stand on the pages, with their columns and the row of their heads; null where that is not found. */
export interface FoundTable {
  readonly placed: readonly PlacedLine[];
  readonly columns: readonly Column[];
  readonly heads: Row | null;
}

/** Where these lines stand; null where they are not found. */
export function foundTable(lines: readonly TaughtLine[], gathered: Gathered): FoundTable | null {
  const placed = rowsOfLines(lines, gathered);
  if (placed.length === 0) return null;
  const columns = LINE_CELLS.flatMap((role) => columnOf(role, placed, gathered) ?? []);
  return { placed, columns, heads: headRow(placed, columns, gathered.rows) };
}

/** What the heads of the columns are that the cells of these lines stand in; nothing where their heads are not found. */
export function columnHabits(
  { placed, columns, heads: row }: FoundTable,
  lines: readonly TaughtLine[],
  gathered: Gathered,
  without: DocumentReading,
): Habit[] {
  const heads = row === null ? [] : headsOf(row, columns);
  const contradicted = contradictFigures(lines, without);
  return heads.flatMap(({ words, role, x, to }, place): Habit[] => {
    const byFigures = role === null ? roleByFigures(figuresUnder({ x, to }, placed, gathered)) : null;
    const own = role ?? (isCounted(x, placed) ? 'position' : byFigures);
    const known = rolesOfHead(words);
    // What a known head means its cells need not show: a rate may be printed as a letter.
    if (own === null && known.length > 0) return [];
    // What readers of a scan saw nothing in says nothing, where a cell of the lines was found nowhere.
    if (own === null && lines.some((line) => lacksPlace(line, columns)) && !placed.some(({ row }) => hasWords(row, x, to))) return [];
    // What figures make of each other goes against no word.
    const against = (known.length > 0 && own !== null && byFigures === null && !known.includes(own)) || contradicted;
    return [{ what: 'column', words, role: own, place, ...(against ? { against } : {}) }];
  });
}

/** Whether a line has a cell of which no column was found; a rate may be said elsewhere. */
const lacksPlace = (line: TaughtLine, columns: readonly Column[]): boolean =>
  LINE_CELLS.some((cell) => cell !== 'taxRate' && line[cell] != null && !columns.some(({ role }) => role === cell));
const hasWords = ({ runs }: Row, x: number, to: number): boolean =>
  runs.some((run) => run.words.some((word) => word.x < to && right(word) > x));

/** The rows that the lines take, with their heads, by index. */
export interface LinesRange {
  readonly first: number;
  readonly last: number;
}

export const linesRange = ({ placed, heads }: FoundTable): LinesRange => ({
  first: (heads ?? placed[0].row).index,
  last: placed[placed.length - 1].row.index,
});

/** Whether lines say other quantities or prices than were read without a question: a slip, perhaps. */
function contradictFigures(lines: readonly TaughtLine[], { lines: read, doubts }: DocumentReading): boolean {
  if (read.length !== lines.length || doubts.some(({ field, line }) => field === 'lines' || (field === null && line === null)))
    return false;
  return lines.some((line, at) =>
    (['quantity', 'unitPrice'] as const).some((cell) => {
      const [own, said] = [read[at][cell]?.value ?? null, line[cell] ?? null];
      const isAsked = doubts.some((doubt) => doubt.line === at && (doubt.field === cell || doubt.field === null));
      return own !== null && !isAsked && (said === null || !isDecimalString(said) || !decimal(said).eq(own));
    }),
  );
}

export interface PlacedLine {
  readonly line: TaughtLine;
  readonly row: Row;
}

/** The row of each line: one that has its amount, or its price, and a word of its description, in their order. */
function rowsOfLines(lines: readonly TaughtLine[], { rows, mark }: Gathered): PlacedLine[] {
  const placed: PlacedLine[] = [];
  let from = 0;
  for (const line of lines) {
    const number = [line.netAmount, line.unitPrice].find((value) => value != null && isDecimalString(value));
    const [word] = fold(line.description ?? '')
      .split(' ')
      .filter((part) => part.length > 2);
    if (!number) continue;
    const at = rows.findIndex(
      (row, i) =>
        i >= from &&
        row.runs.some((run) => numberSpans(run, mark).some((span) => decimal(span.number.value).abs().eq(decimal(number).abs()))) &&
        (word === undefined || [rows[i - 1], row, rows[i + 1]].some((near) => near?.runs.some((run) => fold(run.text).includes(word)))),
    );
    if (at < 0) continue;
    placed.push({ line, row: rows[at] });
    from = at + 1;
  }
  return placed;
}

/** Where the cells of a role stand: the edge that most lines have it at. */
function columnOf(role: LineCell, placed: readonly PlacedLine[], { mark }: Gathered): Column | null {
  const found = placed.flatMap(({ line, row }) => {
    const value = line[role];
    if (value == null) return [];
    return row.runs.flatMap((run): Box[] => {
      if (holdsNumber(role))
        return isDecimalString(value)
          ? numberSpans(run, mark)
              .filter(({ number }) => decimal(number.value).abs().eq(decimal(value).abs()))
              .map(({ box }) => box)
          : [];
      const words = fold(value).split(' ');
      const at = run.words.findIndex((word) => fold(word.text) === words[0] || fold(word.text).split(' ')[0] === words[0]);
      return at < 0 ? [] : [union(run.words.slice(at, at + words.length))];
    });
  });
  if (found.length === 0) return null;
  const near = (box: Box) =>
    found.filter((other) => Math.abs(other.x - box.x) < ONE_EDGE || Math.abs(right(other) - right(box)) < ONE_EDGE);
  const best = found.map(near).reduce((most, one) => (one.length > most.length ? one : most));
  return best.length < 0.4 * placed.length ? null : { role, box: union(best) };
}

interface HeadWords {
  words: string;
  role: LineCell | null;
  x: number;
  to: number;
}

/** The row of heads: the nearest one above the first line whose words stand over at least half of the columns. */
function headRow(placed: readonly PlacedLine[], columns: readonly Column[], rows: readonly Row[]): Row | null {
  const first = placed[0].row;
  const said = placed.map(({ line }) => ` ${fold(line.description ?? '')} `);
  const at = rows.indexOf(first);
  for (let i = at - 1; i >= Math.max(0, at - HEADS_ABOVE) && rows[i].page === first.page; i--) {
    if (first.box.y - middleY(rows[i].box) > FARTHEST_HEADS) break;
    const words = rows[i].runs.flatMap((run) => [...run.words]);
    // What a line says above its numbers heads nothing, nor does a line of an address.
    if (rows[i].runs.length < 2 || rows[i].runs.some((run) => said.some((text) => text.includes(` ${fold(run.text)} `)))) continue;
    if (words.some(({ text }) => /\d[.,]\d\d\b/.test(text))) continue;
    const over = new Set(words.flatMap((word) => columnOver(word, columns)?.role ?? []));
    if (over.size >= Math.max(2, columns.length / 2)) return rows[i];
  }
  return null;
}

function headsOf(row: Row, columns: readonly Column[]): HeadWords[] {
  const heads: HeadWords[] = [];
  for (const run of row.runs) {
    let last: LineCell | null | undefined;
    for (const word of run.words) {
      const role = columnOver(word, columns)?.role ?? null;
      const text = fold(word.text);
      if (text === '') continue;
      const head = heads.at(-1);
      // Words that stand together are one head, save where each stands over a column of its own.
      if (head && last !== undefined && (role === last || role === null || last === null)) {
        head.words += ` ${text}`;
        head.role = last = role ?? last;
        head.to = right(word);
      } else {
        heads.push({ words: text, role, x: word.x, to: right(word) });
        last = role;
      }
    }
  }
  return heads.filter(({ words }) => /[\p{L}%#№]/u.test(words));
}

/** The column that a word stands over: flush with it at either end, else above it. */
function columnOver(word: Word, columns: readonly Column[]): Column | null {
  const off = ({ box }: Column) =>
    Math.min(Math.abs(box.x - word.x), Math.abs(right(box) - right(word)), Math.abs(box.x + box.width / 2 - (word.x + word.width / 2)));
  const able = columns.filter(
    ({ box }) => overlapX(box, word) > 0 || Math.abs(right(box) - right(word)) < ONE_EDGE || Math.abs(box.x - word.x) < ONE_EDGE,
  );
  return able.reduce<Column | null>((best, one) => (best === null || off(one) < off(best) ? one : best), null);
}

interface Figure {
  readonly line: TaughtLine;
  readonly value: Decimal;
}

/** The numbers that the lines have under a head of which no cell is. */
function figuresUnder({ x, to }: { x: number; to: number }, placed: readonly PlacedLine[], { mark }: Gathered): Figure[] {
  return placed.flatMap(({ line, row }) => {
    const span = row.runs
      .flatMap((run) => numberSpans(run, mark))
      .find(({ box }) => Math.abs(right(box) - to) < ONE_EDGE || (box.x < to && right(box) > x) || Math.abs(box.x - x) < ONE_EDGE);
    return span ? [{ line, value: decimal(span.number.value) }] : [];
  });
}

/** What numbers beside the cells of lines are by what they make of them: a discount, what the price is for, or the amount with the tax in it; null where they make nothing. */
function roleByFigures(figures: readonly Figure[]): 'discount' | 'per' | 'grossAmount' | 'taxAmount' | null {
  const fits = (test: (figure: { value: Decimal; product: Decimal | null; net: Decimal | null; rate: Decimal | null }) => boolean) =>
    figures.length > 0 &&
    figures.every(({ line, value }) => {
      const of = (cell: LineCell) => (line[cell] != null && isDecimalString(line[cell]) ? decimal(line[cell]) : null);
      const [quantity, price, net, rate] = [of('quantity'), of('unitPrice'), of('netAmount'), of('taxRate')];
      return test({ value, product: quantity && price && quantity.times(price), net, rate });
    });
  const near = (one: Decimal, other: Decimal) => one.minus(other).abs().lte('0.02');
  if (fits(({ value, product, net }) => net === null && product !== null && near(product, value))) return 'grossAmount';
  if (
    fits(
      ({ value, product, net }) =>
        product !== null && net !== null && value.gt(0) && near(product.times(new Decimal(100).minus(value)).div(100), net),
    )
  )
    return 'discount';
  if (fits(({ value, product, net }) => product !== null && net !== null && value.gte(10) && near(product.div(value), net))) return 'per';
  if (fits(({ value, net, rate }) => net !== null && rate !== null && rate.gt(0) && near(net.times(rate).div(100), value)))
    return 'taxAmount';
  if (fits(({ value, net, rate }) => net !== null && rate !== null && near(net.times(rate.plus(100)).div(100), value) && !value.eq(net)))
    return 'grossAmount';
  return null;
}

/** Whether the lines are numbered in the column that begins here. */
function isCounted(x: number, placed: readonly PlacedLine[]): boolean {
  const numbers = placed.map(({ row }) => row.runs.flatMap((run) => run.words).find((word) => Math.abs(word.x - x) < 3 * ONE_EDGE)?.text);
  return numbers.every((text, i) => text !== undefined && Number.parseInt(text, 10) === i + 1);
}
