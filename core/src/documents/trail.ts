import type { Owed } from '../arithmetic/index.js';
import type { Place } from '../geometry/index.js';
import type { HeaderField, LineCell } from './fields.js';
import type { OwnMatch, OwnName } from './own-fields.js';
import type { Cells } from './line-edits.js';
import type { DocumentKind } from './kinds.js';
import type { Question } from './questions.js';
import type { ReadingFailure } from './reading-failures.js';
import type { Act, Tray } from './trays.js';

/** Why a document rests where it is: a person's own words, or what the machine found. */
export type RestingReason =
  | { readonly code: 'said'; readonly text: string }
  | { readonly code: 'filed'; readonly kind: DocumentKind; readonly cited: number }
  | { readonly code: 'pages-elsewhere' }
  | { readonly code: 'same-file'; readonly document: number }
  /** A corrected one came in its place. */
  | { readonly code: 'replaced'; readonly document: number }
  | { readonly code: 'kept-by-rule' }
  | { readonly code: 'office-file' }
  | { readonly code: 'no-page' }
  /** Kept by a version that wrote sentences. */
  | { readonly code: 'as-worded'; readonly text: string };

/** A step of a document's history. Amounts are decimal strings, dates ISO 8601, lines 0-based, pages 1-based in their file. */
export type TrailAct =
  | { readonly code: 'arrived-by-mail'; readonly sender: string | null; readonly file: string }
  | { readonly code: 'arrived-by-person'; readonly person: string; readonly file: string }
  | { readonly code: 'arrived-by-source'; readonly source: string; readonly file: string }
  /** A picture that had been left aside, as it does not look like a page. */
  | { readonly code: 'read-aside'; readonly file: string }
  | { readonly code: 'cut-out'; readonly file: string; readonly pages: readonly number[] }
  | {
      readonly code: 'read';
      readonly kind: DocumentKind;
      readonly language: string;
      readonly lines: number;
      readonly pages: number;
      readonly doubts: number;
    }
  | { readonly code: 'sorted-like'; readonly kind: DocumentKind; readonly examples: number }
  | { readonly code: 'supplier-recognised'; readonly supplier: string; readonly because: readonly SupplierSign[] }
  /** A credit note that was printed below zero: its amounts are kept above, as those of all others. */
  | { readonly code: 'amounts-turned' }
  | { readonly code: 'order-recognised'; readonly order: string; readonly by: 'number' | 'lines' }
  | { readonly code: 'exception-raised'; readonly line: number | null; readonly facts: ExceptionFacts }
  | { readonly code: 'exception-accepted'; readonly line: number | null; readonly facts: ExceptionFacts; readonly reason: string }
  /** One of two people who confirm where money goes. */
  | { readonly code: 'account-confirmed'; readonly account: string; readonly reason: string }
  | { readonly code: 'supplier-chosen'; readonly supplier: string; readonly id: number }
  | { readonly code: 'order-chosen'; readonly order: string | null; readonly before: number | null; readonly after: number | null }
  /** Ids of order lines; `after` null: as the machine pairs it. */
  | { readonly code: 'line-paired'; readonly line: number; readonly before: readonly number[]; readonly after: readonly number[] | null }
  /** The invoices that a credit note gives back of, as a person says; none: as the machine finds them. */
  | { readonly code: 'credited-said'; readonly invoices: readonly string[] }
  /** The invoice in whose place it comes; null: none after all. */
  | { readonly code: 'replaces-said'; readonly number: string | null; readonly document: number | null }
  /** `parts`: how many go elsewhere than the rest; missing where none do. */
  | {
      readonly code: 'line-coded';
      readonly line: number;
      readonly before: Coding;
      readonly after: Coding;
      readonly parts?: number;
      /** Over so many months; missing where its cost is of one. */
      readonly months?: number;
    }
  | {
      readonly code: 'field-changed';
      readonly field: HeaderField | OwnName;
      readonly before: string | null;
      readonly after: string | null;
      /** Where a person pointed for it, points; missing where it was typed or chosen. */
      readonly at?: Place;
    }
  | { readonly code: 'field-confirmed'; readonly field: HeaderField | OwnName; readonly value: string | null }
  | {
      readonly code: 'cell-changed';
      readonly line: number;
      readonly cell: LineCell | OwnName;
      readonly before: string | null;
      readonly after: string | null;
    }
  | { readonly code: 'line-added'; readonly line: number }
  | { readonly code: 'line-removed'; readonly line: number; readonly before: Readonly<Record<string, string | null>> }
  | { readonly code: 'line-moved'; readonly line: number; readonly to: number }
  | { readonly code: 'line-split'; readonly line: number; readonly before: Cells; readonly after: readonly Cells[] }
  | { readonly code: 'lines-joined'; readonly line: number; readonly before: readonly Cells[] }
  /** A cell's value was given to the lines after `line`, up to and with `to`. */
  | {
      readonly code: 'cells-filled';
      readonly line: number;
      readonly to: number;
      readonly cell: LineCell;
      readonly value: string | null;
      readonly before: readonly (string | null)[];
    }
  | { readonly code: 'rows-pasted'; readonly line: number; readonly rows: number; readonly before: readonly Cells[] }
  /** All lines were read anew by columns that a person set. */
  | { readonly code: 'lines-replaced'; readonly rows: number; readonly before: readonly Cells[] }
  | ({ readonly code: 'disputed' } & Omit<Dispute, 'by'>)
  /** The total that a dispute spoke of was changed. */
  | { readonly code: 'dispute-over'; readonly amount: string }
  /** Something that was done at Check was taken back. */
  | { readonly code: 'undone'; readonly act: TrailAct }
  | { readonly code: 'question-answered'; readonly field: string | null; readonly line: number | null; readonly question: Question }
  | { readonly code: 'kind-said'; readonly before: DocumentKind; readonly after: DocumentKind }
  | { readonly code: 'checked' }
  | { readonly code: 'approved'; readonly comment: string | null }
  | { readonly code: 'posted'; readonly entry: number; readonly day: string }
  | { readonly code: 'noted'; readonly text: string }
  | { readonly code: 'tagged'; readonly tags: readonly string[] }
  /** Handed to a colleague; null: to nobody any more. */
  | { readonly code: 'handed'; readonly to: string | null; readonly text: string | null }
  /** It was in a list that was handed to somebody. */
  | { readonly code: 'listed'; readonly to: string; readonly text: string }
  /** It must not be deleted, however old, until that is over. */
  | { readonly code: 'put-on-hold'; readonly hold: string; readonly reason: string }
  | { readonly code: 'hold-over'; readonly hold: string; readonly reason: string }
  /** What came is deleted, by the number of the deletion; its values and this trail stay. */
  | { readonly code: 'original-deleted'; readonly deletion: number }
  | { readonly code: 'letter-written'; readonly to: string; readonly subject: string }
  /** A colleague is asked about it, and answers. */
  | { readonly code: 'asked'; readonly of: string; readonly text: string }
  | { readonly code: 'answered'; readonly answer: 'yes' | 'no'; readonly text: string }
  /** So much is held back until a credit note comes. */
  | { readonly code: 'paid-short'; readonly net: string; readonly gross: string; readonly reason: string }
  | { readonly code: 'not-alike' }
  | Moved;

/** A page that contradicts itself: what it prints, and what is owed. Amounts are decimal strings; null where it prints none. */
export interface Dispute {
  readonly owed: Owed;
  /** The total that is owed. */
  readonly amount: string;
  /** What its lines come to, and the totals, as printed. */
  readonly lines: string;
  readonly net: string | null;
  readonly tax: string | null;
  readonly gross: string | null;
  /** What would be owed in the other way. */
  readonly other: string | null;
  /** The line that was to blame and was put right, 0-based. */
  readonly line: number | null;
  /** Who said so. */
  readonly by: string;
}

/** That a document was moved, by which act, and what belongs to that act. */
export interface Moved {
  readonly code: 'moved';
  readonly act: Act;
  readonly to: Tray;
  readonly from?: Tray;
  readonly reason?: RestingReason;
  /** Why it could not be read. */
  readonly because?: ReadingFailure;
  /** The day until which it rests, ISO 8601. */
  readonly until?: string;
  /** What an approver said, or the readers of versions that wrote sentences. */
  readonly text?: string;
  /** Open exceptions. */
  readonly exceptions?: number;
  /** The order whose tolerances it fits; null where it has none or does not. */
  readonly order?: string | null;
  /** Who is asked to approve, and why. */
  readonly approvals?: readonly ApprovalReason[];
  /** That it went straight through, within its supplier's limit. */
  readonly straight?: true;
  readonly kind?: DocumentKind;
  readonly file?: string;
  readonly pages?: readonly number[];
}

/** Account and cost centre of a line. */
export interface Coding {
  readonly account: string | null;
  readonly costCentre: string | null;
}

/** What a document and a supplier on file have in common, or not. */
export type SupplierSign = 'tax-id' | 'iban' | 'mail-domain' | 'name' | 'similar-name' | 'other-tax-id' | 'other-iban';

/** What does not fit: the code of an exception with its figures. Amounts and quantities are decimal strings. */
export type ExceptionFacts =
  | { readonly code: 'supplier-unknown'; readonly name: string | null }
  | { readonly code: 'iban-changed' }
  /** An account on the page, as it is compared (`core/bank-accounts`), that is none of the supplier's on file. */
  | { readonly code: 'bank-account'; readonly account: string; readonly onFile: string | null }
  /** `because` is missing where a version kept it that compared numbers only. */
  | { readonly code: 'duplicate'; readonly number: string; readonly document: number; readonly because?: DuplicateSign }
  /** The total is nothing or below: no invoice asks for that, and no credit note gives it. */
  | { readonly code: 'not-above-zero'; readonly total: string | null }
  | { readonly code: 'currency'; readonly invoice: string; readonly order: string }
  /** `number` as the page has it; else the order that fits best. */
  | { readonly code: 'order-unknown'; readonly number: string | null; readonly best: string | null }
  | { readonly code: 'not-on-order'; readonly description: string | null }
  | { readonly code: 'no-amount'; readonly description: string | null }
  /** It is likely for this line of the order, and no more than likely; `signs` as pairing gives them. */
  | { readonly code: 'pair-doubtful'; readonly description: string | null; readonly ordered: string; readonly signs: readonly string[] }
  /** The invoice counts in another unit, and only the prices say how many of the order's that is. */
  | {
      readonly code: 'unit';
      readonly description: string | null;
      readonly invoice: string | null;
      readonly order: string | null;
      readonly factor: string;
    }
  /** It names an order that is closed, or one of another supplier; or a line is for an order that it does not name. */
  | { readonly code: 'order-closed'; readonly number: string }
  | { readonly code: 'order-of-another'; readonly number: string; readonly supplier: string }
  | { readonly code: 'order-not-named'; readonly number: string; readonly named: readonly string[] }
  | { readonly code: 'order-required' }
  | { readonly code: 'supplier-blocked'; readonly reason: string }
  /** `percent` and `off` below zero where the invoice asks less than the order. */
  | { readonly code: 'price'; readonly description: string | null; readonly percent: string; readonly off: string }
  | {
      readonly code: 'not-received' | 'more-than-ordered' | 'more-than-invoiced';
      readonly description: string | null;
      readonly invoiced: string;
      readonly before: string;
      /** What was received, ordered, or invoiced and may be credited. */
      readonly limit: string;
    }
  /** More than what was received, ordered or invoiced is worth, less what was invoiced before. Net. */
  | {
      readonly code: 'amount-beyond';
      readonly description: string | null;
      readonly of: 'received' | 'ordered' | 'invoiced';
      readonly invoiced: string;
      readonly before: string;
      readonly limit: string;
    }
  /** Each line is within its tolerance, and all of them are over the order by more than may pass. */
  | { readonly code: 'over-in-all'; readonly off: string; readonly limit: string }
  | { readonly code: 'carriage'; readonly amount: string; readonly agreed: string | null }
  /** Packaging, deposit and the like: `kind` as charges are called. */
  | { readonly code: 'charge'; readonly kind: string; readonly amount: string; readonly agreed: string | null }
  /** `percent` of the goods, `agreed` in percent. */
  | { readonly code: 'discount'; readonly amount: string; readonly percent: string; readonly agreed: string | null }
  | { readonly code: 'beyond-order'; readonly invoiced: string; readonly before: string; readonly ordered: string }
  | { readonly code: 'tax-rate'; readonly rate: string; readonly countries: readonly string[] }
  /** `expected` is null where no rate of the countries explains the tax; `percent` of the net total. */
  | { readonly code: 'tax-amount'; readonly expected: string | null; readonly percent: string }
  /** A credit note that gives back more than the invoices that it names, of which so much is left. */
  | { readonly code: 'credit-beyond'; readonly credited: string; readonly left: string; readonly invoices: readonly string[] }
  /** A credit note that is for nothing that is here: the numbers that it names. */
  | { readonly code: 'credits-nothing-known'; readonly named: readonly string[] }
  /** A credit note that names nothing, and an invoice of just its total: it may be for that. */
  | { readonly code: 'credit-likely'; readonly number: string; readonly document: number }
  /** It comes in place of an invoice that is on its way to the books or in them, and of which so much is not credited. */
  | { readonly code: 'replaces-booked'; readonly number: string; readonly document: number; readonly left: string }
  /** It wants to be paid sooner than the supplier's terms say. */
  | { readonly code: 'terms'; readonly due: string; readonly agreed: string; readonly days: number }
  /** Its date is in no open period; `posted` is the day that it would be posted on, null where there is none. */
  | { readonly code: 'period'; readonly date: string; readonly posted: string | null }
  /** With it a cost centre has spent more in a year than it may: net, in base currency. */
  | {
      readonly code: 'over-budget';
      readonly costCentre: string;
      readonly year: number;
      readonly budget: string;
      readonly before: string;
      readonly asked: string;
    }
  /** A field of the company's own that says otherwise than the order; `field` as it is called, `order` null where there is no order. */
  | { readonly code: 'own-differs'; readonly field: string; readonly of: OwnMatch; readonly value: string; readonly order: string | null }
  /** Kept by a version that wrote sentences. */
  | { readonly code: 'as-worded'; readonly of: string; readonly text: string };
/** By what a document is taken for one that is here already. */
export type DuplicateSign = 'number' | 'similar-number' | 'amount-and-date' | 'page';
export type ExceptionCode = Exclude<ExceptionFacts['code'], 'as-worded'>;

/** Why somebody is asked to approve. */
export interface ApprovalReason {
  readonly person: number;
  readonly because: readonly ApprovalCause[];
  /** Asked in place of somebody who handled the document. */
  readonly inPlace: boolean;
}
export type ApprovalCause =
  | { readonly code: 'disputed' }
  | { readonly code: 'exception' }
  /** Its order was made, or allows more, only since it came. */
  | { readonly code: 'late-order' }
  /** It could go straight through, and is shown as a sample. */
  | { readonly code: 'sample' }
  /** Every invoice of its supplier. */
  | { readonly code: 'supplier' }
  | { readonly code: 'amount'; readonly from: string }
  | { readonly code: 'cost-centre'; readonly costCentre: string }
  | { readonly code: 'every' }
  /** Kept by a version that wrote sentences. */
  | { readonly code: 'as-worded'; readonly text: string };

/** Acts by which a person has a hand in what a document says: whoever did one of these neither approves nor posts it. */
export const HANDLING: readonly TrailAct['code'][] = [
  'exception-accepted',
  'account-confirmed',
  'supplier-chosen',
  'order-chosen',
  'line-coded',
  'line-paired',
  'paid-short',
  'credited-said',
  'replaces-said',
  'field-changed',
  'field-confirmed',
  'cell-changed',
  'line-added',
  'line-removed',
  'line-moved',
  'line-split',
  'lines-joined',
  'cells-filled',
  'rows-pasted',
  'lines-replaced',
  'disputed',
  'undone',
  'question-answered',
  'kind-said',
  'checked',
];
/** Moves that do so too: pages that were cut or joined, and a document that was read anew. */
export const HANDLING_MOVES: readonly Act[] = ['rearrange', 'read-again'];
