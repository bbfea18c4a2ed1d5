import { type DocumentKind, isForTheBooks } from '../documents/index.js';
import { jaccard } from './jaccard.js';

/** What a document shows of itself, for sorting. */
export interface Shown {
  /** Its seller's name, folded; null where none was read. */
  readonly seller: string | null;
  /** What its title says; `other` where no title is known. */
  readonly titled: DocumentKind;
  readonly features: readonly string[];
}

/** One document whose kind a person said. */
export interface Example extends Shown {
  readonly kind: DocumentKind;
}

/** What was learned: the documents that people sorted. Plain data, to be kept as it is. */
export interface SortingModel {
  readonly examples: readonly Example[];
}

/** A kind, how likely it is among those known, how much of the document the examples had shown before, 0..1 each, and how many of them were of that kind. */
export interface Sorted {
  readonly kind: DocumentKind;
  readonly probability: number;
  readonly known: number;
  readonly examples: number;
}

/** So many examples' worth of what is usual in all kinds stands beside a kind's own: one with few examples is not believed at its word. */
const USUAL = 3;

/**
 * The likeliest kind by naive Bayes over the features that are there; null where there are no examples. How often a kind has
 * a feature is drawn towards how often all have it (m-estimate), or kinds with few examples would be the likeliest for whatever is new.
 */
export function sort(examples: readonly Example[], features: readonly string[]): Sorted | null {
  if (examples.length === 0) return null;
  const documents = new Map<DocumentKind, number>();
  const having = new Map<string, Map<DocumentKind, number>>();
  for (const example of examples) {
    documents.set(example.kind, (documents.get(example.kind) ?? 0) + 1);
    for (const feature of new Set(example.features)) {
      const kinds = having.get(feature) ?? new Map<DocumentKind, number>();
      having.set(feature, kinds.set(example.kind, (kinds.get(example.kind) ?? 0) + 1));
    }
  }
  const odds = [...documents].map(([kind, count]) => ({
    kind,
    count,
    log: features.reduce(
      (sum, feature) => {
        const seen = having.get(feature);
        if (!seen) return sum;
        const usual = [...seen.values()].reduce((all, one) => all + one, 0) / examples.length;
        return sum + Math.log(((seen.get(kind) ?? 0) + USUAL * usual) / (count + USUAL));
      },
      Math.log(count / examples.length),
    ),
  }));
  const most = odds.reduce((a, b) => (b.log > a.log ? b : a));
  const total = odds.reduce((sum, { log }) => sum + Math.exp(log - most.log), 0);
  const known = features.filter((feature) => having.get(feature)?.has(most.kind)).length / Math.max(1, features.length);
  return { kind: most.kind, probability: 1 / total, known, examples: most.count };
}

/** How sure the learned kind must be, and how much of the document what was learned from must have shown, where no title says what it is. */
const SURE = 0.95;
const KNOWN = 0.6;
/** Features that two documents share of all that either has, from which on they are like one another. */
const LIKE = 0.45;

/**
 * The kind that people's sorting gives to a document otherwise than its title; null where nobody sorted the like of it so. Only
 * documents of the same seller are compared: what is learned of one supplier never speaks for another.
 */
export function learnedKind(model: SortingModel, { seller, titled, features }: Shown): Sorted | null {
  const own = seller === null ? [] : model.examples.filter((example) => example.seller === seller);
  if (titled !== 'other') return otherThanTitled(own, features, titled);
  const sorted = sort(own, features);
  return sorted && sorted.kind !== titled && sorted.probability >= SURE && sorted.known >= KNOWN ? sorted : null;
}

function otherThanTitled(examples: readonly Example[], features: readonly string[], titled: DocumentKind): Sorted | null {
  const like = examples.map((example) => ({ ...example, known: jaccard(features, example.features) })).filter(({ known }) => known >= LIKE);
  const otherwise = like.filter((example) => example.titled === titled && example.kind !== titled);
  if (otherwise.length === 0 || otherwise.length <= like.filter(({ kind }) => kind === titled).length) return null;
  const counts = new Map<DocumentKind, number>();
  for (const { kind } of otherwise) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const [kind, count] = [...counts].reduce((a, b) => (b[1] > a[1] ? b : a));
  return { kind, probability: count / like.length, known: Math.max(...otherwise.map(({ known }) => known)), examples: count };
}

/**
 * Whether what was learned decides without a question: only what no title names, and never into the books. Everywhere else it asks:
 * a title is overruled by a person alone, and nothing is an invoice or a credit note on the strength of what others were.
 */
export const decides = (learned: Sorted, titled: DocumentKind): boolean => titled === 'other' && !isForTheBooks(learned.kind);

/** What a document is sorted as: what was learned where that decides, else what its title says. */
export function sortedAs(model: SortingModel, shown: Shown): DocumentKind {
  const learned = learnedKind(model, shown);
  return learned && decides(learned, shown.titled) ? learned.kind : shown.titled;
}

/** How many of the examples are sorted right with what was learned from all the others: what may be expected of it. */
export function leftOutRight(examples: readonly Example[]): number {
  return examples.filter((example, i) => sortedAs({ examples: examples.filter((_other, k) => k !== i) }, example) === example.kind).length;
}
