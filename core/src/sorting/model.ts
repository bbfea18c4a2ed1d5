import type { DocumentKind } from '../reading/index.js';

/** One document whose kind a person said. */
export interface Example {
  readonly kind: DocumentKind;
  readonly features: readonly string[];
}

/** What was learned: how many documents of each kind there were, and in how many of them each feature stood. Plain data, to be kept as it is. */
export interface SortingModel {
  readonly documents: Readonly<Partial<Record<DocumentKind, number>>>;
  readonly features: Readonly<Record<string, Readonly<Partial<Record<DocumentKind, number>>>>>;
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
  return { documents, features };
}

/** The likeliest kind by naive Bayes over the features that are there (Laplace smoothing); null where nothing was learned yet. */
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
        return seen ? sum + Math.log(((seen[kind] ?? 0) + 1) / (count + 2)) : sum;
      },
      Math.log(count / all),
    ),
  }));
  const most = odds.reduce((a, b) => (b.log > a.log ? b : a));
  const total = odds.reduce((sum, { log }) => sum + Math.exp(log - most.log), 0);
  const known = features.filter((feature) => model.features[feature]?.[most.kind]).length / Math.max(1, features.length);
  return { kind: most.kind, probability: 1 / total, known, examples: most.count };
}

/** How sure the learned kind must be, and how alike the document to what was learned from, before it overrules the title's words. */
const SURE = 0.95;
const ALIKE = 0.6;

/** The kind that people's sorting gives, where it is sure and the document is alike to theirs; null where the title's words decide. */
export function learnedKind(model: SortingModel, features: readonly string[]): Sorted | null {
  const sorted = sort(model, features);
  return sorted && sorted.probability >= SURE && sorted.known >= ALIKE ? sorted : null;
}

/** Whether documents of this kind go to the ledger. */
export const isForTheBooks = (kind: string): boolean => kind === 'invoice' || kind === 'credit-note';

/** Examples it takes before what looks like an invoice is filed away without a question. */
const ENOUGH = 3;

/** Whether what was learned decides by itself: always, save where the page says that it is for the books and few people said that it is not. */
export const decides = (learned: Sorted, titled: DocumentKind): boolean =>
  learned.examples >= ENOUGH || isForTheBooks(learned.kind) || !isForTheBooks(titled);

/** How many of the examples a model of all the others sorts right: what may be expected of it. */
export function leftOutRight(examples: readonly Example[]): number {
  return examples.filter((example, i) => sort(learn(examples.filter((_other, k) => k !== i)), example.features)?.kind === example.kind)
    .length;
}
