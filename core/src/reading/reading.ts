import type { DocumentKind, Evidence, HeaderField, LineCell, OwnField, OwnName, Question } from '../documents/index.js';
import type { Box } from '../geometry/index.js';
import type { Habit } from './habit.js';
import type { Calibration } from './confidence/curve.js';

/** One value as read: amounts and rates as decimal strings, dates ISO 8601, currency ISO 4217. */
export interface ReadValue {
  readonly value: string;
  /** 0..1: how sure the reading is. */
  readonly confidence: number;
  /** 1-based page of the file, null where the value came from no page. */
  readonly page: number | null;
  readonly box: Box | null;
  /** What led to the value and what confirmed it. */
  readonly evidence: readonly Evidence[];
  /** Other values it could have been, likeliest first. */
  readonly alternatives: readonly Alternative[];
}

/** Another value that a field could have, and why. */
export interface Alternative {
  readonly value: string;
  readonly why: Evidence;
  readonly page: number | null;
  readonly box: Box | null;
}

export type ReadLine = Readonly<Record<LineCell, ReadValue | null>> & {
  /** Where the line stands: its rows on the page. */
  readonly page: number;
  readonly box: Box;
  /** The line's amount as printed where it has the tax in it, a decimal string. */
  readonly taxedAmount?: string;
  /** Its values of the company's own fields; absent where there are none such. */
  readonly own?: OwnValues;
};

/** Values of the company's own fields. */
export type OwnValues = Readonly<Record<OwnName, ReadValue | null>>;

/** A question that a person should settle before the document goes on untouched. */
export interface ReadDoubt {
  readonly field: HeaderField | LineCell | OwnName | 'kind' | 'lines' | null;
  /** 0-based line, or null for the head. */
  readonly line: number | null;
  readonly question: Question;
}

/** What the machine takes off a document. */
export interface DocumentReading {
  readonly pages: readonly number[];
  readonly language: string;
  readonly kind: DocumentKind;
  readonly fields: Readonly<Record<HeaderField, ReadValue | null>>;
  /** The company's own fields of the head; absent where it has none. */
  readonly own?: OwnValues;
  readonly lines: readonly ReadLine[];
  /** Discount, carriage and what was paid, where the totals name them: what makes the lines sum to the net total. */
  readonly allowances: { readonly discount: string | null; readonly carriage: string | null; readonly paid: string | null };
  readonly doubts: readonly ReadDoubt[];
}

/** What reading may know beforehand. Everything is optional: a first reading needs none of it. */
export interface ReadingContext {
  /** The buyer's own names and tax ids, never the seller's. */
  readonly buyerNames?: readonly string[];
  readonly buyerTaxIds?: readonly string[];
  /** What the document is, where a person or sorting said so. */
  readonly kind?: DocumentKind;
  /** The day on which the document came, ISO 8601: a date long before or after it is asked about. */
  readonly receivedOn?: string;
  /** Whether the page counts where it and the data of an electronic invoice differ; the data, where it is left out. */
  readonly pageLeads?: boolean;
  /** What was learned of its supplier. */
  readonly habits?: readonly Habit[];
  /** The fields that the company added. */
  readonly ownFields?: readonly OwnField[];
  /** What the mail around the document says. */
  readonly coverText?: string;
  /** The risk of a wrong value that is accepted before a person is asked, 0..1; `ACCEPTED_RISK` where not given. */
  readonly acceptedRisk?: number;
  /** How what the rules say becomes a confidence; the built-in curves where not given. */
  readonly calibration?: Calibration;
}
