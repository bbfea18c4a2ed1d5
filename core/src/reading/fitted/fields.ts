/** Weights of traits, by name; `none` is what speaks for no candidate being right, before the document's own traits. */
export type Weights = Readonly<Record<string, number>>;

/** The fields of the head that are chosen by fitted weights. */
export const FITTED_FIELDS = ['invoiceNumber', 'orderReference', 'issueDate', 'dueDate', 'sellerName'] as const;
export type FittedField = (typeof FITTED_FIELDS)[number];
export type HeadWeights = Readonly<Record<FittedField, Weights>>;
