import type { Versioned } from '../checking/index.js';

/** A question about a document to somebody who knows more of it. */
export interface QuestionView {
  readonly id: number;
  readonly exceptionId: number | null;
  readonly kind: 'anything' | 'arrived';
  readonly text: string;
  readonly askedOf: string;
  readonly askedOfId: number;
  readonly askedBy: string;
  readonly askedAt: string;
  /** Null while it is open. */
  readonly answer: 'yes' | 'no' | null;
  readonly words: string;
  readonly answeredBy: string | null;
  readonly answeredAt: string | null;
}
/** A question in the tray of who is asked, with what it is about. */
export interface MyQuestion extends QuestionView {
  readonly documentId: number;
  readonly supplier: string | null;
  readonly invoiceNumber: string | null;
  readonly total: string | null;
  readonly currency: string | null;
  /** Of goods that are asked about: lines of orders of which less came than is invoiced. */
  readonly goods: readonly MissingGoods[];
}
export interface MissingGoods {
  readonly orderId: number;
  readonly orderNumber: string;
  readonly orderLineId: number;
  readonly description: string;
  readonly unit: string | null;
  readonly ordered: string;
  readonly received: string;
  /** What this and earlier invoices ask to be paid for. */
  readonly invoiced: string;
}
export interface QuestionWish extends Versioned {
  readonly kind: 'anything' | 'arrived';
  /** Whom to ask. */
  readonly of: number;
  readonly text: string;
}
/** The answer; of goods also how much came of which line, and when. */
export interface AnswerWish {
  readonly answer: 'yes' | 'no';
  readonly words: string;
  readonly receivedOn: string | null;
  readonly came: readonly { readonly orderLineId: number; readonly quantity: string }[];
}
/** What is not paid of an invoice until a credit note comes. */
export interface ClaimView {
  readonly id: number;
  readonly exceptionId: number;
  readonly net: string;
  readonly gross: string;
  readonly reason: string;
  readonly madeBy: string;
  readonly madeAt: string;
  readonly credit: { readonly id: number; readonly number: string | null } | null;
  readonly droppedBy: string | null;
  readonly droppedReason: string | null;
}
export interface WaitWish extends Versioned {
  /** The day on which it is taken up in any case. */
  readonly until: string;
  readonly reason: string;
}
export interface ShortPayment extends Versioned {
  /** What is not paid, net. */
  readonly net: string;
  readonly reason: string;
}
