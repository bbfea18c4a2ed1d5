import type { IsoDate } from '../../dates/index.js';
import { daysBetween } from '../../dates/index.js';
import type { LabelMeaning } from '../../languages/index.js';
import type { DateSpan } from '../print/spans.js';
import { likeliest, type Likely } from './choose.js';
import { FITTED_FIELDS, type FittedField, type HeadWeights } from './fields.js';
import type { PrintedName } from '../header/seller-name.js';
import { fold } from '../language/phrases.js';
import { nameCandidates, type NameCandidate, type NameHints } from './names.js';
import { USUAL_DAYS } from '../header/terms.js';
import { areOne, dateCandidates, dayOf, identifierCandidates, type HeadCandidate, type HeadPages, type Traits } from './traits.js';
import { withExpected } from './expected.js';
import { OWN_WORDS } from '../language/wording.js';
import { HEAD_WEIGHTS } from './weights.js';

/** What is fitted, and what habits count beside it. */
const WEIGHTS = withExpected(HEAD_WEIGHTS);

/** Everything on the pages that may be a field of the head, with its traits, and the traits of there being none. */
export interface HeadCandidates {
  readonly identifiers: readonly HeadCandidate[];
  readonly dates: readonly HeadCandidate<DateSpan>[];
  readonly names: readonly NameCandidate[];
  readonly none: Readonly<Record<FittedField, Traits>>;
  readonly monthFirst: boolean;
}

/** `terms`: whether the pages give days to pay. */
export function headCandidates(on: HeadPages, terms: boolean, hints: NameHints): HeadCandidates {
  const labelled = (meaning: LabelMeaning | 'sellerName'): number =>
    on.labelled.labels.some((label) => label.meaning === meaning) ? 1 : 0;
  const none = Object.fromEntries(
    FITTED_FIELDS.map((field) => [
      field,
      {
        none: 1,
        'a label of it': labelled(field),
        'days to pay': terms && field === 'dueDate' ? 1 : 0,
        'expected to be absent': on.expected?.isAbsent(field) ? 1 : 0,
        'expected by words that are there': on.labelled.labels.some((label) => label.language === OWN_WORDS && label.meaning === field)
          ? 1
          : 0,
      },
    ]),
  ) as unknown as Record<FittedField, Traits>;
  return {
    identifiers: identifierCandidates(on),
    dates: dateCandidates(on),
    names: nameCandidates(on, hints),
    none,
    monthFirst: on.monthFirst,
  };
}

/** The dates with what the issue date (ISO 8601) says for their being the due date. */
export const afterIssue = ({ dates, monthFirst }: HeadCandidates, issueDate: IsoDate | null): HeadCandidate<DateSpan>[] =>
  dates.map((candidate) => ({
    ...candidate,
    traits: { ...candidate.traits, ...(issueDate === null ? {} : stands(daysBetween(issueDate, dayOf(candidate.span, monthFirst)))) },
  }));

const stands = (days: number): Traits => ({
  'before the issue date': days < 0 ? 1 : 0,
  'the issue date': days === 0 ? 1 : 0,
  'usual days after the issue date': USUAL_DAYS.has(days) ? 1 : 0,
  'far after the issue date': days > 120 ? 1 : 0,
});

/** What can be an order's number: invoices are numbered like dates in some countries, orders hardly are. */
export const orderCandidates = (identifiers: readonly HeadCandidate[]): readonly HeadCandidate[] =>
  identifiers.filter(({ traits }) => !traits['like a date']);

/** The likeliest identifiers of the document and of the order: never the same words for both, never one inside the other. */
export function likelyNumbers({ identifiers, none }: HeadCandidates, weights: HeadWeights = WEIGHTS) {
  const number = likeliest(identifiers, none.invoiceNumber, weights.invoiceNumber);
  const order = likeliest(orderCandidates(identifiers), none.orderReference, weights.orderReference);
  // Both together: the pair with the best product, none allowed for either.
  let best = { chance: number.none * order.none, number: null as HeadCandidate | null, order: null as HeadCandidate | null };
  const few = <C>(ranked: readonly Likely<C>[], left: number) => [...ranked.slice(0, MOST_PAIRED), { candidate: null, chance: left }];
  for (const a of few(number.ranked, number.none))
    for (const b of few(order.ranked, order.none)) {
      if (a.candidate && b.candidate && areOne(a.candidate, b.candidate)) continue;
      if (a.chance * b.chance > best.chance) best = { chance: a.chance * b.chance, number: a.candidate, order: b.candidate };
    }
  return { number: { ...number, chosen: best.number }, order: { ...order, chosen: best.order } };
}
const MOST_PAIRED = 6;

/** The likeliest names of the seller, each as likely as all its places together; and how likely it is that none of them is. */
export function likelyNames(
  { names, none }: HeadCandidates,
  weights: HeadWeights = WEIGHTS,
): { names: readonly PrintedName[]; none: number } {
  const { ranked, none: left } = likeliest(names, none.sellerName, weights.sellerName);
  const byName = new Map<string, PrintedName>();
  for (const { candidate, chance } of ranked.slice(0, MOST_NAMES)) {
    const { value, run, box } = candidate;
    const known = byName.get(fold(value));
    byName.set(fold(value), known ? { ...known, score: known.score + chance } : { value, run, box, score: chance });
  }
  const found = [...byName.values()].filter(({ score }) => score > 0.01).sort((a, b) => b.score - a.score);
  const whole = ranked[0]?.candidate.traits;
  const isWhole = whole !== undefined && Boolean(whole['a legal form']) && !whole['its first word twice'];
  const likely = isWhole ? withItsParts(found) : found;
  return { names: mayBeTheBuyers(likely, names) ? contested(likely) : likely, none: left };
}
const MOST_NAMES = 12;

/** What makes a name the seller's wherever it stands: his account, a tax id or a register with it, words over it, the buyer's own names. */
const OF_SELLER = [
  'over an account or tax id',
  'beside a register or tax id',
  'in the block of the seller',
  'at the foot',
  'largest print',
] as const;
/** How sure a name is at most that may be the buyer's. */
const CONTESTED = 0.6;

/** Whether the likeliest name only stands over an address behind or beside another one: of two that face each other either may write. */
function mayBeTheBuyers([best]: readonly PrintedName[], all: readonly NameCandidate[]): boolean {
  if (!best) return false;
  const places = all.filter(({ value }) => fold(value) === fold(best.value));
  const isBuyerKnown = all.some(({ traits }) => traits['the buyer by name'] || traits['in the block of the buyer']);
  return (
    !isBuyerKnown &&
    all.some(({ traits, value }) => (traits['the first address'] || traits['a later address']) && fold(value) !== fold(best.value)) &&
    places.some(({ traits }) => traits['a later address'] || traits['left of an address'] || traits['right of an address']) &&
    !places.some(({ traits }) => OF_SELLER.some((name) => traits[name]))
  );
}

const contested = ([best, ...others]: readonly PrintedName[]): PrintedName[] => [
  { ...best, score: Math.min(best.score, CONTESTED) },
  ...others,
];

/** The names with those that are only a part of the likeliest counted to it: “Telecom Ltd” is no other than “Whinstone Telecom Ltd”. */
function withItsParts([best, ...others]: readonly PrintedName[]): PrintedName[] {
  if (!best) return [];
  const isPart = ({ value }: PrintedName) => ` ${fold(best.value)} `.includes(` ${fold(value)} `);
  const parts = others.filter(isPart).reduce((sum, { score }) => sum + score, 0);
  return [{ ...best, score: best.score + parts }, ...others.filter((other) => !isPart(other))];
}

/** Whether a value is likelier than that there is none. */
export const isLikely = ({ ranked, none }: { ranked: readonly Likely<HeadCandidate>[]; none: number }): boolean =>
  ranked.length > 0 && ranked.reduce((sum, { chance }) => sum + chance, 0) > none;

export const likelyIssueDates = ({ dates, none }: HeadCandidates, weights: HeadWeights = WEIGHTS) =>
  likeliest(dates, none.issueDate, weights.issueDate);

export const likelyDueDates = (head: HeadCandidates, issueDate: IsoDate | null, weights: HeadWeights = WEIGHTS) =>
  likeliest(
    // The last day for a discount is explained by the words beside it.
    afterIssue(head, issueDate).filter(({ traits }) => !traits['about early payment']),
    head.none.dueDate,
    weights.dueDate,
  );
