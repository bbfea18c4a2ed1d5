import { HEADER_FIELDS, isGuessed, isShownBy, LINE_CELLS, type HeaderField } from '../documents/index.js';
import { overlapX, overlapY, type Box } from '../geometry/index.js';
import { similarity } from '../similarity/index.js';
import { rolesOfHead } from './language/labels.js';
import type { Habit } from './habit.js';
import type { DocumentReading, ReadDoubt, ReadLine, ReadValue } from './reading.js';

/**
 * A reading with a supplier's habits held against the one without. What habits change is asked about, both values being offered, save where
 * the value without them was itself asked about and only guessed at: so a wrong habit costs questions, and nothing that was right becomes wrong
 * in silence.
 */
export function heldAgainst(reading: DocumentReading, without: DocumentReading, habits: readonly Habit[]): DocumentReading {
  const doubts: ReadDoubt[] = [...reading.doubts];
  const asked = (by: DocumentReading, field: ReadDoubt['field'], line: number | null) =>
    by.doubts.some((doubt) => doubt.line === line && (doubt.field === field || (line !== null && doubt.field === null)));
  const ask = (field: ReadDoubt['field'], line: number | null, value: string | null, other: string | null) => {
    if (!asked(reading, field, line)) doubts.push({ field, line, question: { code: 'habit-differs', value, without: other } });
  };
  const fields = { ...reading.fields };
  for (const field of HEADER_FIELDS) {
    const [own, other] = [reading.fields[field], without.fields[field]];
    if (isSame(own, other) || (field === 'sellerName' && own && other && similarity(own.value, other.value) >= SAME_NAME)) continue;
    if (own && other)
      fields[field] = { ...own, alternatives: [asAlternative(other), ...own.alternatives.filter(({ value }) => value !== other.value)] };
    if (own?.evidence[0]?.code === 'rule' && habits.some((habit) => isProvenRule(habit, field))) continue;
    const isAgainst = habits.some((habit) => habit.against && fieldOf(habit) === field);
    // What habits alone say is on no page is never left out in silence.
    const isFree =
      other === null ||
      (own !== null && isGuessed(other.evidence) && asked(without, field, null)) ||
      (own !== null &&
        (habits.some((habit) => habit.what === 'same' && habit.agreed && habit.field === field) || provesMore(field, reading, without)));
    if (isAgainst || !isFree) ask(field, null, own?.value ?? null, other?.value ?? null);
  }
  const isAgainst = habits.some((habit) => habit.against && habit.what === 'column');
  const areAsked = without.doubts.some(({ field, line }) => (field === 'lines' || field === null) && line === null);
  const nothing = isAgainst ? new Set<string>() : cellsThatAreNothing(reading.lines, without.lines, habits);
  const unknown = isAgainst ? new Set<string>() : columnsNobodyKnows(habits);
  if (without.lines.length > 0 && (isAgainst || !(areAsked || explainsMore(reading.lines, without.lines)))) {
    if (reading.lines.length !== without.lines.length && unknown.size < FEW)
      ask('lines', null, String(reading.lines.length), String(without.lines.length));
    else if (reading.lines.length === without.lines.length)
      reading.lines.forEach((line, at) => {
        for (const cell of LINE_CELLS) {
          const [own, other] = [line[cell], without.lines[at][cell]];
          if (own?.evidence[0]?.code === 'rule' && habits.some((habit) => isProvenRule(habit, cell))) continue;
          const isFree = (own !== null && unknown.has(cell) && !PROVEN.has(cell)) || (own === null && nothing.has(cell));
          if (!isSame(own, other) && (other || isAgainst) && !isFree) ask(cell, at, own?.value ?? null, other?.value ?? null);
        }
      });
  }
  // The product is the same either way: nothing but a person's word says which is which.
  reading.lines.forEach((line, at) => {
    if (!areExchanged(line, without.lines[at])) return;
    ask('quantity', at, line.quantity?.value ?? null, line.unitPrice?.value ?? null);
    ask('unitPrice', at, line.unitPrice?.value ?? null, line.quantity?.value ?? null);
  });
  return { ...reading, fields, doubts };
}

/** Whether a total is proven by sums that close, and what is read without habits by none. */
function provesMore(field: HeaderField, { fields }: DocumentReading, without: DocumentReading): boolean {
  const isProven = (value: ReadValue | null) => value !== null && isShownBy(value.evidence, 'totals-fit');
  const doLinesFit = ({ netTotal }: DocumentReading['fields']) => netTotal !== null && isShownBy(netTotal.evidence, 'lines-fit');
  const [own, other] = [fields[field], without.fields[field]];
  if (!own || !other || !doLinesFit(fields) || !isProven(fields.grossTotal)) return false;
  // One line's amounts with its tax close as well; that all lines sum to them is the proof.
  if (isProven(without.fields.grossTotal) && doLinesFit(without.fields)) return false;
  // Another sign is not proven by sums: they close either way.
  if (own.value.replace(/^-/, '') === other.value.replace(/^-/, '')) return false;
  // What is due is proven by the total where it is nothing but that, with habits and without.
  if (field === 'amountDue') return own.value === fields.grossTotal?.value && other.value === without.fields.grossTotal?.value;
  return (field === 'netTotal' || field === 'taxTotal' || field === 'grossTotal') && isProven(own);
}

/** Whether one has for the price what the other has for the quantity. */
function areExchanged({ quantity, unitPrice }: ReadLine, other: ReadLine | undefined): boolean {
  if (!quantity || !unitPrice || !other) return false;
  return !isSame(quantity, unitPrice) && isSame(quantity, other.unitPrice) && isSame(unitPrice, other.quantity);
}

/**
 * Cells that the supplier's lines do not have, and that are read without his habits from what is plainly none: counts of the lines as quantities
 * where no line has a price, and the letters of a column of codes as units.
 */
function cellsThatAreNothing(lines: readonly ReadLine[], without: readonly ReadLine[], habits: readonly Habit[]): Set<string> {
  const cells = new Set<string>();
  const counted = habits.some((habit) => habit.what === 'column' && habit.role === 'position');
  const isCount = ({ quantity, unitPrice }: ReadLine, at: number) => quantity?.value === String(at + 1) && unitPrice === null;
  if (counted && without.every(isCount) && lines.every(({ quantity }) => quantity === null)) cells.add('quantity');
  const lacksUnits = habits.some((habit) => habit.what === 'no-cell' && habit.cell === 'unit');
  if (lacksUnits && without.every(({ unit }) => unit === null || TAX_CODE.test(unit.value))) cells.add('unit');
  return cells;
}

/** Capitals that no unit is written with. */
const TAX_CODE = /^[ABCDINORSZ]$/;

/** Whether a person's rule for a field was borne out on another document: what it changes is asked no more. */
const isProvenRule = (habit: Habit, field: string): boolean => habit.what === 'rule' && fieldOf(habit) === field && !habit.against;

/** The field that a habit speaks of; null where of none by itself. */
const fieldOf = (habit: Habit): string | null => (habit.what === 'rule' ? habit.rule.field : 'field' in habit ? habit.field : null);

/**
 * Whether lines leave none of the words unexplained that others explain, and explain descriptions that those leave out, their figures being the
 * same: then the others have put the wrong words where these have the right ones.
 */
export function explainsMore(lines: readonly ReadLine[], others: readonly ReadLine[]): boolean {
  const isFigured = (line: ReadLine, at: number) => FIGURES.every((cell) => isSame(line[cell], others[at]?.[cell] ?? null));
  if (lines.length !== others.length || !lines.every(isFigured)) return false;
  const [own, other] = [lines, others].map((all) => all.flatMap((line) => LINE_CELLS.flatMap((cell) => line[cell] ?? [])));
  const isIn = (value: ReadValue, among: readonly ReadValue[], most: number) =>
    value.box === null || among.some((one) => one.page === value.page && one.box !== null && coverage(value.box!, one.box) > most);
  const isWordy = ({ value }: ReadValue) => /\p{L}{3}/u.test(value);
  return other.every((value) => isIn(value, own, COVERED)) && own.some((value) => isWordy(value) && !isIn(value, other, TOUCHED));
}

const FIGURES = ['quantity', 'unitPrice', 'netAmount'] as const;
/** From this share of its box on, one value stands where another does; and up to this one it has nothing of the other's words. */
const [COVERED, TOUCHED] = [0.5, 0.1];
const coverage = (box: Box, by: Box): number =>
  (Math.max(0, overlapX(box, by)) * Math.max(0, overlapY(box, by))) / Math.max(1, box.width * box.height);

/** Cells whose figures prove each other, so that their columns are known without heads. */
const PROVEN: ReadonlySet<string> = new Set(['quantity', 'unitPrice', 'netAmount']);
/** From so many columns on under words that no list has, lines read without them are only guessed at. */
const FEW = 2;

/** What stands in columns whose heads are in no list: without habits their bounds are only guessed at. */
const columnsNobodyKnows = (habits: readonly Habit[]): Set<string> =>
  new Set(
    habits.flatMap((habit) =>
      habit.what === 'column' && habit.role !== null && rolesOfHead(habit.words).length === 0 ? [habit.role] : [],
    ),
  );

/** How alike two names are that are one, letters of it misread. */
const SAME_NAME = 0.88;

const isSame = (a: ReadValue | null, b: ReadValue | null): boolean => (a?.value ?? null) === (b?.value ?? null);
const asAlternative = ({ value, page, box }: ReadValue) => ({ value, why: { code: 'without-habits' } as const, page, box });
