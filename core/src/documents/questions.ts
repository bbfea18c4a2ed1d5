import type { DocumentKind } from './kinds.js';
import type { OwnFault } from './own-values.js';
import type { ReadingFailure } from './reading-failures.js';

/** What speaks for or against a document's beginning before a page. */
export type BoundarySign =
  | { readonly code: 'same-number'; readonly number: string }
  | { readonly code: 'other-number'; readonly number: string; readonly before: string }
  | { readonly code: 'page-of'; readonly page: number }
  | { readonly code: 'brought-forward' }
  | { readonly code: 'same-seller' }
  | { readonly code: 'other-seller' }
  | { readonly code: 'title' }
  | { readonly code: 'no-title' }
  | { readonly code: 'totals-before' }
  | { readonly code: 'blank-before' }
  | { readonly code: 'separator-before' }
  /** Kept by a version that wrote sentences. */
  | { readonly code: 'as-worded'; readonly text: string };

/**
 * What is asked in a doubt: a code with what it is about. Which field, cell or line it is about stands with the doubt; the sentence
 * is made where it is shown. Amounts are decimal strings, dates ISO 8601.
 */
export type Question =
  // The document.
  | { readonly code: 'no-text' }
  | { readonly code: 'unreadable'; readonly because: ReadingFailure }
  | { readonly code: 'several-numbers'; readonly numbers: readonly string[] }
  /** The pages are in a language (ISO 639) that is not read. */
  | { readonly code: 'language-unknown'; readonly language: string }
  | { readonly code: 'kind-untitled' }
  | { readonly code: 'kind-below-zero' }
  | { readonly code: 'kind-sorted-otherwise'; readonly titled: DocumentKind; readonly kind: DocumentKind; readonly examples: number }
  | { readonly code: 'boundary'; readonly page: number; readonly signs: readonly BoundarySign[] }
  | { readonly code: 'sent-back'; readonly by: string; readonly comment: string }
  // A field of the head.
  | { readonly code: 'not-found' }
  | { readonly code: 'unclear'; readonly value: string; readonly other: string | null }
  /** No value is plain, but this one may be it. */
  | { readonly code: 'perhaps'; readonly value: string }
  /** With the supplier's habits it is read as another value than without them, which nobody would have asked about. */
  | { readonly code: 'habit-differs'; readonly value: string | null; readonly without: string | null }
  /** The value of a field of the company's own is none that it may have. */
  | { readonly code: 'own-check'; readonly value: string; readonly fault: OwnFault }
  /** The payment code on the page says something else than its print. */
  | { readonly code: 'payment-code-differs'; readonly printed: string; readonly said: string }
  /** What a rule for electronic invoices asks: its number, the term of the norm, what stands there, what would be right, and how many more say so. */
  | {
      readonly code: 'rule-broken';
      readonly rule: string;
      readonly term: string;
      readonly found: string | null;
      readonly wanted: string | null;
      readonly others: number;
    }
  /** The page shows another value than the data of the electronic invoice; null: the data's value is nowhere on it. */
  | { readonly code: 'page-differs'; readonly data: string; readonly page: string | null }
  /** The data within the file cannot be read: what stands here was read off its pages. */
  | { readonly code: 'data-unreadable'; readonly why: string }
  | { readonly code: 'due-out-of-order' }
  | { readonly code: 'far-from-arrival'; readonly arrived: string; readonly issued: string }
  | { readonly code: 'day-or-month' }
  | { readonly code: 'check-digits-wrong' }
  | { readonly code: 'iban-unread' }
  | { readonly code: 'terms-without-date' }
  | { readonly code: 'label-without-value'; readonly label: string }
  /** Kept by a version that looked for due dates by themselves. */
  | { readonly code: 'unlabelled-date'; readonly date: string }
  | { readonly code: 'parts-unread' }
  | { readonly code: 'not-on-scan' }
  | { readonly code: 'currency-unlikely'; readonly value: string; readonly likelier: string }
  // Totals.
  | { readonly code: 'total-missing'; readonly value: string | null }
  | { readonly code: 'totals-differ'; readonly net: string; readonly tax: string; readonly gross: string }
  | { readonly code: 'same-as-total' }
  | { readonly code: 'lines-exceed'; readonly lines: string; readonly net: string }
  | { readonly code: 'tax-missing' }
  | { readonly code: 'net-missing' }
  | { readonly code: 'tax-unproven'; readonly value: string }
  | { readonly code: 'only-total-differs' }
  | { readonly code: 'due-unexplained'; readonly value: string }
  // Lines.
  | { readonly code: 'no-lines' }
  | { readonly code: 'lines-differ' }
  | { readonly code: 'cell-missing' }
  | { readonly code: 'cell-unclear'; readonly value: string }
  | { readonly code: 'product-differs' }
  | { readonly code: 'price-unit-differs' }
  | { readonly code: 'amount-below-zero' }
  | { readonly code: 'no-quantity-no-price' }
  /** Words, or figures, of the line are in no cell. */
  | { readonly code: 'words-left' }
  | { readonly code: 'figures-left' }
  | { readonly code: 'price-without-quantity' }
  | { readonly code: 'quantity-without-price' }
  /** Kept by a version that wrote sentences. */
  | { readonly code: 'as-worded'; readonly text: string };
export type QuestionCode = Question['code'];
