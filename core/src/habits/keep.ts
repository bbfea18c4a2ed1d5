import { isOwnName } from '../documents/index.js';
import { bareIdentifier } from '../identifiers/index.js';
import { decimal, isDecimalString } from '../money/index.js';
import { gather } from '../reading/gather.js';
import { subjectOf, type Habit } from '../reading/habit.js';
import { followed, isRuleCell } from '../reading/rules/index.js';
import { rowsOf, type PageWords, type ReadingContext } from '../reading/index.js';
import { learn, type Taught } from './learn.js';
import { marksOf, ownsRows, type Marks } from './owner.js';

/** A habit with where it comes from and how it fared. Documents are named as who keeps it names them. */
export interface KeptHabit {
  readonly habit: Habit;
  /** The document that taught it first. */
  readonly from: string;
  /** Documents on which a person has borne it out since, and on which one said otherwise; the last ones. */
  readonly held: readonly string[];
  readonly corrected: readonly string[];
  /** Whether a person switched it off. */
  readonly off?: boolean;
}

/** All habits of one supplier, and what his pages are known by. */
export interface SupplierHabits {
  /** Rules for the pages of all suppliers, of none in particular. */
  readonly everyone?: boolean;
  readonly marks: Marks;
  readonly kept: readonly KeptHabit[];
}

/** Documents that are remembered of each habit. */
const MOST_REMEMBERED = 100;

/** The habits that speak: neither switched off nor corrected more often than they held; each counts as much as it fared. */
export const inForce = (kept: readonly KeptHabit[]): Habit[] =>
  kept
    .filter(({ off, corrected, held }) => !off && corrected.length <= held.length)
    .map(({ habit, held, corrected }) => ({
      ...habit,
      ...(habit.against && held.length > 0 ? { against: undefined } : {}),
      ...(corrected.length > 0 ? { weight: (held.length + 1) / (held.length + corrected.length + 1) } : {}),
    }));

/** The habits that these pages are read with: those of the supplier whose they are, and after them what holds for all. */
export function habitsOn(suppliers: readonly SupplierHabits[], pages: readonly PageWords[]): Habit[] {
  const owner = ownerOf(
    suppliers.filter(({ everyone }) => !everyone),
    pages,
  );
  return [...(owner ? [owner] : []), ...suppliers.filter(({ everyone }) => everyone)].flatMap(({ kept }) => inForce(kept));
}

/** The supplier whose pages these are: who is named on them most plainly; null where none is, or two are as plainly. */
export function ownerOf<S extends { readonly marks: Marks }>(suppliers: readonly S[], pages: readonly PageWords[]): S | null {
  const rows = pages.flatMap((page) => rowsOf(page));
  const found = suppliers.map((supplier) => ({ supplier, plain: ownsRows(supplier.marks, rows) })).filter(({ plain }) => plain > 0);
  const [best, next] = found.sort((a, b) => b.plain - a.plain);
  return best && (!next || next.plain < best.plain) ? best.supplier : null;
}

/** The habits of a supplier after a document of his was taught, `from`; what the same document taught before is forgotten first. */
export function taughtBy(
  known: SupplierHabits | null,
  pages: readonly PageWords[],
  taught: Taught,
  from: string,
  context: ReadingContext = {},
): SupplierHabits {
  const learned = learn(pages, taught, context);
  const before = withRulesTried(
    (known?.kept ?? []).flatMap((one) => without(one, from) ?? []),
    pages,
    taught,
    from,
    context,
  );
  return { marks: joined(known?.marks ?? null, marksOf(taught.fields)), kept: kept(before, learned, taught, from) };
}

/** Rules with how they fared on a document that was taught: what they find there is what a person says, or is not. */
export function withRulesTried(
  kept: readonly KeptHabit[],
  pages: readonly PageWords[],
  taught: Taught,
  from: string,
  context: ReadingContext = {},
): KeptHabit[] {
  const rules = kept.map(({ habit }) => habit).filter((habit) => habit.what === 'rule');
  if (rules.length === 0) return [...kept];
  const ground = gather(pages, { ...context, habits: [], kind: taught.kind }, 'best').ground;
  return kept.map((one) => {
    if (one.habit.what !== 'rule' || one.off) return one;
    const { field } = one.habit.rule;
    const said = isOwnName(field) ? taught.own?.[field] : isRuleCell(field) ? undefined : taught.fields[field];
    const came = followed(one.habit.rule, ground);
    if (said === undefined || !('hit' in came)) return one;
    const isRight = said !== null && [came.hit.value, came.hit.swapped].some((value) => value !== null && isOneValue(value, said));
    const but = { ...one, held: one.held.filter((id) => id !== from), corrected: one.corrected.filter((id) => id !== from) };
    const more = (documents: readonly string[]) => [...documents, from].slice(-MOST_REMEMBERED);
    return isRight ? { ...but, held: more(but.held) } : { ...but, corrected: more(but.corrected) };
  });
}

/** Whether two texts are one value: numbers as they count, all else but for blanks and marks. */
const isOneValue = (a: string, b: string): boolean =>
  isDecimalString(a) && isDecimalString(b) ? decimal(a).eq(decimal(b)) : bareIdentifier(a) === bareIdentifier(b);

/** A habit without what a document said of it; null where nobody else taught it. */
function without(one: KeptHabit, from: string): KeptHabit | null {
  const [held, corrected] = [one.held, one.corrected].map((documents) => documents.filter((document) => document !== from));
  // A rule is a person's, whatever documents say.
  if (one.from !== from || one.habit.what === 'rule') return { ...one, held, corrected };
  return held.length === 0 ? null : { ...one, from: held[0], held: held.slice(1), corrected };
}

/** What is known of two by both. */
export function joined(known: Marks | null, more: Marks): Marks {
  const both = (of: (marks: Marks) => readonly string[]) => [...new Set([...(known ? of(known) : []), ...of(more)])];
  return { names: both(({ names }) => names), taxIds: both(({ taxIds }) => taxIds), ibans: both(({ ibans }) => ibans) };
}

function kept(known: readonly KeptHabit[], learned: readonly Habit[], taught: Taught, from: string): KeptHabit[] {
  const subjects = new Map(learned.map((habit) => [subjectOf(habit), habit]));
  const isKnown = new Set(known.map(({ habit }) => subjectOf(habit)));
  const and = (documents: readonly string[]) => [...documents, from].slice(-MOST_REMEMBERED);
  const before = known.map((one): KeptHabit => {
    const now = subjects.get(subjectOf(one.habit));
    if (now) return isSame(now, one.habit) ? { ...one, held: and(one.held) } : { habit: now, from, held: [], corrected: [] };
    return isContradicted(one.habit, learned, taught) ? { ...one, corrected: and(one.corrected) } : one;
  });
  const added = learned
    .filter((habit) => !isKnown.has(subjectOf(habit)))
    .map((habit): KeptHabit => ({ habit, from, held: [], corrected: [] }));
  return [...before, ...added];
}

/** Whether two habits say the same; places that differ a little do. */
function isSame(one: Habit, other: Habit): boolean {
  if (one.what === 'place' && other.what === 'place') return one.edge === other.edge;
  if (one.what === 'label' && other.what === 'label') return one.relation === other.relation;
  const plain = (habit: Habit) => JSON.stringify({ ...habit, against: undefined, agreed: undefined });
  return plain(one) === plain(other);
}

/** Whether a document that was taught says otherwise than a habit. */
function isContradicted(habit: Habit, learned: readonly Habit[], { fields, lines }: Taught): boolean {
  switch (habit.what) {
    case 'label':
      return learned.some((other) => other.what === 'label' && other.field === habit.field && other.words !== habit.words);
    case 'same':
      return fields[habit.field] === null;
    case 'absent':
      return fields[habit.field] != null;
    case 'no-cell':
      return lines.some((line) => line[habit.cell] != null);
    default:
      return false;
  }
}
