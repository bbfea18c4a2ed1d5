import type { OriginalView } from '../retention/index.js';
import type {
  OwnField,
  OwnName,
  Dispute,
  DocumentKind,
  HeaderField,
  LineCell,
  Tray,
  ApprovalReason,
  Question,
  RestingReason,
  TrailAct,
} from '@umber/core/documents';
import type { Box, Place } from '@umber/core/geometry';
import type { ReadLine, ReadValue, StatementLine, Word } from '@umber/core/reading';
import type { Syntax } from '@umber/core/e-invoices';
import type { CodingPart, CodingReason } from '@umber/core/coding';
import type { Spread } from '@umber/core/ledger';
import type { MatchException, PairSign, StatementState } from '@umber/core/matching';
import type { OrderView } from '../orders/index.js';
import type { ClaimView, QuestionView } from '../asking/index.js';
import type { HandedView, NoteView } from '../around/index.js';
import type { LetterView } from '../letters/index.js';
import type { SupplierView } from '../suppliers/index.js';

/** What each kind is called. */
export const KIND_NAMES: Readonly<Record<DocumentKind, string>> = {
  invoice: 'Invoice',
  'credit-note': 'Credit note',
  statement: 'Statement of account',
  reminder: 'Reminder',
  'delivery-note': 'Delivery note',
  'order-confirmation': 'Order confirmation',
  other: 'Letter',
};
/** The group of a document whose supplier is not known, and how many others are in it. */
export interface Alike {
  readonly group: number;
  readonly others: number;
}
/** An invoice that a statement or reminder names, and what is known of it here. */
export interface CitationView {
  readonly number: string;
  readonly amount: string | null;
  /** The document here that has this number; null where it never arrived. */
  readonly document: { readonly id: number; readonly tray: Tray; readonly since: string } | null;
}
/** A line of a statement of account beside the document here that has its number. */
export interface StatementLineView extends StatementLine {
  readonly state: StatementState;
  readonly document: {
    readonly id: number;
    readonly tray: Tray;
    readonly kind: DocumentKind;
    readonly gross: string | null;
    readonly since: string;
  } | null;
}
/** An invoice or credit note here that a statement does not list. */
export interface UnlistedInvoice {
  readonly id: number;
  readonly number: string;
  readonly kind: DocumentKind;
  readonly tray: Tray;
  readonly issueDate: string | null;
  readonly gross: string | null;
}
export interface StatementView {
  readonly lines: readonly StatementLineView[];
  readonly opening: string | null;
  readonly closing: string | null;
  /** What the opening and the lines come to, where it says the closing; null where it does not. */
  readonly sum: string | null;
  readonly notListed: readonly UnlistedInvoice[];
}
/** A field's present value, and what the reading says of it while it is the reading's. */
export interface FieldView {
  readonly value: string | null;
  readonly read: ReadValue | null;
  /** Whether a person gave or confirmed the value. */
  readonly settled: boolean;
  /** Where a person pointed for it; null where the value was typed or read. */
  readonly pointed: Place | null;
}
/** A field of the company's own, with what the document has there. */
export interface OwnFieldView extends FieldView {
  readonly field: OwnField;
}
export interface LineView {
  readonly position: number;
  readonly cells: Readonly<Record<LineCell, string | null>>;
  /** Its values of the company's own fields. */
  readonly own: Readonly<Partial<Record<OwnName, string>>>;
  /** The line of the reading that it was; null where a person made it. */
  readonly read: ReadLine | null;
  readonly page: number | null;
  readonly box: Box | null;
  /** Which part of it is for which line of which order; empty where it is on none. */
  readonly pairs: readonly PairView[];
  /** What kind of charge it is, where it is no goods. */
  readonly charge: string | null;
  readonly account: string | null;
  readonly costCentre: string | null;
  /** Who coded it; null: the machine. */
  readonly codedBy: string | null;
  readonly project: string | null;
  /** Why the machine coded it so; null where a person did. */
  readonly codingReason: CodingReason | null;
  /** Parts that go elsewhere. */
  readonly parts: readonly CodingPart[];
  /** The months that its cost belongs to; null: that of its posting. */
  readonly spread: Spread | null;
}
/** A part of a line and the order line that it is for. */
export interface PairView {
  readonly orderLineId: number;
  readonly orderId: number;
  /** In the order's unit. */
  readonly quantity: string | null;
  readonly amount: string;
  readonly factor: string;
  readonly signs: readonly PairSign[];
  readonly strength: number;
  readonly sure: boolean;
  /** Whether a person said so. */
  readonly chosen: boolean;
}
export interface DoubtView {
  readonly id: number;
  readonly field: HeaderField | LineCell | OwnName | 'kind' | 'lines' | 'pages' | null;
  readonly line: number | null;
  readonly question: Question;
}
/** One of two people who confirm where money goes. */
export interface ConfirmationView {
  readonly personId: number;
  readonly by: string;
  readonly reason: string;
}
export interface ExceptionView extends MatchException {
  readonly id: number;
  readonly confirmations: readonly ConfirmationView[];
  readonly acceptedBy: string | null;
  readonly acceptedReason: string | null;
}
export interface ApprovalView {
  readonly id: number;
  readonly approverId: number;
  readonly approver: string;
  readonly because: ApprovalReason;
  readonly state: 'asked' | 'approved' | 'sent-back' | 'withdrawn';
  readonly comment: string | null;
  readonly answeredAt: string | null;
}
export interface PageView {
  readonly number: number;
  /** Quarter turns that a person gave it; its picture is another one then. */
  readonly turned: number;
  /** Whether its picture was straightened: it came otherwise. */
  readonly straightened: boolean;
  /** Points. */
  readonly width: number;
  readonly height: number;
  readonly words: readonly Word[];
}
export interface DocumentView {
  readonly id: number;
  readonly version: number;
  readonly tray: Tray;
  readonly parkedFrom: Tray | null;
  readonly reason: RestingReason | null;
  readonly kind: DocumentKind;
  readonly language: string;
  /** The file that it was cut out of, and how many pages that has. */
  readonly file: { readonly id: number; readonly name: string; readonly pages: number };
  readonly arrival: {
    readonly id: number;
    readonly sender: string | null;
    readonly subject: string | null;
    readonly receivedAt: string;
    readonly text: string;
    readonly source: string;
    readonly kind: 'mail' | 'file';
  };
  readonly fields: Readonly<Record<HeaderField, FieldView>>;
  /** The company's own fields of the head. */
  readonly own: readonly OwnFieldView[];
  /** Those of the lines. */
  readonly ownCells: readonly OwnField[];
  readonly discount: string | null;
  readonly carriage: string | null;
  readonly lines: readonly LineView[];
  readonly doubts: readonly DoubtView[];
  /** That its page contradicts itself, with what it prints and what is owed; null where it does not. */
  readonly dispute: Dispute | null;
  /** Until when its original is kept, and why longer; or that it is deleted. */
  readonly original: OriginalView;
  /** What people say about it, newest first. */
  readonly notes: readonly NoteView[];
  /** Whom it was handed to; null where to nobody. */
  readonly handed: HandedView | null;
  /** Until when it rests, ISO 8601; null: until somebody takes it up. */
  readonly restsUntil: string | null;
  /** Letters that were written about it, newest first. */
  readonly letters: readonly LetterView[];
  /** What colleagues are asked about it, newest first. */
  readonly questions: readonly QuestionView[];
  /** What is not paid of it until a credit note comes. */
  readonly claims: readonly ClaimView[];
  /** The invoices that a credit note gives back of. */
  readonly credits: readonly CreditView[];
  /** The credit notes that give back of it. */
  readonly creditedBy: readonly CreditView[];
  /** The invoice in whose place it comes, and the one that comes in its place. */
  readonly replaces: ReplacedView | null;
  readonly replacedBy: ReplacedView | null;
  /** What was done at Check and can be taken back, newest first. */
  readonly steps: readonly StepView[];
  readonly exceptions: readonly ExceptionView[];
  /** For what is no invoice: the invoices that it names. */
  readonly citations: readonly CitationView[];
  /** What electronic invoice it is; null for all else. */
  readonly eInvoice: EInvoiceHead | null;
  /** What a statement of account says, ticked off against what is here; null for all else. */
  readonly statement: StatementView | null;
  readonly tags: readonly string[];
  readonly department: string | null;
  readonly approvals: readonly ApprovalView[];
  /** People who had a hand in what it says, by their ids: they neither approve nor post it. */
  readonly handledBy: readonly number[];
  /** Of these, who did more than confirm an account: they do not confirm one. */
  readonly touchedBy: readonly number[];
  readonly pages: readonly PageView[];
  readonly supplier: SupplierView | null;
  /** Others of the same unknown supplier that look like it; null where there are none. */
  readonly alike: Alike | null;
  /** Orders that it is for, by their numbers. */
  readonly orders: readonly OrderView[];
  readonly checkedBy: string | null;
  readonly entryNumber: number | null;
  /** The one-line history: what happened last, newest first. */
  readonly trail: readonly TrailEntry[];
}
/** What a document's data is, where it is an electronic invoice. */
export interface EInvoiceHead {
  readonly syntax: Syntax;
  readonly profile: string | null;
  /** Whether its pages were made of the data. */
  readonly isMade: boolean;
}
/** An invoice beside its credit note, or the reverse. */
export interface CreditView {
  readonly id: number;
  readonly number: string;
  readonly tray: Tray;
  readonly issueDate: string | null;
  readonly gross: string | null;
  /** What credit notes in the books leave of it. */
  readonly left: string;
  readonly knownBy: 'number' | 'lines' | 'amount' | 'person';
}
export interface ReplacedView {
  readonly id: number;
  readonly number: string;
  readonly tray: Tray;
}
/** Something that was done at Check and can be taken back. */
export interface StepView {
  readonly id: number;
  readonly at: string;
  readonly person: string;
  readonly act: TrailAct;
}
/** One step of a document's history. */
export interface TrailEntry {
  readonly id: number;
  readonly at: string;
  /** Null: the machine. */
  readonly person: string | null;
  /** Null where a version wrote a sentence, which then stands beside it. */
  readonly act: TrailAct | null;
  readonly sentence: string | null;
}
