/** How a value stands to the label that says what it is. */
export type Relation = 'same run' | 'right of' | 'below' | 'above';

/**
 * What led to a value, what confirmed it, or why it may be another one. A code with what it is about; the sentence is made where
 * it is shown.
 */
export type Evidence =
  /** Beside a label, folded as labels are. */
  | { readonly code: 'labelled'; readonly relation: Relation; readonly label: string }
  /** It stands in the data of an electronic invoice, as this term of EN 16931. */
  | { readonly code: 'data'; readonly term: string }
  | { readonly code: 'hash-number' }
  /** Beside words that no list of labels has. */
  | { readonly code: 'captioned'; readonly relation: Relation; readonly words: string }
  /** By nothing but how it looks and where it stands. */
  | { readonly code: 'by-looks' }
  | { readonly code: 'after-number' }
  | { readonly code: 'alone-in-head' }
  | { readonly code: 'due-words'; readonly words: string }
  /** Payment terms of so many days, counted from the issue date. */
  | { readonly code: 'terms'; readonly days: number }
  | { readonly code: 'early-terms' }
  | { readonly code: 'cover-text' }
  /** Where the supplier's habits let expect it: among the words around it, or because it is the same on all his pages. */
  | { readonly code: 'habit-place' }
  | { readonly code: 'habit-same' }
  /** It looks as the supplier's values of the field do: digits, letters and marks at the same places. */
  | { readonly code: 'habit-looks' }
  /** A rule that a person made says so. */
  | { readonly code: 'rule' }
  /** What would be read without the supplier's habits. */
  | { readonly code: 'without-habits' }
  /** How day and month were told apart; `date` as it is printed. */
  | { readonly code: 'day-month'; readonly first: 'day' | 'month'; readonly by: DayMonthProof; readonly date?: string }
  | { readonly code: 'printed-currency' }
  | { readonly code: 'country-currency' }
  | { readonly code: 'crowns' }
  | { readonly code: 'legal-name' }
  | { readonly code: 'tax-id-label' }
  | { readonly code: 'check-digits' }
  /** The payment code on the page says the same. */
  | { readonly code: 'payment-code' }
  /** The check digits are right with one character read otherwise. */
  | { readonly code: 'check-digits-repaired' }
  /** So many days from issue to due, as is usual. */
  | { readonly code: 'usual-days'; readonly days: number }
  | { readonly code: 'read-unclearly' }
  | { readonly code: 'column' }
  /** Quantity × price is the amount. */
  | { readonly code: 'product' }
  | { readonly code: 'only-rate' }
  /** The total less the net, as a printed rate (percent) or the lines' own rates give it. */
  | { readonly code: 'tax-left'; readonly rate: string | null }
  /** The sum of so many tax amounts by rate. */
  | { readonly code: 'tax-parts'; readonly parts: number }
  /** The sum of the net amounts of so many rates. */
  | { readonly code: 'net-parts'; readonly parts: number }
  /** The goods with the charges and less the discounts that stand among the totals. */
  | { readonly code: 'net-with-charges' }
  /** No label says so, but with it net, tax and total close. */
  | { readonly code: 'closing-sum' }
  | { readonly code: 'only-total' }
  | { readonly code: 'due-follows' }
  /** Net + tax is the total. */
  | { readonly code: 'totals-fit' }
  /** The lines sum to it. */
  | { readonly code: 'lines-fit' }
  | { readonly code: 'also-printed' }
  | { readonly code: 'other-name' }
  | { readonly code: 'other-iban' }
  | { readonly code: 'other-tax-id' }
  | { readonly code: 'day-month-swapped' }
  | { readonly code: 'other-reading' }
  /** Kept by a version that wrote sentences. */
  | { readonly code: 'as-worded'; readonly text: string };
export type EvidenceCode = Evidence['code'];

/** What told day and month apart: a date that can be read in one way, dots, the seller's country, the due date that follows, or nothing. */
export type DayMonthProof = 'date' | 'dots' | 'country' | 'due-date' | 'nothing';

/** Whether the value has evidence of one of these codes. */
export const isShownBy = (evidence: readonly Evidence[], ...codes: readonly EvidenceCode[]): boolean =>
  evidence.some(({ code }) => codes.includes(code));

/** Whether a value was found by nothing that is known: words that no list has, how it looks, or sums alone. */
export const isGuessed = (evidence: readonly Evidence[]): boolean =>
  isShownBy(evidence.slice(0, 1), 'captioned', 'by-looks', 'closing-sum');

/** Codes that prove a value whatever its readers thought of it: sums that close, and check digits. */
export const PROOFS: readonly EvidenceCode[] = ['product', 'totals-fit', 'lines-fit', 'check-digits', 'payment-code'];

/** Codes of checks, as opposed to where a value was found. */
export const CHECKS: readonly EvidenceCode[] = [...PROOFS, 'check-digits-repaired', 'tax-parts', 'due-follows', 'terms', 'cover-text'];
