import { KIND_NAMES } from '@umber/contract/documents';
import type { HabitVersionView } from '@umber/contract/habits';
import type { HabitChange, TriedChange } from '@umber/core/habits';
import type { OwnField, Relation } from '@umber/core/documents';
import type { ColumnRole } from '@umber/core/languages';
import type { Habit } from '@umber/core/reading';
import { fieldWord } from '../reading/sentences';
import { ruleText } from './rule-words';

const STANDS: Readonly<Record<Relation, string>> = {
  'same run': 'right behind',
  'right of': 'to the right of',
  below: 'under',
  above: 'over',
};
const COLUMN_WORDS: Readonly<Record<ColumnRole, string>> = {
  position: 'the line’s number',
  itemNumber: 'the item number',
  description: 'the description',
  quantity: 'the quantity',
  unit: 'the unit',
  unitPrice: 'the price',
  per: 'what the price is for',
  discount: 'the line’s discount',
  netAmount: 'the amount',
  grossAmount: 'the amount with the tax in it',
  taxRate: 'the tax rate',
  taxAmount: 'the tax',
};
/** Words around a value that are named; the others only count. */
const NAMED = 3;

/** One habit as a sentence. */
export function habitText(habit: Habit, own: readonly OwnField[] = []): string {
  switch (habit.what) {
    case 'label':
      return `The ${fieldWord(habit.field)} stands ${STANDS[habit.relation]} “${habit.words}”${LOOKED_AT.has(habit.field) ? likeText(habit.shape) : ''}.`;
    case 'place':
      return `The ${fieldWord(habit.field)} has its place beside ${habit.anchors
        .slice(0, NAMED)
        .map(({ words }) => `“${words}”`)
        .join(', ')}.`;
    case 'same':
      return `The ${fieldWord(habit.field)} is always ${habit.value}.`;
    case 'absent':
      return `No ${fieldWord(habit.field)} is on these pages.`;
    case 'column':
      return habit.role === null
        ? `The column “${habit.words}” holds nothing that is kept of a line.`
        : `The column “${habit.words}” holds ${COLUMN_WORDS[habit.role]}.`;
    case 'no-cell':
      return `The lines have no ${fieldWord(habit.cell)}.`;
    case 'rule':
      return ruleText(habit.rule, own);
    case 'title':
      return `“${habit.words}” heads what is ${KIND_NAMES[habit.kind].toLowerCase() === 'invoice' ? 'an invoice' : `a ${KIND_NAMES[habit.kind].toLowerCase()}`}.`;
  }
}

/** Fields whose values a supplier writes in a way of his own. */
const LOOKED_AT: ReadonlySet<string> = new Set(['invoiceNumber', 'orderReference']);
/** How a value looks, where that tells something: “AA-9999”. */
const likeText = (shape: string): string => (/\d/.test(shape) && /[^\d ]/.test(shape) ? `, and looks like ${shape}` : '');

const CHANGES: Readonly<Record<HabitChange['code'], string>> = {
  learned: 'learned',
  changed: 'learned otherwise',
  forgotten: 'forgotten',
  off: 'switched off',
  on: 'switched on',
};

const RULE_CHANGES: Partial<typeof CHANGES> = { learned: 'made', changed: 'changed', forgotten: 'removed' };

/** What a version changed, in a few words: the first of it, and how much more. */
export function versionText({ version, changes }: Pick<HabitVersionView, 'version' | 'changes'>): string {
  const [first, ...others] = inOrder(changes);
  if (!first && version === 1) return 'Begun, with nothing learned yet.';
  if (!first) return 'Borne out: nothing else than before was learned.';
  const done = first.habit.what === 'rule' ? { ...CHANGES, ...RULE_CHANGES } : CHANGES;
  const said = `${habitText(first.habit).replace(/\.$/, '')}: ${done[first.code]}`;
  return others.length === 0 ? `${said}.` : `${said}; and ${others.length} more.`;
}

/** The order in which habits are shown: what names things first, where they stand last. */
const ORDER: readonly Habit['what'][] = ['rule', 'label', 'column', 'title', 'same', 'no-cell', 'absent', 'place'];
export const inOrder = <V extends { readonly habit: Habit }>(habits: readonly V[]): V[] =>
  [...habits].sort((a, b) => ORDER.indexOf(a.habit.what) - ORDER.indexOf(b.habit.what));

const valueText = (value: string | null): string => value ?? 'empty';

/** One value that would be read otherwise: “total: 12.00, now 14.00, which is right”. */
export function triedText({ field, before, after, wasRight, isRight }: TriedChange): string {
  const name = field === 'lines' ? 'lines' : fieldWord(field);
  const verdict = isRight ? 'now right' : wasRight ? 'was right, now wrong' : 'wrong either way';
  return `${name}: ${valueText(before)}, then ${valueText(after)}: ${verdict}`;
}
