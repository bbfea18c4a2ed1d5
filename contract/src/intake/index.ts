import type { ArrivalReason, SourceRule, StepNote } from '@umber/core/intake';
export * from './reasons.js';

export const SOURCE_KINDS = ['mail', 'mailbox', 'folder', 'upload', 'api'] as const;
export type SourceKind = (typeof SOURCE_KINDS)[number];
/** What each way in is, as people read it. */
export const SOURCE_KIND_NAMES: Readonly<Record<SourceKind, string>> = {
  mail: 'Mail sent here',
  mailbox: 'Mailbox that is emptied',
  folder: 'Watched folder',
  upload: 'Upload',
  api: 'Other programs',
};
/** How a mailbox is reached over IMAP, and what is done with a mail once it is kept here. */
export interface MailboxSettings {
  readonly host: string;
  readonly port: number;
  /** TLS from the start; without it only where the server offers none. */
  readonly secure: boolean;
  readonly user: string;
  readonly folder: string;
  readonly afterwards: 'leave' | 'mark' | 'move';
  /** Where mails are moved to. */
  readonly doneFolder: string;
}
export interface FolderSettings {
  readonly path: string;
  readonly afterwards: 'leave' | 'move';
  /** A subfolder's name becomes a tag of what lies in it. */
  readonly foldersAreTags: boolean;
  /** Looks every few seconds instead of being told: for network drives. */
  readonly polls: boolean;
}
export type SourceSettings = MailboxSettings | FolderSettings | Record<string, never>;
/** A new source, or a change to one; an empty password leaves the one there is. */
export interface SourceChange {
  readonly name: string;
  readonly enabled: boolean;
  readonly settings: SourceSettings;
  readonly password?: string;
}
export interface NewSource extends SourceChange {
  readonly kind: 'mailbox' | 'folder';
}

/** A source as the settings show it. */
export interface SourceView {
  readonly id: number;
  readonly kind: SourceKind;
  readonly name: string;
  readonly enabled: boolean;
  readonly settings: SourceSettings;
  /** Whether a password is kept; it never leaves the server. */
  readonly hasPassword: boolean;
  readonly rules: readonly SourceRule[];
  readonly lastSeenAt: string | null;
  readonly lastError: string | null;
  readonly lastErrorAt: string | null;
  readonly arrivals: number;
  readonly today: number;
}
/** The rules of a source as they shall be, and as they were when somebody began to change them. */
export interface RulesWish {
  readonly before: readonly SourceRule[];
  readonly rules: readonly SourceRule[];
}
/** What a try of a source found. */
export interface SourceTry {
  readonly works: boolean;
  readonly sentence: string;
}
/** A file that a browser brings in pieces. */
export interface UploadStart {
  readonly name: string;
  readonly size: number;
}
export const MOST_UPLOAD_BYTES = 100 * 1024 * 1024;
/** Bytes of a piece; the last one may be smaller. */
export const PIECE_BYTES = 1024 * 1024;
export interface UploadView {
  readonly id: string;
  readonly name: string;
  readonly size: number;
  /** Bytes from the start that have come without a gap. */
  readonly received: number;
  /** The arrival it became, once all of it is here. */
  readonly arrivalId: number | null;
}
/** What a token may do: bring files; look at all that its person may; do all that its person may. */
export const TOKEN_SCOPES = ['arrivals', 'read', 'write'] as const;
export type TokenScope = (typeof TOKEN_SCOPES)[number];
export interface TokenView {
  readonly id: number;
  readonly name: string;
  readonly scopes: readonly TokenScope[];
  readonly createdAt: string;
  readonly lastUsedAt: string | null;
  readonly revokedAt: string | null;
  readonly expiresAt: string | null;
}
/** A token of anybody, as an administrator sees it. */
export interface OthersToken extends TokenView {
  readonly person: string;
}
/** A token just made: the only time that it is shown. */
export interface NewToken extends TokenView {
  readonly token: string;
}
export interface TokenWish {
  readonly name: string;
  readonly scopes: readonly TokenScope[];
  /** After so many days it ends; null: when it is revoked. */
  readonly days: number | null;
}

/** What a program is told of an arrival that it brought. */
export interface SubmittedView {
  readonly arrivalId: number;
  /** Whether the same thing had been brought before, under the same key. */
  readonly again: boolean;
}
export const STEP_NAMES = ['stored', 'unpacked', 'straightened', 'separated', 'read', 'checked'] as const;
export type StepName = (typeof STEP_NAMES)[number];
/** One step on the way in. */
export interface StepView {
  readonly name: StepName;
  readonly state: 'running' | 'done' | 'failed' | 'waiting';
  readonly fileId: number | null;
  readonly documentId: number | null;
  readonly tries: number;
  readonly note: StepNote | null;
  readonly startedAt: string;
  readonly endedAt: string | null;
}
/** Where a person sends what came, and why. */
export const SEND_TO = ['check', 'parked', 'filed', 'turned-away'] as const;
export interface Sending {
  readonly to: (typeof SEND_TO)[number];
  /** Wanted where it shall rest or be turned away. */
  readonly reason: string;
}
/** The name of a picture that was left aside and is to be read. */
export interface PictureAside {
  readonly file: string;
}
/** How many documents went there, and why others did not. */
export interface Sent {
  readonly sent: number;
  readonly left: readonly { readonly id: number; readonly why: string }[];
}
/** All that is kept of one arrival. */
export interface ArrivalView {
  readonly id: number;
  readonly source: string;
  readonly kind: 'mail' | 'file';
  readonly name: string | null;
  readonly receivedAt: string;
  readonly sender: string | null;
  readonly recipients: readonly string[];
  readonly subject: string | null;
  readonly sentAt: string | null;
  readonly text: string;
  /** The mail's own look, made safe: no scripts, nothing loaded from elsewhere; null where it is plain text. */
  readonly html: string | null;
  readonly submittedBy: string | null;
  readonly state: string;
  readonly reason: ArrivalReason | null;
  /** The deletion in which what came was deleted; null: it is here. */
  readonly deletion: number | null;
  readonly steps: readonly StepView[];
}
