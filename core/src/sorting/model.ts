import type { DocumentKind } from '../reading/index.js';
import { jaccard } from './jaccard.js';

/** One document whose kind a person said. */
export interface Example {
  readonly kind: DocumentKind;
  /** What its title says; `other` where no title is known. */
  readonly titled: DocumentKind;
  readonly features: readonly string[];
}

/** What was learned: how many documents of each kind there were, in how many of them each feature stood, and the documents. Plain data, to be kept as it is. */
export interface SortingModel {
  readonly documents: Readonly<Partial<Record<DocumentKind, number>>>;
  readonly features: Readonly<Record<string, Readonly<Partial<Record<DocumentKind, number>>>>>;
  readonly examples: readonly Example[];
}

/** A kind, how likely it is among those known, and how much of the document the examples of that kind had shown before, 0..1 each. */
export interface Sorted {
  readonly kind: DocumentKind;
  readonly probability: number;
  readonly known: number;
  readonly examples: number;
}

/** Counts examples into a model. */
export function learn(examples: readonly Example[]): SortingModel {
  const documents: Partial<Record<DocumentKind, number>> = {};
  const features: Record<string, Partial<Record<DocumentKind, number>>> = {};
  for (const example of examples) {
    documents[example.kind] = (documents[example.kind] ?? 0) + 1;
    for (const feature of new Set(example.features)) (features[feature] ??= {})[example.kind] = (features[feature][example.kind] ?? 0) + 1;
  }
  return { documents, features, examples };
}

/** So many examples' worth of what is usual in all kinds stands beside a kind's own: one with few examples is not believed at its word. */
const USUAL = 3;

/**
 * The likeliest kind by naive Bayes over the features that are there; null where nothing was learned yet. How often a kind has
 * a feature is drawn towards how often all have it (m-estimate), or kinds with few examples would be the likeliest for whatever is new.
 */
export function sort(model: SortingModel, features: readonly string[]): Sorted | null {
  const kinds = Object.entries(model.documents) as [DocumentKind, number][];
  const all = kinds.reduce((sum, [, count]) => sum + count, 0);
  if (all === 0) return null;
  const odds = kinds.map(([kind, count]) => ({
    kind,
    count,
    log: features.reduce(
      (sum, feature) => {
        const seen = model.features[feature];
        if (!seen) return sum;
        const usual = Object.values(seen).reduce((sum, having) => sum + having, 0) / all;
        return sum + Math.log(((seen[kind] ?? 0) + USUAL * usual) / (count + USUAL));
      },
      Math.log(count / all),
    ),
  }));
  const most = odds.reduce((a, b) => (b.log > a.log ? b : a));
  const total = odds.reduce((sum, { log }) => sum + Math.exp(log - most.log), 0);
  const known = features.filter((feature) => model.features[feature]?.[most.kind]).length / Math.max(1, features.length);
  return { kind: most.kind, probability: 1 / total, known, examples: most.count };
}

/** How sure the learned kind must be, and how much of the document what was learned from must have shown, where no title says what it is. */
const SURE = 0.95;
const KNOWN = 0.6;
/** Features that two documents share of all that either has, from which on they are like one another: a supplier's own mostly are, others' are not. */
const LIKE = 0.45;

/**
 * The kind that people's sorting gives to a document whose title says `titled` (`other` where it has none that is known); null
 * where nobody sorted the like of it otherwise. A title is overruled only by what people said of documents like it that had it too.
 */
export function learnedKind(model: SortingModel, features: readonly string[], titled: DocumentKind): Sorted | null {
  if (titled !== 'other') return overruled(model.examples, features, titled);
  const sorted = sort(model, features);
  return sorted && sorted.kind !== titled && sorted.probability >= SURE && sorted.known >= KNOWN ? sorted : null;
}

function overruled(examples: readonly Example[], features: readonly string[], titled: DocumentKind): Sorted | null {
  const like = examples.map((example) => ({ ...example, known: jaccard(features, example.features) })).filter(({ known }) => known >= LIKE);
  const otherwise = like.filter((example) => example.titled === titled && example.kind !== titled);
  if (otherwise.length === 0 || otherwise.length <= like.filter(({ kind }) => kind === titled).length) return null;
  const counts = new Map<DocumentKind, number>();
  for (const { kind } of otherwise) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const [kind, count] = [...counts].reduce((a, b) => (b[1] > a[1] ? b : a));
  return { kind, probability: count / like.length, known: Math.max(...otherwise.map(({ known }) => known)), examples: count };
}

/** Whether documents of this kind go to the ledger. */
export const isForTheBooks = (kind: string): boolean => kind === 'invoice' || kind === 'credit-note';

/** Examples it takes before what looks like an invoice is filed away without a question. */
const ENOUGH = 3;

/** Whether what was learned decides by itself: always, save where the page says that it is for the books and few people said that it is not. */
export const decides = (learned: Sorted, titled: DocumentKind): boolean =>
  learned.examples >= ENOUGH || isForTheBooks(learned.kind) || !isForTheBooks(titled);

/** What a document is sorted as: what was learned where that decides, else what its title says. */
export function sortedAs(model: SortingModel, features: readonly string[], titled: DocumentKind): DocumentKind {
  const learned = learnedKind(model, features, titled);
  return learned && decides(learned, titled) ? learned.kind : titled;
}

/** How many of the examples are sorted right with what was learned from all the others: what may be expected of it. */
export function leftOutRight(examples: readonly Example[]): number {
  return examples.filter((example, i) => {
    const others = examples.filter((_other, k) => k !== i);
    // Only what has no title is sorted by all the words.
    const model = example.titled === 'other' ? learn(others) : { documents: {}, features: {}, examples: others };
    return sortedAs(model, example.features, example.titled) === example.kind;
  }).length;
}
