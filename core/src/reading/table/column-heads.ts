import { middleY, overlapX, right, union, type Box } from '../../geometry/index.js';
import { columnHeadsIn } from '../language/labels.js';
import type { ColumnRole } from '../../languages/index.js';
import { readNumber, type DecimalMark } from '../print/numbers.js';
import { dateSpans, numberSpans } from '../print/spans.js';
import type { Row, Run } from '../print/words.js';
import type { Wording } from '../language/wording.js';

/** What stands under a head: `other` is known to be a column, and nothing that lines are made of. */
export type HeadRole = ColumnRole | 'other';

/** A column's head: what the column holds, and where the head stands, in points. */
export interface Head {
  readonly role: HeadRole;
  readonly run: Run;
  readonly box: Box;
}

/** What columns of words hold, and below what those of numbers do. */
export const TEXT_ROLES = new Set<HeadRole>(['description', 'itemNumber', 'unit', 'position']);
/** The order in which roles get their heads: those that a table can least do without first. */
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

/** What lines are told by: a table of tax rates has amounts, but nothing that was sold. */
const OF_LINES: readonly ColumnRole[] = ['description', 'quantity', 'unitPrice'];

/** Whether later heads are the first ones again: with one at least of those that tell lines, below the totals with all of them. */
export function areAgain(found: readonly Head[], first: readonly Head[], belowTotals: boolean): boolean {
  const has = (heads: readonly Head[], role: ColumnRole) => heads.some((head) => head.role === role);
  const wanted = OF_LINES.filter((role) => has(first, role));
  const again = wanted.filter((role) => has(found, role));
  return found.length >= first.length - 2 && (belowTotals ? again.length === wanted.length : again.length > 0 || wanted.length === 0);
}

/** The rows with heads in one row that a scan's slope parted into two: the one takes up the gaps of the other. */
export function joinSlopedHeads(rows: readonly Row[], wording: Wording): Row[] {
  const joined: Row[] = [];
  for (const row of rows) {
    const before = joined.at(-1);
    if (before && goTogether(before, row, wording)) {
      const runs = [...before.runs, ...row.runs].sort((a, b) => a.box.x - b.box.x);
      joined[joined.length - 1] = { ...row, runs, box: union([before.box, row.box]) };
    } else joined.push(row);
  }
  return joined;
}

function goTogether(above: Row, below: Row, wording: Wording): boolean {
  const both = [above, below];
  if (above.page !== below.page || both.some((row) => row.runs.some((run) => run.words.some((word) => word.score === undefined))))
    return false;
  if (middleY(below.box) - middleY(above.box) > 1.2 * Math.max(above.box.height, below.box.height)) return false;
  if (above.runs.some((one) => below.runs.some((other) => overlapX(one.box, other.box) > 0))) return false;
  const heads = both.map((row) => row.runs.filter((run) => isAllHeads(run, wording)));
  const others = both.flatMap((row) => row.runs.filter((run) => run.text.length > 2 && !isAllHeads(run, wording)));
  return heads.every((found) => found.length > 0) && heads.flat().length > 2 && others.length === 0;
}

/** Whether a row of heads begins with a side bar's label, of which only a part is a head: “Cod. cliente”. */
function isOfSideBar(run: Run, wording: Wording): boolean {
  const hits = columnHeadsIn(run, wording);
  return hits.length === 1 && hits[0].roles.includes('itemNumber') && !isAllHeads(run, wording);
}

/** Whether all of a run's words are column heads: of “Réf. commande” in a side bar only the first is. */
function isAllHeads(run: Run, wording: Wording): boolean {
  const covered = columnHeadsIn(run, wording).reduce((sum, hit) => sum + hit.to - hit.from, 0);
  return covered > 0 && covered >= run.words.filter((word) => /[\p{L}\d]/u.test(word.text)).length;
}

/** Heads that a table repeats on the next page: the same columns, moved sideways with the page, even where one of them was misread. */
export function repeatedHeads(first: readonly Head[], again: readonly Head[]): Head[] {
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

export const NUMERIC_ROLES: ReadonlySet<HeadRole> = new Set(PREFERENCE.filter((role) => !TEXT_ROLES.has(role)));
/** Rows below a head that tell what its column holds. */
export const LOOKED_BELOW = 12;

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
  if (roles.includes('itemNumber') && roles.includes('description') && headsCodes(box, below, mark))
    return roles.filter((role) => role !== 'description');
  if (!roles.includes('position')) return roles;
  if (!isCounted(box, below, mark)) return roles.filter((role) => role !== 'position');
  return countsUp(box, below) ? roles.filter((role) => role !== 'quantity' && role !== 'itemNumber') : roles;
}

/** Words may begin so far left of their head. */
const NEAR_HEAD = 12;

/** Letters of the words that the lines have from a head to the next one, dates left out. */
function saidUnder(box: Box, heads: readonly { readonly box: Box }[], below: readonly Row[], mark: DecimalMark): number {
  const next = Math.min(...heads.filter((head) => head.box.x > box.x).map((head) => head.box.x));
  const words = linesIn(below, mark)
    .flatMap((row) => row.runs.filter((run) => dateSpans(run).length === 0))
    .flatMap((run) => run.words.filter((word) => word.x > box.x - NEAR_HEAD && word.x < next - NEAR_HEAD));
  return words.reduce((letters, word) => letters + word.text.replace(/[^\p{L}]/gu, '').length, 0);
}

/** Whether the lines have codes under the head: a word that names both articles and their numbers then heads the numbers. */
function headsCodes(box: Box, below: readonly Row[], mark: DecimalMark): boolean {
  const cells = linesIn(below, mark).flatMap((row) => row.runs.filter((run) => Math.abs(run.box.x - box.x) < ONE_EDGE));
  return cells.length > 0 && cells.every((run) => run.words.length === 1 && isCode(run.text));
}

/** Whether the whole numbers under the head count up by one, line by line: "No" then heads positions, not quantities or item numbers. */
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

/** The heads of a table's columns that a row is made of, from left to right; null where it is none. `totals` are the rows where tables end. */
export function headsOf(row: Row, rows: readonly Row[], totals: ReadonlySet<Row>, wording: Wording, mark: DecimalMark): Head[] | null {
  const found = row.runs.map((run, i) => ({ run, hits: i === 0 && isOfSideBar(run, wording) ? [] : columnHeadsIn(run, wording) }));
  if (found.reduce((sum, { hits }) => sum + hits.length, 0) < 2) return null;
  const below = rowsUnder(row, rows, totals);
  const options = found.flatMap(({ run, hits }) =>
    hits.map((hit) => {
      const box = union(run.words.slice(hit.from, hit.to));
      return { roles: hit.owned ? hit.roles : rolesByContent(hit.roles, box, below, mark), run, box };
    }),
  );
  const covered = new Set(options.map((option) => option.run));
  if (row.runs.some((run) => numberSpans(run, mark).some((span) => span.number.places === 2))) return null;
  const heads: Head[] = [];
  const free = new Set(options);
  // The least ambiguous heads first.
  for (const role of PREFERENCE) {
    const able = [...free]
      .filter((option) => option.roles.includes(role))
      .sort((a, b) => a.roles.length - b.roles.length || (role === 'netAmount' ? b.box.x - a.box.x : a.box.x - b.box.x));
    // Of two heads that may name the goods, the one with more said below it does.
    if (role === 'description' && able.length > 1)
      able.sort((a, b) => saidUnder(b.box, options, below, mark) - saidUnder(a.box, options, below, mark));
    if (able.length === 0) continue;
    free.delete(able[0]);
    heads.push({ role, run: able[0].run, box: able[0].box });
  }
  const roles = new Set(heads.map((head) => head.role));
  const unknown = row.runs.filter((run) => !covered.has(run));
  const isPlain = roles.size > 2 && roles.has('description') && (roles.has('netAmount') || roles.has('unitPrice'));
  if (unknown.length > (isPlain ? roles.size : 2)) return null;
  if (!roles.has('netAmount') && !roles.has('unitPrice') && !roles.has('grossAmount')) return null;
  if (!roles.has('description') && !roles.has('quantity') && heads.length < 3) return null;
  const named = roles.has('description') ? overItsText(heads, below) : withDescription(heads, below, mark);
  const known = withCodes(withUnnamed(named, below, mark), below, mark);
  return withOthers(known, [...unknown.map((run) => ({ run, box: run.box })), ...free], below, mark).sort((a, b) => a.box.x - b.box.x);
}

/** The rows that tell what stands under a row of heads: those of its page down to the totals, whose columns are other ones. */
export function rowsUnder(row: Row, rows: readonly Row[], totals: ReadonlySet<Row>): readonly Row[] {
  const at = rows.findIndex((other) => other.index > row.index);
  const ahead = (at < 0 ? [] : rows.slice(at, at + LOOKED_BELOW)).filter((other) => other.page === row.page);
  const end = ahead.findIndex((other) => totals.has(other));
  return end > 0 ? ahead.slice(0, end) : ahead;
}

/** The heads, with ones for columns that most lines have and whose heads say nothing known: what stands there belongs to no other cell. */
function withOthers(
  heads: readonly Head[],
  spare: readonly { readonly run: Run; readonly box: Box }[],
  below: readonly Row[],
  mark: DecimalMark,
): Head[] {
  const lines = linesIn(below, mark);
  const all = [...heads];
  for (const { run, box } of spare) {
    const column = lines.flatMap((row) =>
      row.runs.filter(
        (one) =>
          (overlapX(one.box, box) > 0 || Math.abs(right(one.box) - right(box)) < ONE_EDGE) &&
          !all.some((head) => overlapX(head.box, one.box) > 0),
      ),
    );
    if (column.length < 2 || column.length < 0.6 * lines.length || all.some((head) => overlapX(head.box, box) > 0)) continue;
    all.push({ role: isOfCodes(column, box, heads) ? 'itemNumber' : 'other', run, box });
  }
  return all;
}

/** Whether a column right before the descriptions holds codes, where no other head names the item numbers. */
function isOfCodes(column: readonly Run[], box: Box, heads: readonly Head[]): boolean {
  const description = heads.find((head) => head.role === 'description');
  if (!description || heads.some((head) => head.role === 'itemNumber') || box.x > description.box.x) return false;
  if (heads.some((head) => head.box.x > box.x && head.box.x < description.box.x)) return false;
  return column.every((run) => run.words.length === 1 && isCode(run.text));
}

/** Whether a word can be an item number: capitals and digits, a digit among them, and no amount. */
export const isCode = (text: string): boolean => /^(?=.*\d)[\p{Lu}\d][\p{Lu}\d./-]{2,}$/u.test(text) && !/^[\d.]+[.,]\d\d$/.test(text);

/** Left edges that differ by less are one edge. */
export const ONE_EDGE = 4;
/** Farther than this from its text, a head is another column's. */
const HEAD_OFF = 25;

/** The heads with that of the descriptions over the edge where most of these begin: readers of scans misplace words. */
function overItsText(heads: readonly Head[], below: readonly Row[]): Head[] {
  const description = heads.find((head) => head.role === 'description');
  if (!description) return [...heads];
  // A head in the middle of a wide column stands far from where its texts begin, but right of the column before.
  const before = Math.max(-Infinity, ...heads.filter((head) => right(head.box) < description.box.x).map((head) => right(head.box)));
  const from = before > -Infinity ? before - ONE_EDGE : description.box.x - HEAD_OFF;
  const near = below.flatMap((row) =>
    row.runs
      .filter((run) => /\p{L}{3}/u.test(run.text) && run.box.x > from && run.box.x < description.box.x + HEAD_OFF)
      .map((run) => run.box.x),
  );
  const votes = (edge: number) => near.filter((x) => Math.abs(x - edge) < ONE_EDGE).length;
  const edge = near.reduce((best, x) => (votes(x) > votes(best) ? x : best), description.box.x);
  const taken = heads.some((head) => head !== description && edge > head.box.x - ONE_EDGE && edge < right(head.box));
  if (taken || votes(edge) < below.length / 2 || Math.abs(edge - description.box.x) < ONE_EDGE) return [...heads];
  const box = { ...description.box, x: edge, width: Math.max(right(description.box) - edge, 1) };
  return heads.map((head) => (head === description ? { ...head, box } : head));
}

/** Rows that look like a table's lines: several runs, an amount among them. */
export const linesIn = (rows: readonly Row[], mark: DecimalMark): Row[] =>
  rows.filter((row) => row.runs.length > 2 && row.runs.some((run) => readNumber(run.text, mark)?.places === 2));

/** The heads, with one for the column of text under no head that most lines have. */
function withDescription(heads: Head[], below: readonly Row[], mark: DecimalMark): Head[] {
  const lines = linesIn(below, mark);
  const texts = lines.flatMap((row) =>
    row.runs.filter(
      (run) => /\p{L}{3}/u.test(run.text) && dateSpans(run).length === 0 && !heads.some((head) => overlapX(head.box, run.box) > 0),
    ),
  );
  const flush = (run: Run) => texts.filter((other) => Math.abs(other.box.x - run.box.x) < ONE_EDGE);
  // Of two columns of words, the one that says more describes.
  const said = (column: readonly Run[]) => column.reduce((letters, run) => letters + run.text.length, 0);
  const column = texts.map(flush).reduce((best, one) => (said(one) > said(best) ? one : best), []);
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
