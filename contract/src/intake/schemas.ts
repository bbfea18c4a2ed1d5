import {
  type MailboxSettings,
  type FolderSettings,
  type SourceChange,
  type NewSource,
  TOKEN_SCOPES,
  type TokenWish,
  type UploadStart,
  MOST_UPLOAD_BYTES,
  SEND_TO,
  type PictureAside,
  type RulesWish,
  type Sending,
} from './index.js';
import Joi from 'joi';
import { reasonSchema } from '../common-schemas.js';
import { FILE_TYPES, RULE_PARTS, RULE_TESTS, type Condition, type RuleAct, type SourceRule } from '@umber/core/intake';

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
export const newSourceSchema = Joi.object<NewSource>({
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
const rules = Joi.array<readonly SourceRule[]>()
  .items(Joi.object<SourceRule>({ conditions: Joi.array().items(conditionSchema).max(5).required(), does: actSchema.required() }))
  .max(50)
  .required();
export const rulesWishSchema = Joi.object<RulesWish>({ before: rules, rules });
export const uploadStartSchema = Joi.object<UploadStart, true>({
  name: Joi.string().max(500).required(),
  size: Joi.number()
    .integer()
    .min(1)
    .max(MOST_UPLOAD_BYTES)
    .required()
    .messages({ 'number.min': 'The file is empty.', 'number.max': 'The file is larger than 100 MB. Send it in parts.' }),
});
export const uploadIdSchema = Joi.string().guid().required();
export const pieceStartSchema = Joi.number().integer().min(0).max(MOST_UPLOAD_BYTES).required();
export const newTokenSchema = Joi.object<TokenWish>({
  name: Joi.string().trim().min(1).max(60).required().messages({ 'string.empty': 'Say what the token is for.' }),
  scopes: Joi.array()
    .items(Joi.string().valid(...TOKEN_SCOPES))
    .unique()
    .min(1)
    .default(['arrivals'])
    .messages({ 'array.min': 'Say what the token may do.' }),
  days: Joi.number().integer().min(1).max(3660).allow(null).default(null).messages({ '*': 'Say for how many days, from 1 to 3660.' }),
});
export const pictureAsideSchema = Joi.object<PictureAside, true>({ file: Joi.string().max(300).required() });
export const sendingSchema = Joi.object<Sending, true>({
  to: Joi.string()
    .valid(...SEND_TO)
    .required(),
  reason: Joi.string()
    .trim()
    .empty('')
    .max(500)
    .default('')
    .when('to', { is: Joi.valid('parked', 'turned-away'), then: reasonSchema }),
});
