import { isIsoDate } from '../dates/index.js';
import { isOwnName, ownFault, ownName, type Evidence, type OwnField, type OwnName, type Relation } from '../documents/index.js';
import { bottom, middleX, middleY, right, union, type Box } from '../geometry/index.js';
import type { Habit } from './habit.js';
import { valueOf, followed, type RuleGround } from './rules/follow.js';
import { wordsOn, type Spot } from './rules/look.js';
import type { Rule, Side, TakenKind } from './rules/rule.js';
import { run, type Row } from './print/words.js';
import type { OwnValues, ReadDoubt, ReadLine, ReadValue } from './reading.js';
import type { PageTrust } from './scanned/trust.js';

/** What is taken beside the label of an own field, by its type. */
const TAKES: Readonly<Record<OwnField['type'], TakenKind>> = {
  text: 'text',
  number: 'number',
  amount: 'number',
  date: 'date',
  choice: 'text',
  'yes-no': 'text',
};
const SIDE_OF: Readonly<Record<Relation, Side>> = { 'same run': 'right-of', 'right of': 'right-of', below: 'below', above: 'above' };
const RELATION_OF: Readonly<Record<Side, Relation>> = { 'right-of': 'right of', 'left-of': 'right of', below: 'below', above: 'above' };

/** How sure a value is that a rule gives, that stands beside a label, or under it. */
const SURE = { rule: 0.97, beside: 0.96, below: 0.93, column: 0.95 };
/** A page asks about what fewer than so many of its readers saw. */
const READ_WELL = 0.9;

/** A way to an own field: a rule, by hand or by its label, and what is then said of the value. */
interface Way {
  readonly rule: Rule;
  readonly evidence: Evidence;
  readonly confidence: number;
}

function waysTo(field: OwnField, habits: readonly Habit[]): Way[] {
  const name = ownName(field);
  const byHand = habits.flatMap((habit): Way[] =>
    habit.what === 'rule' && habit.rule.field === name ? [{ rule: habit.rule, evidence: { code: 'rule' }, confidence: SURE.rule }] : [],
  );
  const beside = (words: string, side: Side): Way => ({
    rule: {
      field: name,
      when: [],
      unless: [],
      look: [{ look: side, words }],
      take: { kind: TAKES[field.type], which: 'nearest', pattern: field.type === 'text' ? field.pattern : '' },
      change: [],
    },
    evidence: { code: 'labelled', relation: RELATION_OF[side], label: words },
    confidence: side === 'right-of' ? SURE.beside : SURE.below,
  });
  const learned = habits.flatMap((habit) =>
    habit.what === 'label' && habit.field === name ? [beside(habit.words, SIDE_OF[habit.relation])] : [],
  );
  const labelled = field.labels.flatMap((label) => [beside(label, 'right-of'), beside(label, 'below')]);
  return [...byHand, ...learned, ...labelled];
}

/** The own fields of the head, read by rules, by what was learned of them, and by their labels. */
export function readOwn(
  fields: readonly OwnField[],
  habits: readonly Habit[],
  on: RuleGround,
  monthFirst: boolean,
  trust: PageTrust,
): OwnValues {
  return Object.fromEntries(
    fields
      .filter(({ level }) => level === 'head')
      .map((field) => [ownName(field), ownValue(field, waysTo(field, habits), on, monthFirst, trust) ?? named(field, on)]),
  );
}

function ownValue(
  field: OwnField,
  ways: readonly Way[],
  on: RuleGround,
  monthFirst: boolean,
  trust: PageTrust,
  within?: Spot,
): ReadValue | null {
  for (const { rule, evidence, confidence } of ways) {
    const came = followed(rule, on, within);
    if (!('hit' in came)) continue;
    const { hit } = came;
    const value = monthFirst && hit.swapped !== null ? hit.swapped : hit.value;
    // A text under a label is as likely the next label: only what fits its type or pattern is taken there.
    const isLoose = field.type === 'text' && field.pattern === '' && evidence.code === 'labelled' && evidence.relation === 'below';
    if (isLoose && field.labels.some((label) => hit.text.toLowerCase().startsWith(label.toLowerCase()))) continue;
    const read = hit.page === null ? 1 : trust.least(hit.page, hit.box);
    return {
      value,
      confidence: read >= READ_WELL ? confidence : confidence * read,
      page: hit.page,
      box: hit.box,
      evidence: [evidence],
      alternatives: isIsoDate(hit.swapped)
        ? [{ value: value === hit.value ? hit.swapped : hit.value, why: { code: 'day-month-swapped' }, page: hit.page, box: hit.box }]
        : [],
    };
  }
  return null;
}

/** Yes, where the field is one of yes and no and its label stands on the page with neither beside it. */
function named(field: OwnField, on: RuleGround): ReadValue | null {
  if (field.type !== 'yes-no') return null;
  for (const label of field.labels) {
    const [found] = wordsOn(on.rows, label);
    if (found)
      return {
        value: 'yes',
        confidence: SURE.below,
        page: found.row.page,
        box: found.box,
        evidence: [{ code: 'labelled', relation: 'same run', label }],
        alternatives: [],
      };
  }
  return null;
}

/** Habits with the columns of own fields of the lines, where their heads are on the pages: they are no other cells. */
export function withOwnColumns(habits: readonly Habit[], fields: readonly OwnField[], rows: readonly Row[]): readonly Habit[] {
  const labels = fields.filter(({ level }) => level === 'line').flatMap(({ labels }) => labels);
  const there = labels.filter((label) => wordsOn(rows, label).length > 0);
  return there.length === 0
    ? habits
    : [...habits, ...there.map((words): Habit => ({ what: 'column', words: words.toLowerCase(), role: null, place: 0 }))];
}

/** Rows above the first line of a page in which the heads of its columns may stand. */
const HEAD_ROWS = 5;

/** The lines with their values of own fields: by rules within the line, else under the field's label in the head of the columns. */
export function withOwnCells(
  lines: readonly ReadLine[],
  fields: readonly OwnField[],
  habits: readonly Habit[],
  on: RuleGround,
  monthFirst: boolean,
  trust: PageTrust,
): ReadLine[] {
  const own = fields.filter(({ level }) => level === 'line');
  if (own.length === 0) return [...lines];
  return lines.map((line) => {
    const within = spotOf(line, on.rows);
    const values = own.map((field): [OwnName, ReadValue | null] => {
      const byHand = waysTo(field, habits).filter(({ evidence }) => evidence.code === 'rule');
      return [
        ownName(field),
        ownValue(field, byHand, on, monthFirst, trust, within) ?? underLabel(field, line, lines, within, on, monthFirst, trust),
      ];
    });
    return { ...line, own: Object.fromEntries(values) };
  });
}

/** What stands in the rows of a line. */
export const spotOf = ({ page, box }: Pick<ReadLine, 'page' | 'box'>, rows: readonly Row[]): Spot => ({
  runs: rows
    .filter((row) => row.page === page && middleY(row.box) >= box.y - 1 && middleY(row.box) <= bottom(box) + 1)
    .flatMap(({ runs }) => runs),
  origin: null,
});

function underLabel(
  field: OwnField,
  line: ReadLine,
  lines: readonly ReadLine[],
  { runs }: Spot,
  on: RuleGround,
  monthFirst: boolean,
  trust: PageTrust,
): ReadValue | null {
  const band = bandOf(field, line, lines, on.rows);
  if (!band) return null;
  const words = runs.flatMap((one) => one.words).filter((word) => middleX(word) >= band.from && middleX(word) <= band.to);
  if (words.length === 0) return null;
  const cell = run(words, line.page, runs[0].row);
  const value = valueOf(cell.text, ownName(field), { order: null, mark: null }, on);
  if (!value) return null;
  const box = union(words);
  const read = trust.least(line.page, box);
  return {
    value: monthFirst && value.swapped !== null ? value.swapped : value.value,
    confidence: read >= READ_WELL ? SURE.column : SURE.column * read,
    page: line.page,
    box,
    evidence: [{ code: 'column' }],
    alternatives: [],
  };
}

/** From where to where the column of a field goes: half way to its neighbours in the head; null where its label heads none. */
function bandOf(field: OwnField, line: ReadLine, lines: readonly ReadLine[], rows: readonly Row[]): { from: number; to: number } | null {
  const [first] = lines.filter(({ page }) => page === line.page).sort((a, b) => a.box.y - b.box.y);
  const above = rows.filter((row) => row.page === line.page && bottom(row.box) <= first.box.y + 2).slice(-HEAD_ROWS);
  for (const label of field.labels) {
    const found = wordsOn(above, label).at(-1);
    if (!found) continue;
    const others = found.row.runs.map(({ box }) => box).filter((box) => right(box) < found.box.x || box.x > right(found.box));
    const left = Math.max(-Infinity, ...others.filter((box) => right(box) < found.box.x).map(right));
    const next = Math.min(Infinity, ...others.filter((box) => box.x > right(found.box)).map(({ x }) => x));
    return { from: half(left, found.box.x, found.box), to: half(next, right(found.box), found.box) };
  }
  return null;
}

/** Half way between a column's head and its neighbour; far ones end it after some letters. */
function half(neighbour: number, own: number, { height }: Box): number {
  const middle = (neighbour + own) / 2;
  const most = 4 * height;
  return Math.abs(middle - own) > most ? own + Math.sign(middle - own) * most : middle;
}

/** What is asked of own fields: those that must be there and are not, that are none that they may be, or that were not read well. */
export function ownDoubts(fields: readonly OwnField[], values: OwnValues, line: number | null, askBelow: number): ReadDoubt[] {
  return fields
    .filter(({ level }) => (level === 'line') === (line !== null))
    .flatMap((field): ReadDoubt[] => {
      const name = ownName(field);
      const value = values[name] ?? null;
      if (value === null)
        return field.required ? [{ field: name, line, question: { code: line === null ? 'not-found' : 'cell-missing' } }] : [];
      const fault = ownFault(field, value.value);
      if (fault !== null) return [{ field: name, line, question: { code: 'own-check', value: value.value, fault } }];
      if (value.confidence >= askBelow) return [];
      return [{ field: name, line, question: { code: 'unclear', value: value.value, other: value.alternatives[0]?.value ?? null } }];
    });
}

/** Own fields of which a habit or rule speaks that there are no more are nothing. */
export const isKnownField = (field: string, fields: readonly OwnField[]): boolean =>
  !isOwnName(field) || fields.some((one) => ownName(one) === field);
