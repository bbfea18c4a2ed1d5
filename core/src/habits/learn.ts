import { HEADER_FIELDS, LINE_CELLS, type DocumentKind, type HeaderField, type OwnName } from '../documents/index.js';
import { middleY, right } from '../geometry/index.js';
import { gather, type Gathered } from '../reading/gather.js';
import { shapeOf, type Anchor, type Habit } from '../reading/habit.js';
import { titlesOf } from '../reading/header/title.js';
import { fold } from '../reading/language/phrases.js';
import { phrasesOf } from '../reading/fitted/expected.js';
import type { Span } from '../reading/print/spans.js';
import type { Row } from '../reading/print/words.js';
import { readDocument, type DocumentReading, type PageWords, type ReadingContext } from '../reading/index.js';
import { goesAgainst } from './against.js';
import { columnHabits, foundTable, linesRange, type LinesRange, type TaughtLine } from './columns.js';
import { isTotal, located, taxPart, type Located, type Pointed } from './located.js';

/** What a person says a document holds; null: the pages do not show it. What is left out is not said. */
export interface Taught {
  readonly kind: DocumentKind;
  /** Whether a person said what it is, rather than left it as it was read. */
  readonly isKindSaid?: boolean;
  readonly fields: Readonly<Partial<Record<HeaderField, string | null>>>;
  /** The company's own fields of the head. */
  readonly own?: Readonly<Partial<Record<OwnName, string | null>>>;
  readonly lines: readonly TaughtLine[];
  /** Where a person pointed at a value. */
  readonly pointed?: Readonly<Partial<Record<HeaderField | OwnName, Pointed>>>;
}

/** Fields that are the same on all pages of a supplier. */
const SAME: readonly HeaderField[] = ['sellerName', 'sellerTaxId', 'sellerIban', 'currency'];
/** Fields that most pages have not: that one lacks them says nothing. */
const SELDOM: readonly HeaderField[] = ['paymentReference', 'discountPercent', 'discountDate'];
/** Fields that stand at a place of the page. */
const PLACED: readonly HeaderField[] = [
  'invoiceNumber',
  'issueDate',
  'dueDate',
  'orderReference',
  'netTotal',
  'taxTotal',
  'grossTotal',
  'amountDue',
];
/** Words around a value that its place is known by. */
const MOST_ANCHORS = 8;

/** What one document teaches of its supplier, given what it really holds. */
export function learn(pages: readonly PageWords[], taught: Taught, context: ReadingContext = {}): Habit[] {
  const plain = { ...context, habits: [], kind: taught.kind };
  const gathered = gather(pages, plain, 'best');
  const without = readDocument(pages, plain);
  const habits: Habit[] = [];
  // Where a person said nothing of the lines, they stand where they were read.
  const read = without.lines.map((line) => Object.fromEntries(LINE_CELLS.map((cell) => [cell, line[cell]?.value ?? null])));
  const table = foundTable(taught.lines.length > 0 ? taught.lines : read, gathered);
  const lines = table && linesRange(table);
  const net = taught.fields.netTotal ? located('netTotal', taught.fields.netTotal, gathered, taught.pointed?.netTotal) : null;
  for (const field of HEADER_FIELDS) {
    const value = taught.fields[field];
    if (value === undefined || (field === 'amountDue' && value === taught.fields.grossTotal)) continue;
    const against = (found: Located | null) => value !== null && goesAgainst(field, value, found, gathered, without, taught.fields);
    if (value === null) habits.push(...(SELDOM.includes(field) ? [] : [{ what: 'absent', field } as const]));
    else if (SAME.includes(field)) habits.push(...marked([{ what: 'same', field, value }], against(null), agrees(field, value, without)));
    else if (PLACED.includes(field)) {
      const found =
        located(field, value, gathered, taught.pointed?.[field], net) ?? (field === 'taxTotal' ? taxPart(value, gathered) : null);
      habits.push(...marked(fieldHabits(field, found, gathered, lines), against(found), agrees(field, value, without)));
    }
  }
  habits.push(...ownHabits(taught, gathered));
  if (table && taught.lines.length > 0) habits.push(...columnHabits(table, taught.lines, gathered, without));
  for (const cell of LINE_CELLS)
    if (taught.lines.length > 0 && taught.lines.every((line) => line[cell] == null)) habits.push({ what: 'no-cell', cell });
  const name = fold(taught.fields.sellerName ?? '');
  for (const words of titlesOf(gathered.rows))
    if (taught.isKindSaid !== false && !name.includes(words) && !words.includes(name))
      habits.push({ what: 'title', words, kind: taught.kind });
  return habits;
}

/** What stands beside the values of own fields: those that are right by the field's own labels teach nothing new. */
function ownHabits({ own = {}, pointed = {} }: Taught, gathered: Gathered): Habit[] {
  return (Object.entries(own) as [OwnName, string | null][]).flatMap(([field, value]): Habit[] => {
    const found = value === null ? null : located(field, value, gathered, pointed[field]);
    const words = fold(found?.caption?.text ?? '');
    if (!found?.caption || !/\p{L}/u.test(words)) return [];
    return [{ what: 'label', field, words, relation: found.caption.relation, shape: shapeOf(found.span.text) }];
  });
}

const marked = (habits: readonly Habit[], against: boolean, agreed: boolean): Habit[] =>
  habits.map((habit) => ({ ...habit, ...(against ? { against: true as const } : agreed ? { agreed: true as const } : {}) }));

/** Whether a field was read so without habits, and nobody would have been asked about it. */
const agrees = (field: HeaderField, value: string, { fields, doubts }: DocumentReading): boolean =>
  fields[field]?.value === value && !doubts.some((doubt) => doubt.line === null && (doubt.field === field || doubt.field === null));

function fieldHabits(field: HeaderField, found: Located | null, gathered: Gathered, lines: LinesRange | null): Habit[] {
  if (!found) return [];
  const { span, caption } = found;
  const shape = shapeOf(span.text);
  const words = caption ? fold(caption.text) : '';
  const edge = isTotal(field) ? 'right' : 'left';
  const anchors = anchorsOf(span, edge, lines, gathered.rows);
  return [
    ...(caption && /\p{L}|№|#/u.test(words) ? [{ what: 'label', field, words, relation: caption.relation, shape } as const] : []),
    ...(anchors.length > 0 ? [{ what: 'place', field, edge, anchors, shape } as const] : []),
  ];
}

/** The words that stand nearest to a value, on its side of the lines: what is on the other one moves away with each line more. */
function anchorsOf({ box, run }: Span, edge: 'left' | 'right', lines: LinesRange | null, rows: readonly Row[]): Anchor[] {
  const at = edge === 'left' ? box.x : right(box);
  const isBeside = ({ index }: Row) =>
    lines === null || (run.row < lines.first ? index < lines.first : run.row > lines.last ? index > lines.last : false);
  return rows
    .filter((row) => row.page === run.page && isBeside(row))
    .flatMap((row) => row.runs.flatMap(phrasesOf))
    .filter(
      ({ box: near }) => right(near) <= box.x + 1 || near.x >= right(box) || Math.abs(middleY(near) - middleY(box)) > 0.5 * box.height,
    )
    .map(({ words, box: near }) => ({ words, dx: round(at - near.x), dy: round(middleY(box) - middleY(near)) }))
    .sort((a, b) => Math.hypot(a.dx, a.dy) - Math.hypot(b.dx, b.dy))
    .slice(0, MOST_ANCHORS);
}

const round = (points: number): number => Math.round(10 * points) / 10;
