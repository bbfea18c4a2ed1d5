/** Something that is off in the books: what, and which (an entry's number, a document, an account and period, a day of a chain). */
export interface Finding {
  readonly code:
    | 'entry-unbalanced'
    | 'entry-empty'
    | 'number-missing'
    | 'number-beyond'
    | 'account-sum-differs'
    | 'supplier-sum-differs'
    | 'posted-without-entry'
    | 'entry-without-posted'
    | 'entry-differs-from-document'
    | 'posted-by-approver'
    | 'guard-off'
    | 'blob-damaged'
    | 'deleted-by-one'
    | 'deleted-in-use'
    | 'deleted-too-early'
    | 'seal-broken'
    | 'head-differs';
  readonly name: string;
}
/** What each finding means. */
export const FINDING_NAMES: Readonly<Record<Finding['code'], string>> = {
  'entry-unbalanced': 'Debit and credit of this journal entry differ',
  'entry-empty': 'This journal entry has no lines',
  'number-missing': 'There is no journal entry of this number',
  'number-beyond': 'This journal entry has a number that was never given',
  'account-sum-differs': 'The sum kept for this account and period is not that of its lines',
  'supplier-sum-differs': 'The sum kept for this supplier is not that of its lines',
  'posted-without-entry': 'This document is posted, but has no journal entry',
  'entry-without-posted': 'This journal entry is of a document that is not posted',
  'entry-differs-from-document': 'What this journal entry owes is not what its document says',
  'posted-by-approver': 'Who posted this journal entry had approved its document',
  'guard-off': 'This guard of the database is switched off or gone',
  'blob-damaged': 'This file is not what was kept',
  'deleted-by-one': 'This original was deleted without two people who agreed',
  'deleted-in-use': 'This file was deleted, though something that is kept has it',
  'deleted-too-early': 'This original was deleted before it had been kept for as long as it had to be',
  'seal-broken': 'Rows of this day were changed after it was sealed',
  'head-differs': 'Rows of this day are not those whose head was written down',
};
/** The last time the books were worked out anew. */
export interface BookCheckView {
  readonly at: string;
  readonly findings: readonly Finding[];
}

/** What is kept, and whether it is whole. */
export interface ArchiveView {
  readonly blobs: number;
  readonly bytes: number;
  /** Compared with their checksums within the last seven days. */
  readonly checked: number;
  /** Null until the books were checked for the first time. */
  readonly books: BookCheckView | null;
  readonly damaged: readonly {
    /** SHA-256 in hexadecimal. */
    readonly checksum: string;
    readonly foundAt: string;
    /** What uses it: "arrival 12", "scan.pdf of arrival 12", "a page of scan.pdf". */
    readonly usedBy: readonly string[];
  }[];
}
