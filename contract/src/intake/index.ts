import Joi from 'joi';
import { FILE_TYPES, RULE_PARTS, RULE_TESTS, type Condition, type RuleAct, type SourceRule } from '@umber/core/intake';

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

const name = Joi.string().trim().max(100).required().messages({ 'string.empty': 'Give the source a name.' });
const word = Joi.string().trim().max(200);
export const mailboxSettingsSchema = Joi.object<MailboxSettings, true>({
  host: Joi.string()
    .trim()
    .hostname()
    .required()
    .messages({ 'string.hostname': 'Type the mail server’s name, such as imap.company.example.' }),
  port: Joi.number().port().required(),
  secure: Joi.boolean().required(),
  user: word.required().messages({ 'string.empty': 'Type the mailbox’s login.' }),
  folder: word.required().messages({ 'string.empty': 'Name the folder to watch, such as INBOX.' }),
  afterwards: Joi.string().valid('leave', 'mark', 'move').required(),
  doneFolder: word.allow('').required(),
});
export const folderSettingsSchema = Joi.object<FolderSettings, true>({
  path: Joi.string()
    .trim()
    .max(500)
    .pattern(/^\//)
    .required()
    .messages({ 'string.pattern.base': 'Give the whole path, beginning with “/”.' }),
  afterwards: Joi.string().valid('leave', 'move').required(),
  foldersAreTags: Joi.boolean().required(),
  polls: Joi.boolean().required(),
});

/** A new source, or a change to one; an empty password leaves the one there is. */
export interface SourceChange {
  readonly name: string;
  readonly enabled: boolean;
  readonly settings: SourceSettings;
  readonly password?: string;
}
export const newSourceSchema = Joi.object<SourceChange & { kind: 'mailbox' | 'folder' }>({
  kind: Joi.string().valid('mailbox', 'folder').required(),
  name,
  enabled: Joi.boolean().required(),
  settings: Joi.when('kind', { is: 'mailbox', then: mailboxSettingsSchema.required(), otherwise: folderSettingsSchema.required() }),
  password: Joi.string().allow('').max(500),
});
/** The settings are checked once it is known what kind of source it is. */
export const sourceChangeSchema = Joi.object<SourceChange>({
  name,
  enabled: Joi.boolean().required(),
  settings: Joi.object().required(),
  password: Joi.string().allow('').max(500),
});

const conditionSchema = Joi.object<Condition>({
  part: Joi.string()
    .valid(...RULE_PARTS)
    .required(),
  test: Joi.string()
    .valid(...RULE_TESTS)
    .required(),
  text: Joi.when('part', {
    is: 'file-type',
    then: Joi.string()
      .valid(...FILE_TYPES)
      .required(),
    otherwise: Joi.string().trim().min(1).max(200).required().messages({ 'string.empty': 'Say what the rule shall look for.' }),
  }),
});
const actSchema = Joi.alternatives<RuleAct>().conditional(Joi.object({ act: Joi.string() }).unknown(), {
  then: Joi.object({
    act: Joi.string().valid('take', 'keep', 'turn-away', 'tag', 'department').required(),
    reason: Joi.when('act', {
      is: 'turn-away',
      then: Joi.string().trim().min(1).max(300).required().messages({ 'string.empty': 'Say why it is turned away.' }),
      otherwise: Joi.forbidden(),
    }),
    tag: Joi.when('act', {
      is: 'tag',
      then: Joi.string().trim().min(1).max(40).required().messages({ 'string.empty': 'Name the tag.' }),
      otherwise: Joi.forbidden(),
    }),
    department: Joi.when('act', {
      is: 'department',
      then: Joi.string().trim().min(1).max(60).required().messages({ 'string.empty': 'Name the department.' }),
      otherwise: Joi.forbidden(),
    }),
  }).required(),
  otherwise: Joi.forbidden(),
});
export const rulesSchema = Joi.array<readonly SourceRule[]>()
  .items(Joi.object<SourceRule>({ conditions: Joi.array().items(conditionSchema).max(5).required(), does: actSchema.required() }))
  .max(50)
  .required();

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
export const uploadStartSchema = Joi.object<UploadStart, true>({
  name: Joi.string().max(500).required(),
  size: Joi.number()
    .integer()
    .min(1)
    .max(MOST_UPLOAD_BYTES)
    .required()
    .messages({ 'number.min': 'The file is empty.', 'number.max': 'The file is larger than 100 MB. Send it in parts.' }),
});
export interface UploadView {
  readonly id: string;
  readonly name: string;
  readonly size: number;
  /** Bytes from the start that have come without a gap. */
  readonly received: number;
  /** The arrival it became, once all of it is here. */
  readonly arrivalId: number | null;
}
export const uploadIdSchema = Joi.string().guid().required();
export const pieceStartSchema = Joi.number().integer().min(0).max(MOST_UPLOAD_BYTES).required();

export const TOKEN_SCOPES = ['arrivals'] as const;
export type TokenScope = (typeof TOKEN_SCOPES)[number];
export interface TokenView {
  readonly id: number;
  readonly name: string;
  readonly scopes: readonly TokenScope[];
  readonly createdAt: string;
  readonly lastUsedAt: string | null;
  readonly revokedAt: string | null;
}
/** A token just made: the only time that it is shown. */
export interface NewToken extends TokenView {
  readonly token: string;
}
export const newTokenSchema = Joi.object<{ name: string }, true>({
  name: Joi.string().trim().min(1).max(60).required().messages({ 'string.empty': 'Say what the token is for.' }),
});

/** What a program is told of an arrival that it brought. */
export interface BroughtView {
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
  readonly note: string | null;
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
export const sendingSchema = Joi.object<Sending, true>({
  to: Joi.string()
    .valid(...SEND_TO)
    .required(),
  reason: Joi.string()
    .trim()
    .empty('')
    .max(500)
    .default('')
    .when('to', { is: Joi.valid('parked', 'turned-away'), then: Joi.string().trim().min(3).max(500).required() })
    .messages({
      'any.required': 'Say why, in a few words.',
      'string.empty': 'Say why, in a few words.',
      'string.min': 'Say why, in a few words.',
    }),
});
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
  readonly broughtBy: string | null;
  readonly state: string;
  readonly reason: string | null;
  readonly steps: readonly StepView[];
}
