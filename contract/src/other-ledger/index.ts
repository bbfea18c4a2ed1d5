export const LEDGER_CODE_KINDS = ['account', 'cost-centre', 'tax-rate'] as const;
export type LedgerCodeKind = (typeof LEDGER_CODE_KINDS)[number];
export const LEDGER_CODE_NAMES: Readonly<Record<LedgerCodeKind, string>> = {
  account: 'Account',
  'cost-centre': 'Cost centre',
  'tax-rate': 'Tax rate',
};

/** One of our accounts, cost centres or rates of tax (percent), and what it is called in the other ledger; null: nothing yet. */
export interface LedgerCode {
  readonly kind: LedgerCodeKind;
  readonly ours: string;
  readonly name: string;
  readonly theirs: string | null;
}
export type LedgerCodeChange = Pick<LedgerCode, 'kind' | 'ours' | 'theirs'>;

export interface LedgerBatch {
  readonly id: number;
  readonly madeAt: string;
  readonly entries: number;
  readonly accepted: number;
  readonly refused: number;
  readonly tries: number;
  /** Null: it was answered, or waits for somebody. */
  readonly nextAt: string | null;
  readonly answeredAt: string | null;
  readonly fault: string | null;
  /** Whether a try was answered by anything but a refusal, or not at all: it may have been booked there. */
  readonly maybeTaken: boolean;
}
/** An entry that does not go on by itself. */
export interface StoppedEntry {
  readonly entryId: number;
  readonly number: number;
  readonly description: string;
  readonly because:
    | { readonly code: 'refused'; readonly reason: string }
    | { readonly code: 'no-code'; readonly kind: LedgerCodeKind; readonly ours: string };
}
export interface OtherLedgerView {
  /** Where entries are handed to; null: the installation names none. */
  readonly url: string | null;
  readonly isOn: boolean;
  readonly codes: readonly LedgerCode[];
  readonly accepted: number;
  readonly waiting: number;
  /** The newest first. */
  readonly batches: readonly LedgerBatch[];
  readonly stopped: readonly StoppedEntry[];
}
export interface OtherLedgerSwitch {
  readonly isOn: boolean;
}
export interface LedgerCodesWish {
  readonly codes: readonly LedgerCodeChange[];
}
