import type { DocumentKind, HeaderField, LineCell, OwnName, Relation } from '../documents/index.js';
import type { ColumnRole } from '../languages/index.js';
import type { Rule } from './rules/rule.js';

/** Words that stand near a value on every page of a supplier, and where it stands from them. */
export interface Anchor {
  /** Folded. */
  readonly words: string;
  /** Points from the words' left end to the value's end that stands still, and from their middle down to its middle. */
  readonly dx: number;
  readonly dy: number;
}

/**
 * One thing that was learned of how a supplier lays out and names things; words are folded. It is evidence, never an order. `against`: it goes
 * against what the page itself says, and what it changes is asked about. `agreed`: the page was read so without it, and nobody had to be asked:
 * no slip of a person has made it. `weight`: what it counts, 0..1, where it was corrected since; 1 where it is left out.
 */
export type Habit = { readonly against?: true; readonly agreed?: true; readonly weight?: number } & Learned;
type Learned =
  /** The field's value stands so to these words, and looks so. */
  | {
      readonly what: 'label';
      readonly field: HeaderField | OwnName;
      readonly words: string;
      readonly relation: Relation;
      readonly shape: string;
    }
  /** The field's value stands there among the words around it. `edge`: which end of it stands still. */
  | {
      readonly what: 'place';
      readonly field: HeaderField;
      readonly edge: 'left' | 'right';
      readonly anchors: readonly Anchor[];
      readonly shape: string;
    }
  /** The field is the same on all pages, as the supplier's own name. */
  | { readonly what: 'same'; readonly field: HeaderField; readonly value: string }
  /** The field is on none of the pages. */
  | { readonly what: 'absent'; readonly field: HeaderField }
  /** What stands under these words, the column of so many from the left; null: nothing that lines are made of. */
  | { readonly what: 'column'; readonly words: string; readonly role: ColumnRole | null; readonly place: number }
  /** No line has such a cell. */
  | { readonly what: 'no-cell'; readonly cell: LineCell }
  /** What these words head is such a document. */
  | { readonly what: 'title'; readonly words: string; readonly kind: DocumentKind }
  /** A rule that a person made by hand. */
  | { readonly what: 'rule'; readonly id: string; readonly rule: Rule };

/** What a habit is about: a later one about the same takes its place. */
export function subjectOf(habit: Habit): string {
  switch (habit.what) {
    case 'column':
    case 'title':
      return `${habit.what} ${habit.words}`;
    case 'rule':
      return `rule ${habit.id}`;
    case 'no-cell':
      return `no-cell ${habit.cell}`;
    case 'label':
      return `label ${habit.field} ${habit.words}`;
    case 'same':
    case 'absent':
    case 'place':
      return `${habit.what} ${habit.field}`;
  }
}

/** How a text looks: its digits as 9, its capitals as A, its other letters as a, all else as it is. */
export const shapeOf = (text: string): string =>
  [...text].map((sign) => (/\d/.test(sign) ? '9' : /\p{Lu}/u.test(sign) ? 'A' : /\p{L}/u.test(sign) ? 'a' : sign)).join('');

/** How alike two looks are: 1 the same, less where only the lengths of their parts differ, 0 where their parts do. */
export function likeness(one: string, other: string): number {
  if (one === other) return 1;
  const parts = (shape: string) => shape.replace(/(.)\1+/g, '$1');
  return parts(one) === parts(other) ? 0.8 : parts(one).toLowerCase() === parts(other).toLowerCase() ? 0.6 : 0;
}
