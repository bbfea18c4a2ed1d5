import { isOwnName, type HeaderField } from '../../documents/index.js';
import { middleY, overlapX, overlapY, right, type Box } from '../../geometry/index.js';
import type { LabelMeaning } from '../../languages/index.js';
import { likeness, shapeOf, type Habit } from '../habit.js';
import type { Candidate } from '../header/candidates.js';
import { fold } from '../language/phrases.js';
import { OWN_WORDS } from '../language/wording.js';
import type { Span } from '../print/spans.js';
import type { RuleHit } from '../rules/follow.js';
import type { Row, Run } from '../print/words.js';
import { FITTED_FIELDS, type HeadWeights, type Weights } from './fields.js';

type Placed = Extract<Habit, { what: 'place' }>;
type Labelled = Extract<Habit, { what: 'label' }>;

interface Spot {
  readonly page: number;
  readonly x: number;
  readonly y: number;
  /** How much the anchor says that gives it: the nearer it stands, the more. */
  readonly weight: number;
}

/** So far off, in points sideways and in heights of the value up and down, a value still stands where it is expected. */
const OFF = { x: 9, y: 0.7 };
/** At this distance, in points, an anchor says half as much as one right beside the value. */
const HALF = 60;
const weightAt = (dx: number, dy: number): number => 1 / (1 + Math.hypot(dx, dy) / HALF);
/** What a value counts less whose looks are other ones. */
const OTHER_LOOKS = 0.4;

/** What the supplier's habits let expect on these pages: where the values of the head stand. */
export class Expected {
  readonly #labels = new Map<HeaderField, Labelled>();
  readonly #absent = new Set<HeaderField>();
  readonly #places = new Map<HeaderField, { readonly habit: Placed; readonly spots: readonly Spot[] }>();

  readonly #ruled: ReadonlyMap<HeaderField, RuleHit>;

  /** `ruled`: what rules made by hand found. */
  constructor(habits: readonly Habit[], rows: readonly Row[], ruled: ReadonlyMap<HeaderField, RuleHit> = new Map()) {
    this.#ruled = ruled;
    const placed = habits.filter((habit) => habit.what === 'place');
    const found = placed.length === 0 ? new Map<string, readonly Found[]>() : anchorsOn(placed, rows);
    for (const habit of habits) {
      if (habit.what === 'label' && !isOwnName(habit.field)) this.#labels.set(habit.field, habit);
      if (habit.what === 'absent') this.#absent.add(habit.field);
    }
    for (const habit of placed)
      this.#places.set(habit.field, {
        habit,
        spots: habit.anchors.flatMap(({ words, dx, dy }) =>
          (found.get(words) ?? []).map(({ page, x, y }) => ({ page, x: x + dx, y: y + dy, weight: weightAt(dx, dy) })),
        ),
      });
  }

  /** Whether anything is expected of the field. */
  has(field: HeaderField): boolean {
    return this.#labels.has(field) || this.#places.has(field) || this.#ruled.has(field);
  }

  /** Whether the supplier's pages never show the field. */
  isAbsent(field: HeaderField): boolean {
    return this.#absent.has(field);
  }

  /** How well a value stands where the field's is expected, 0..1. */
  byPlace(field: HeaderField, { page, text, box }: { readonly page: number; readonly text: string; readonly box: Box }): number {
    const ruled = this.#ruled.get(field);
    if (ruled?.box && ruled.page === page && overlapX(ruled.box, box) > 0 && overlapY(ruled.box, box) > 0) return 1;
    const known = this.#places.get(field);
    if (!known || known.spots.length === 0) return 0;
    const at = known.habit.edge === 'left' ? box.x : right(box);
    const all = known.habit.anchors.reduce((sum, { dx, dy }) => sum + weightAt(dx, dy), 0);
    const agreeing = known.spots.filter(
      (spot) => spot.page === page && Math.abs(spot.x - at) < OFF.x && Math.abs(spot.y - middleY(box)) < OFF.y * box.height,
    );
    const share = Math.min(1, (1.5 * agreeing.reduce((sum, { weight }) => sum + weight, 0)) / all);
    return share * looksLike(known.habit.shape, text) * (known.habit.weight ?? 1);
  }

  /** How well a value stands beside the words that the field's is known by, 0..1. */
  byWords(field: HeaderField, pointing: Candidate<Span> | undefined, text: string): number {
    const known = this.#labels.get(field);
    if (!known || pointing?.label.language !== OWN_WORDS) return 0;
    return (isBeside(known.relation) === isBeside(pointing.relation) ? 1 : 0.5) * looksLike(known.shape, text) * (known.weight ?? 1);
  }

  /** What speaks for and against a value of the head, by the field that is expected there. */
  traitsOf(labels: ReadonlyMap<LabelMeaning, Candidate<Span>>, span: Span): Record<string, number> {
    const traits: Record<string, number> = {};
    for (const field of FITTED_FIELDS) {
      if (field === 'sellerName' || !this.has(field)) continue;
      const [words, place] = [
        this.byWords(field, labels.get(field), span.text),
        this.byPlace(field, { page: span.run.page, text: span.text, box: span.box }),
      ];
      if (words > 0) traits[byWords(field)] = words;
      if (place > 0) traits[byPlace(field)] = place;
    }
    return traits;
  }
}

const isBeside = (relation: string): boolean => relation === 'same run' || relation === 'right of';
const looksLike = (shape: string, text: string): number => OTHER_LOOKS + (1 - OTHER_LOOKS) * likeness(shape, shapeOf(text));

const byWords = (field: string): string => `expected ${field} by its words`;
const byPlace = (field: string): string => `expected ${field} by its place`;

/** What habits count beside what is fitted: words more than places, and what is expected of another field against a value. */
const COUNTS = { words: 8, place: 4.5, otherWords: -5, otherPlace: -3, absent: 3, labelled: -3 };

/** The weights with those of what the supplier's habits let expect. */
export const withExpected = (weights: HeadWeights): HeadWeights =>
  Object.fromEntries(
    FITTED_FIELDS.map((field): [string, Weights] => [
      field,
      {
        ...weights[field],
        ...Object.fromEntries(
          FITTED_FIELDS.flatMap((other) => [
            [byWords(other), other === field ? COUNTS.words : COUNTS.otherWords],
            [byPlace(other), other === field ? COUNTS.place : COUNTS.otherPlace],
          ]),
        ),
        'expected to be absent': COUNTS.absent,
        'expected by words that are there': COUNTS.labelled,
      },
    ]),
  ) as unknown as HeadWeights;

interface Found {
  readonly page: number;
  readonly x: number;
  readonly y: number;
}

/** Where the anchors' words stand on the pages: their left end and their middle. */
function anchorsOn(placed: readonly Placed[], rows: readonly Row[]): Map<string, Found[]> {
  const wanted = new Set(placed.flatMap(({ anchors }) => anchors.map(({ words }) => words)));
  const found = new Map<string, Found[]>();
  for (const row of rows)
    for (const run of row.runs)
      for (const { words, box } of phrasesOf(run)) {
        if (!wanted.has(words)) continue;
        found.set(words, [...(found.get(words) ?? []), { page: run.page, x: box.x, y: middleY(box) }]);
      }
  return found;
}

/** The words of a run that may be an anchor: whole, or up to the first number in it. */
export function phrasesOf(run: Run): { readonly words: string; readonly box: Box }[] {
  const end = run.words.findIndex(({ text }) => /\d/.test(text));
  const own = end < 0 ? run.words : run.words.slice(0, end);
  const words = fold(own.map(({ text }) => text).join(' '));
  return words.replace(/[^\p{L}]/gu, '').length < 3 ? [] : [{ words, box: { ...run.box, width: right(own[own.length - 1]) - run.box.x } }];
}
