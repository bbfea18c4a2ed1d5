import type { ArrivalReason, StepNote } from '@umber/core/intake';
import type { MatchException } from '@umber/core/matching';
import type { Alike, DoubtView } from '../documents/index.js';
import { type Tray, type ApprovalReason, type RestingReason } from '@umber/core/documents';
import type { StepName, StepView } from '../intake/index.js';

/** The name of each tray as people read it. */
export const TRAY_NAMES: Readonly<Record<Tray, string>> = {
  arriving: 'Arriving',
  check: 'Check',
  match: 'Match',
  'sign-off': 'Sign-off',
  post: 'Post',
  posted: 'Posted',
  parked: 'Parked',
  filed: 'Filed',
  'turned-away': 'Turned away',
};
export interface TrayCount {
  readonly tray: Tray;
  readonly documents: number;
  /** Documents that are overdue or due within a week. */
  readonly due: number;
  /** Gross totals in base currency, a decimal string. */
  readonly amount: string;
}
/** Why a document is in its tray. */
export type Asked =
  | { readonly of: 'resting'; readonly reason: RestingReason }
  | ({ readonly of: 'doubt' } & Pick<DoubtView, 'field' | 'line' | 'question'>)
  | ({ readonly of: 'exception' } & Pick<MatchException, 'line' | 'facts'>)
  | { readonly of: 'approval'; readonly approver: string; readonly because: ApprovalReason };
/** One row of a tray. Amounts are decimal strings in the document's currency, dates ISO 8601. */
export interface TrayRow {
  readonly id: number;
  readonly version: number;
  readonly tray: Tray;
  readonly kind: string;
  readonly supplier: string | null;
  readonly supplierKnown: boolean;
  readonly number: string | null;
  readonly issueDate: string | null;
  readonly dueDate: string | null;
  readonly currency: string | null;
  readonly total: string | null;
  /** Total in base currency, for ordering. */
  readonly totalBase: string | null;
  /** What is asked, or why it rests; empty where nothing is. */
  readonly asked: readonly Asked[];
  readonly since: string;
  readonly receivedAt: string;
  readonly source: string;
  /** Others of the same unknown supplier that look like it; null where there are none. */
  readonly alike: Alike | null;
  /** Whom it was handed to. */
  readonly handedTo: string | null;
  readonly tags: readonly string[];
  /** Whether its page contradicts itself. */
  readonly disputed: boolean;
}
export interface TrayRows {
  readonly tray: Tray;
  readonly rows: readonly TrayRow[];
  readonly total: number;
}
/** Something that came in and became no document, or not yet. */
export interface ArrivalRow {
  readonly id: number;
  readonly receivedAt: string;
  /** The name of the source that it came by. */
  readonly source: string;
  readonly kind: 'mail' | 'file';
  /** A file's name. */
  readonly name: string | null;
  readonly sender: string | null;
  readonly subject: string | null;
  readonly state: 'stored' | 'unpacked' | 'no-documents' | 'repeated' | 'turned-away' | 'failed';
  /** The step that needs a look: failed, waiting or under way; null once all are done. */
  readonly step: { readonly name: StepName; readonly state: StepView['state']; readonly note: StepNote | null } | null;
  /** From its coming to the end of its last step, in seconds; null while steps are under way. */
  readonly seconds: number | null;
  readonly reason: ArrivalReason | null;
  readonly files: readonly {
    readonly id: number;
    readonly name: string;
    /** 0 until it is read. */
    readonly pages: number;
    readonly documents: readonly { readonly id: number; readonly tray: Tray; readonly number: string | null }[];
  }[];
}
/** One line of the live stream. */
export interface LiveNews {
  readonly what: 'document' | 'arrival';
  readonly id: number;
  readonly tray?: Tray;
}
