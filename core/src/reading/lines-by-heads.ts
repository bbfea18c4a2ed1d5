import { bottom, middleX, middleY, overlapX, right, union, type Box } from '../geometry/index.js';
import type { LabelledRows } from './candidates.js';
import { itemNumberBelow } from './item-below.js';
import { columnHeadsIn } from './labels.js';
import type { ColumnRole } from './lexicon/index.js';
import { repaired, type Cell, type LineRow, type LineTable } from './line-row.js';
import { readNumber, type DecimalMark } from './numbers.js';
import { numberSpans } from './spans.js';
import { isCarriedForward, startsTotals } from './table-bounds.js';
import { run as makeRun, type Row, type Run, type Word } from './words.js';

interface Head {
  readonly role: ColumnRole;
  readonly run: Run;
  readonly box: Box;
}

const TEXT_ROLES = new Set<ColumnRole>(['description', 'itemNumber', 'unit', 'position']);
const PREFERENCE: readonly ColumnRole[] = [
  'description',
  'netAmount',
  'unitPrice',
  'quantity',
  'taxRate',
  'discount',
  'per',
  'unit',
  'taxAmount',
  'grossAmount',
  'itemNumber',
  'position',
];

/** Reads the line table by its column heads, over all pages; null where no row looks like heads. */
export function linesByHeads(all: readonly Row[], labelled: LabelledRows, mark: DecimalMark, language: string): LineTable | null {
  const rows = joinSlopedHeads(all, language);
  let heads: Head[] = [];
  let open: 'before' | 'table' | 'over the page' | 'after' = 'before';
  const lines: Draft[] = [];
  const used = new Set<number>();
  let page = 0;
  const headsOfRows = new Map(rows.map((row) => [row, headsOf(row, rows, language, mark)]));
  const most = Math.max(0, ...[...headsOfRows.values()].map((found) => found?.length ?? 0));
  for (const full of rows) {
    const row = open === 'table' && full.page === page ? cropped(full, heads) : full;
    if (row === null) continue;
    if (row.page !== page) {
      page = row.page;
      if (open !== 'before') open = open === 'table' ? 'over the page' : 'after';
    }
    const found = row === full ? (headsOfRows.get(row) ?? null) : headsOf(row, rows, language, mark);
    // Two labels of the document's head may look like column heads: the table's own are the most.
    if (found && (heads.length === 0 ? found.length >= most - (most > 5 ? 2 : 0) : areAgain(found, heads, open === 'after'))) {
      heads = heads.length === 0 ? found : repeatedHeads(heads, found);
      open = 'table';
      used.add(row.index);
      continue;
    }
    if (open === 'over the page' && goesOn(row, lines, heads, mark)) open = 'table';
    if (open !== 'table') continue;
    if (isCarriedForward(row)) continue;
    if (startsTotals(row, labelled, mark)) {
      open = 'after';
      continue;
    }
    takeRow(row, heads, lines, mark, labelled, used);
  }
  if (heads.length === 0) return null;
  return { method: 'heads', lines: lines.map(finish), rows: used, heads };
}

/** What lines are told by: a table of tax rates has amounts, but nothing that was sold. */
const OF_LINES: readonly ColumnRole[] = ['description', 'quantity', 'unitPrice'];

/** Whether later heads are the first ones again; below the totals they must be those of lines. */
function areAgain(found: readonly Head[], first: readonly Head[], belowTotals: boolean): boolean {
  const has = (heads: readonly Head[], role: ColumnRole) => heads.some((head) => head.role === role);
  return found.length >= first.length - 2 && (!belowTotals || OF_LINES.every((role) => has(found, role) || !has(first, role)));
}

/** The rows with heads in one row that a scan's slope parted into two: the one takes up the gaps of the other. */
function joinSlopedHeads(rows: readonly Row[], language: string): Row[] {
  const joined: Row[] = [];
  for (const row of rows) {
    const before = joined.at(-1);
    if (before && goTogether(before, row, language)) {
      const runs = [...before.runs, ...row.runs].sort((a, b) => a.box.x - b.box.x);
      joined[joined.length - 1] = { ...row, runs, box: union([before.box, row.box]) };
    } else joined.push(row);
  }
  return joined;
}

function goTogether(above: Row, below: Row, language: string): boolean {
  const both = [above, below];
  if (above.page !== below.page || both.some((row) => row.runs.some((run) => run.words.some((word) => word.score === undefined))))
    return false;
  if (middleY(below.box) - middleY(above.box) > 1.2 * Math.max(above.box.height, below.box.height)) return false;
  if (above.runs.some((one) => below.runs.some((other) => overlapX(one.box, other.box) > 0))) return false;
  const heads = both.map((row) => row.runs.filter((run) => isAllHeads(run, language)));
  const others = both.flatMap((row) => row.runs.filter((run) => run.text.length > 2 && !isAllHeads(run, language)));
  return heads.every((found) => found.length > 0) && heads.flat().length > 2 && others.length === 0;
}

/** Whether a row of heads begins with a side bar's label, of which only a part is a head: “Cod. cliente”. */
function isOfSideBar(run: Run, language: string): boolean {
  const hits = columnHeadsIn(run, language);
  return hits.length === 1 && hits[0].roles.includes('itemNumber') && !isAllHeads(run, language);
}

/** Whether all of a run's words are column heads: of “Réf. commande” in a side bar only the first is. */
function isAllHeads(run: Run, language: string): boolean {
  const covered = columnHeadsIn(run, language).reduce((sum, hit) => sum + hit.to - hit.from, 0);
  return covered > 0 && covered >= run.words.filter((word) => /[\p{L}\d]/u.test(word.text)).length;
}

/** Whether a row on the next page is a line of the same table though its heads are not repeated: its amount stands where theirs do. */
function goesOn(row: Row, lines: readonly Draft[], heads: readonly Head[], mark: DecimalMark): boolean {
  const last = row.runs[row.runs.length - 1];
  const amounts = lines.flatMap(({ cells }) => cells.get('netAmount')?.at(-1) ?? []).slice(-LOOKED_BELOW);
  const isFlush = (amount: Word) => Math.abs(right(amount) - right(last.box)) < ONE_EDGE;
  // Where heads were repeated further up on the page, the columns may have moved for the last lines only.
  const sameEdge = amounts.slice(-1).some(isFlush) || amounts.filter(isFlush).length > amounts.length / 2;
  return (
    row.runs.length >= 3 &&
    sameEdge &&
    readNumber(last.words[last.words.length - 1].text, mark)?.places === 2 &&
    row.runs[0].box.x > heads[0].box.x - 14
  );
}

/** Heads that a table repeats on the next page: the same columns, moved sideways with the page, even where one of them was misread. */
function repeatedHeads(first: readonly Head[], again: readonly Head[]): Head[] {
  const moves = again.flatMap((head) => {
    const before = first.find((other) => other.role === head.role);
    return before ? [head.box.x - before.box.x] : [];
  });
  const move = [...moves].sort((a, b) => a - b)[Math.floor(moves.length / 2)] ?? 0;
  const same = moves.filter((one) => Math.abs(one - move) < 5).length;
  if (same < 2 || same < again.length - 2 || again.length > first.length || again.every((head, i) => head.role === first[i]?.role))
    return [...again];
  return first.map((head) => ({ ...head, box: { ...head.box, x: head.box.x + move } }));
}

const NUMERIC_ROLES: ReadonlySet<ColumnRole> = new Set(PREFERENCE.filter((role) => !TEXT_ROLES.has(role)));
/** Rows below a head that tell what its column holds. */
const LOOKED_BELOW = 12;

/** What a head may mean given what stands below it: amounts under a word that names goods are no descriptions. */
function rolesByContent(roles: readonly ColumnRole[], box: Box, below: readonly Row[], mark: DecimalMark): readonly ColumnRole[] {
  let [amounts, texts] = [0, 0];
  for (const row of below) {
    const run = row.runs.find(
      (one) => overlapX(one.box, box) > 0 && (Math.abs(right(one.box) - right(box)) < 8 || Math.abs(one.box.x - box.x) < 8),
    );
    if (!run) continue;
    const number = readNumber(run.text, mark);
    if (number?.places === 2) amounts++;
    else if (number === null && /\p{L}{3}/u.test(run.text)) texts++;
  }
  if (amounts >= 2 && amounts > 2 * texts) {
    const numeric = roles.filter((role) => NUMERIC_ROLES.has(role));
    return numeric.length > 0 ? numeric : ['netAmount'];
  }
  if (!roles.includes('position')) return roles;
  if (!isCounted(box, below, mark)) return roles.filter((role) => role !== 'position');
  return countsUp(box, below) ? roles.filter((role) => role !== 'quantity') : roles;
}

/** Whether the whole numbers under the head count up by one, line by line: "No" then heads positions and not quantities. */
function countsUp(box: Box, below: readonly Row[]): boolean {
  const numbers = below.flatMap((row) =>
    row.runs
      .filter((run) => overlapX(run.words[0], box) > -8 && /^\d{1,4}$/.test(run.words[0].text))
      .map((run) => Number(run.words[0].text)),
  );
  // A lone line is the first.
  return (
    numbers.length > 0 && (numbers.length > 1 || numbers[0] === 1) && numbers.every((number, i) => i === 0 || number === numbers[i - 1] + 1)
  );
}

/** Whether lines of the table begin with numbers under the head, as a column of positions has them. */
function isCounted(box: Box, below: readonly Row[], mark: DecimalMark): boolean {
  const lines = linesIn(below, mark);
  const counted = lines.filter((row) =>
    row.runs.some((run) => overlapX(run.words[0], box) > -8 && /^[\dOlI]{1,4}[.)]?$/.test(run.words[0].text)),
  );
  return counted.length >= lines.length / 3;
}

function headsOf(row: Row, rows: readonly Row[], language: string, mark: DecimalMark): Head[] | null {
  const found = row.runs.map((run, i) => ({ run, hits: i === 0 && isOfSideBar(run, language) ? [] : columnHeadsIn(run, language) }));
  if (found.reduce((sum, { hits }) => sum + hits.length, 0) < 2) return null;
  const at = rows.findIndex((other) => other.index > row.index);
  const below = (at < 0 ? [] : rows.slice(at, at + LOOKED_BELOW)).filter((other) => other.page === row.page);
  const options = found.flatMap(({ run, hits }) =>
    hits.map((hit) => {
      const box = union(run.words.slice(hit.from, hit.to));
      return { roles: rolesByContent(hit.roles, box, below, mark), run, box };
    }),
  );
  const covered = new Set(options.map((option) => option.run));
  if (row.runs.some((run) => numberSpans(run, mark).some((span) => span.number.places === 2))) return null;
  if (row.runs.filter((run) => !covered.has(run)).length > 2) return null;
  const heads: Head[] = [];
  const free = new Set(options);
  // The least ambiguous heads first, then the roles that a table can least do without.
  for (const role of PREFERENCE) {
    const able = [...free]
      .filter((option) => option.roles.includes(role))
      .sort((a, b) => a.roles.length - b.roles.length || (role === 'netAmount' ? b.box.x - a.box.x : a.box.x - b.box.x));
    if (able.length === 0) continue;
    free.delete(able[0]);
    heads.push({ role, run: able[0].run, box: able[0].box });
  }
  const roles = new Set(heads.map((head) => head.role));
  if (!roles.has('netAmount') && !roles.has('unitPrice') && !roles.has('grossAmount')) return null;
  if (!roles.has('description') && !roles.has('quantity') && heads.length < 3) return null;
  const named = roles.has('description') ? overItsText(heads, below) : withDescription(heads, below, mark);
  return withCodes(withUnnamed(named, below, mark), below, mark).sort((a, b) => a.box.x - b.box.x);
}

/** Left edges that differ by less are one edge. */
const ONE_EDGE = 4;
/** Farther than this from its text, a head is another column's. */
const HEAD_OFF = 25;

/** The heads with that of the descriptions over the edge where most of these begin: readers of scans misplace words. */
function overItsText(heads: readonly Head[], below: readonly Row[]): Head[] {
  const description = heads.find((head) => head.role === 'description');
  if (!description) return [...heads];
  const near = below.flatMap((row) =>
    row.runs.filter((run) => /\p{L}{3}/u.test(run.text) && Math.abs(run.box.x - description.box.x) < HEAD_OFF).map((run) => run.box.x),
  );
  const votes = (edge: number) => near.filter((x) => Math.abs(x - edge) < ONE_EDGE).length;
  const edge = near.reduce((best, x) => (votes(x) > votes(best) ? x : best), description.box.x);
  const taken = heads.some((head) => head !== description && Math.abs(head.box.x - edge) < Math.abs(description.box.x - edge));
  if (taken || votes(edge) < below.length / 2 || Math.abs(edge - description.box.x) < ONE_EDGE) return [...heads];
  const box = { ...description.box, x: edge, width: Math.max(right(description.box) - edge, 1) };
  return heads.map((head) => (head === description ? { ...head, box } : head));
}

/** Rows that look like a table's lines: several runs, an amount among them. */
const linesIn = (rows: readonly Row[], mark: DecimalMark): Row[] =>
  rows.filter((row) => row.runs.length > 2 && row.runs.some((run) => readNumber(run.text, mark)?.places === 2));

/** The heads, with one for the column of text under no head that most lines have. */
function withDescription(heads: Head[], below: readonly Row[], mark: DecimalMark): Head[] {
  const lines = linesIn(below, mark);
  const texts = lines.flatMap((row) =>
    row.runs.filter((run) => /\p{L}{3}/u.test(run.text) && !heads.some((head) => overlapX(head.box, run.box) > 0)),
  );
  const flush = (run: Run) => texts.filter((other) => Math.abs(other.box.x - run.box.x) < ONE_EDGE);
  const column = texts.map(flush).reduce((best, one) => (one.length > best.length ? one : best), []);
  if (column.length === 0 || column.length < 0.6 * lines.length) return heads;
  return [...heads, { role: 'description', run: column[0], box: union(column.map((run) => run.box)) }];
}

/** The heads, with one for a column of item numbers left of them all that no head names. */
function withCodes(heads: Head[], below: readonly Row[], mark: DecimalMark): Head[] {
  if (heads.some((head) => head.role === 'itemNumber')) return heads;
  const left = Math.min(...heads.map((head) => head.box.x));
  const lines = linesIn(below, mark);
  const codes = lines.flatMap((row) =>
    row.runs.slice(0, 1).filter((run) => run.words.length === 1 && right(run.box) < left && /\d.*\d.*\d/.test(run.text)),
  );
  const edge = codes[0]?.box.x ?? 0;
  if (codes.length < 3 || codes.length < 0.8 * lines.length || codes.some((run) => Math.abs(run.box.x - edge) >= ONE_EDGE)) return heads;
  return [...heads, { role: 'itemNumber', run: codes[0], box: union(codes.map((run) => run.box)) }];
}

/** The heads, with ones for columns of amounts, of prices and of quantities whose own heads were not read. */
function withUnnamed(named: Head[], below: readonly Row[], mark: DecimalMark): Head[] {
  const last = named.find((head) => head.role === 'unitPrice');
  const amounts =
    last && !named.some((head) => head.role === 'netAmount' || head.role === 'grossAmount')
      ? unnamed('netAmount', right(last.box), Infinity, named, below, mark)
      : null;
  const heads = amounts ? [...named, amounts] : named;
  const of = (role: ColumnRole) => heads.find((head) => head.role === role);
  const [description, amount] = [of('description'), of('netAmount')];
  if (!description || !amount) return heads;
  const price =
    of('unitPrice') ?? unnamed('unitPrice', right((of('unit') ?? of('quantity') ?? description).box), amount.box.x, heads, below, mark);
  const known = price && !heads.includes(price) ? [...heads, price] : heads;
  const quantity = of('quantity') ?? (price && unnamed('quantity', right(description.box), price.box.x, known, below, mark));
  return quantity && !known.includes(quantity) ? [...known, quantity] : known;
}

/** A column of numbers between two others that no head names: prices and amounts have two decimals, quantities may carry a unit. */
function unnamed(
  role: 'quantity' | 'unitPrice' | 'netAmount',
  from: number,
  to: number,
  heads: readonly Head[],
  below: readonly Row[],
  mark: DecimalMark,
): Head | null {
  const fits = (run: Run) => {
    const number = readNumber(run.words[0].text, mark) ?? (/^\d[\d.,]*\p{L}{1,3}$/u.test(run.text) ? { places: 0 } : null);
    return number !== null && run.words.length <= 2 && (role === 'quantity' || (number.places === 2 && run.words.length === 1));
  };
  // The amounts of totals below the table, of two cells a row, are no column of it.
  const lines = linesIn(below, mark);
  const able = lines.flatMap((row) =>
    row.runs.filter(
      (run) => run.box.x > from && right(run.box) < to && fits(run) && !heads.some((head) => overlapX(head.box, run.box) > 0),
    ),
  );
  // One column: numbers elsewhere, as among the totals below the table, are none of it.
  const columns = able.map((run) => able.filter((other) => overlapX(other.box, run.box) > 0));
  const found = columns.reduce((most, one) => (one.length > most.length ? one : most), []);
  if (found.length < 2 || found.length < 0.6 * lines.length) return null;
  return { role, run: found[0], box: union(found.map((run) => run.box)) };
}

/** The row without what stands beside the table, in a side bar; null where nothing else is on it. */
function cropped(row: Row, heads: readonly Head[]): Row | null {
  const first = heads[0];
  const last = heads[heads.length - 1];
  const left = TEXT_ROLES.has(first.role) ? first.box.x - 14 : first.box.x - 70;
  const runs = row.runs.filter(
    (run) => right(run.box) > left && run.box.x < right(last.box) + 30 && !(run.box.x < left - 20 && right(run.box) < right(first.box)),
  );
  if (runs.length === 0) return null;
  return runs.length === row.runs.length ? row : { ...row, runs, box: union(runs.map((run) => run.box)) };
}

interface Draft {
  page: number;
  boxes: Box[];
  bottom: number;
  rowHeight: number;
  cells: Map<ColumnRole, Word[]>;
  mark: DecimalMark;
}

function takeRow(row: Row, heads: readonly Head[], lines: Draft[], mark: DecimalMark, labelled: LabelledRows, used: Set<number>): void {
  const cells = new Map<ColumnRole, Word[]>();
  for (const run of row.runs) for (const [role, words] of place(run, heads, mark)) cells.set(role, [...(cells.get(role) ?? []), ...words]);
  const amountRole: ColumnRole = heads.some((head) => head.role === 'netAmount')
    ? 'netAmount'
    : heads.some((head) => head.role === 'grossAmount')
      ? 'grossAmount'
      : 'unitPrice';
  const printed = numberIn(cells.get(amountRole), mark);
  const amount = printed !== null && sameGrain(printed, lines[0], amountRole) ? printed : null;
  const last = lines.at(-1);
  const inTable = row.box.x >= heads[0].box.x - 60;
  if (
    amount !== null &&
    inTable &&
    (cells.has('description') || cells.has('itemNumber') || !heads.some((head) => head.role === 'description'))
  ) {
    lines.push({ page: row.page, boxes: [row.box], bottom: bottom(row.box), rowHeight: row.box.height, cells, mark });
    used.add(row.index);
    return;
  }
  if (!last || last.page !== row.page) return;
  if (row.box.y - last.bottom > 1.1 * last.rowHeight || !isContinuation(row, last, cells, labelled)) return;
  const runs = row.runs.filter((run) => !/^[^\p{L}\d]+$/u.test(run.text));
  const rest = wrappedItem(runs, last);
  if (rest) last.cells.set('itemNumber', [...(last.cells.get('itemNumber') ?? []), ...rest.words]);
  const text = runs.filter((run) => run !== rest);
  const item = itemNumberBelow(text);
  if (item) last.cells.set('itemNumber', item);
  else last.cells.set('description', [...(last.cells.get('description') ?? []), ...text.flatMap((run) => run.words)]);
  last.boxes.push(row.box);
  last.bottom = bottom(row.box);
  used.add(row.index);
}

/** Amounts of one table have one number of decimals; a lone other one is text under the table. */
function sameGrain(amount: string, first: Draft | undefined, role: ColumnRole): boolean {
  const places = (text: string | null) => text?.split('.')[1]?.length ?? 0;
  return first === undefined || role === 'unitPrice' || places(amount) === places(numberIn(first.cells.get(role), first.mark));
}

/** The end of an item number that wraps in its column: what stands under one that ends in a dash or slash. */
function wrappedItem(runs: readonly Run[], last: Draft): Run | null {
  const item = last.cells.get('itemNumber');
  const [first] = runs;
  if (!item || !first || runs.length > 2 || first.words.length > 1) return null;
  return Math.abs(first.box.x - item[0].x) < 4 && /[-/]$/.test(item[item.length - 1].text) ? first : null;
}

function isContinuation(row: Row, last: Draft, cells: ReadonlyMap<ColumnRole, Word[]>, labelled: LabelledRows): boolean {
  const description = last.cells.get('description');
  if (!description || row.runs.length > 2) return false;
  const left = Math.min(...description.map((word) => word.x));
  const wrapped = wrappedItem(row.runs, last);
  const first = row.runs.find((run) => run !== wrapped) ?? row.runs[0];
  if (first.box.x < left - 4 || first.box.x > Math.max(...description.map(right)) + 10) return false;
  if (
    labelled.onRow(first.row).some((label) => label.run === first && label.from === 0 && label.meaning === 'other' && /\d/.test(first.text))
  )
    return false;
  return [...cells.keys()].every(
    (role) => TEXT_ROLES.has(role) || role === 'quantity' || role === 'unitPrice' || role === 'discount' || role === 'per',
  );
}

/** Which words of a run stand in which column. */
function place(printed: Run, heads: readonly Head[], mark: DecimalMark): Map<ColumnRole, Word[]> {
  const groups = new Map<ColumnRole, Word[]>();
  const run = unglued(printed, heads);
  const whole = columnOf(run.box, run.words, heads, mark);
  const crossed = heads.filter((head) => overlapX(head.box, run.box) > 1);
  if (
    isQuantityWithUnit(run.words, mark) &&
    crossed.length <= 1 &&
    whole?.role === 'quantity' &&
    !heads.some((head) => head.role === 'unit')
  )
    return groups.set('quantity', [...run.words]);
  if (whole?.role === 'unit' && isQuantityWithUnit(run.words, mark) && heads.some((head) => head.role === 'quantity'))
    return groups.set('quantity', run.words.slice(0, -1)).set('unit', run.words.slice(-1));
  const several = whole !== null && NUMERIC_ROLES.has(whole.role) && run.words.length > 1 && numberSpans(run, mark).length > 1;
  if (crossed.length <= 1 && whole && !several && !endsInNumericColumn(run, heads, mark, whole))
    return groups.set(whole.role, [...run.words]);
  for (const words of numbersTogether(run, mark)) {
    const head = columnOf(union(words), words, heads, mark);
    if (head) groups.set(head.role, [...(groups.get(head.role) ?? []), ...words]);
  }
  return groups;
}

/** White within a number, as a share of its height: a space at most. */
const SPACE = 0.4;

/** The words of a run, those of a number with spaces between its thousands as one: "5,5 % 11 571,00" has two numbers. */
function numbersTogether(run: Run, mark: DecimalMark): (readonly Word[])[] {
  const spans = numberSpans(run, mark).filter(({ from, to }) =>
    run.words.slice(from + 1, to).every((word, i) => word.x - right(run.words[from + i]) < SPACE * word.height),
  );
  return run.words.flatMap((word, i) => {
    const span = spans.find(({ from, to }) => i >= from && i < to);
    return span ? (span.from === i ? [run.words.slice(i, span.to)] : []) : [[word]];
  });
}

/** Quantities have three decimals at most: a one behind these is the sign for litres. */
const LITRES = /^(\d+[.,]\d{3})(1)$/;

/** A quantity that a reader of a scan glued to its unit ("2St", "8C"), as two words. */
function unglued(run: Run, heads: readonly Head[]): Run {
  const [word] = run.words;
  const scanned = run.words.length === 1 && word.score !== undefined;
  const parts = scanned ? (/^(\d[\d.,]*)[|/\\()\[\]{}]*(\p{L}[\p{L}²³]{0,4})$/u.exec(word.text) ?? LITRES.exec(word.text)) : null;
  if (!parts || !heads.some((head) => head.role === 'quantity' && overlapX(head.box, run.box) > -4)) return run;
  const letter = word.width / word.text.length;
  const [number, unit] = [parts[1], parts[2] === '1' ? 'l' : parts[2]];
  const words = [
    { ...word, text: number, width: number.length * letter, alternatives: [] },
    { ...word, text: unit, x: word.x + number.length * letter, width: unit.length * letter, alternatives: [] },
  ];
  return makeRun(words, run.page, run.row);
}

/** A long run whose last words are numbers under another head: a narrow gap joined two columns. */
function endsInNumericColumn(run: Run, heads: readonly Head[], mark: DecimalMark, whole: Head): boolean {
  const last = run.words[run.words.length - 1];
  if (run.words.length < 2 || readNumber(last.text, mark) === null) return false;
  const head = columnOf(last, [last], heads, mark);
  return head !== null && head !== whole && !TEXT_ROLES.has(head.role) && Math.abs(right(last) - right(head.box)) < 4;
}

function columnOf(box: Box, words: readonly Word[], heads: readonly Head[], mark: DecimalMark): Head | null {
  const numeric =
    words.every((word) => readNumber(word.text.replace(/%$/, ''), mark) !== null || /^[-–£€$%]$/.test(word.text)) ||
    isQuantityWithUnit(words, mark);
  let best: Head | null = null;
  let least = Infinity;
  heads.forEach((head, i) => {
    const text = TEXT_ROLES.has(head.role);
    const end = text ? (heads[i + 1]?.box.x ?? Infinity) : right(head.box);
    const inside = overlapX(box, head.box) > 0.3 * Math.min(box.width, head.box.width);
    const edges = Math.min(
      Math.abs(right(box) - right(head.box)),
      Math.abs(box.x - head.box.x),
      Math.abs(middleX(box) - middleX(head.box)),
    );
    let cost = inside ? Math.min(edges, 8) : edges + 6;
    if (text && box.x >= head.box.x - 4 && box.x < end - 2) cost = Math.min(cost, head.role === 'description' ? 6 : 10);
    if (numeric && head.role === 'description') cost += 25;
    if (!numeric && !text) cost += head.role === 'quantity' && words.length <= 2 ? 14 : 60;
    if (!numeric && head.role === 'position') cost += 40;
    if (cost < least) [best, least] = [head, cost];
  });
  return best;
}

/** "31 days", "1 302,125 kVArh", "23 Dose": a number and one word. */
function isQuantityWithUnit(words: readonly Word[], mark: DecimalMark): boolean {
  const unit = words[words.length - 1];
  const number = words
    .slice(0, -1)
    .map((word) => word.text)
    .join(' ');
  return words.length >= 2 && words.length <= 3 && readNumber(number, mark) !== null && /^\p{L}[\p{L}²³./]*$/u.test(unit.text);
}

function numberIn(words: readonly Word[] | undefined, mark: DecimalMark): string | null {
  return numberCell(words, mark)?.value ?? null;
}

function numberCell(words: readonly Word[] | undefined, mark: DecimalMark): { value: string; others: string[] } | null {
  if (!words || words.length === 0) return null;
  const span = numberSpans(makeRun(words, 0, 0), mark)[0];
  const text = words.map((word) => word.text).join(' ');
  const value = readNumber(text.replace(/\s*%$/, ''), mark)?.value ?? span?.number.value ?? null;
  return value === null ? null : { value, others: span?.others.map((other) => other.value) ?? [] };
}

function finish(draft: Draft): LineRow {
  const cells: Partial<Record<ColumnRole, Cell>> = {};
  for (const [role, words] of draft.cells) {
    const box = union(words);
    if (TEXT_ROLES.has(role)) {
      const text = words.map((word) => word.text).join(' ');
      cells[role] = { value: role === 'itemNumber' ? text.replace(/(?<=[-/]) /g, '') : text, box };
      continue;
    }
    const number = numberCell(words, draft.mark);
    if (number !== null) cells[role] = { ...number, box };
    if (role === 'quantity' && !draft.cells.has('unit')) {
      const unit = words.filter((word) => /\p{L}|²|³/u.test(word.text) && readNumber(word.text, draft.mark) === null);
      if (unit.length > 0) cells.unit = { value: unit.map((word) => word.text).join(' '), box: union(unit) };
    }
  }
  return repaired({ page: draft.page, box: union(draft.boxes), cells, words: [...draft.cells.values()].flat() });
}
