import type { NewArrival, StepOf } from './new-arrival.js';
import type { Tray, DocumentKind } from '@umber/core/documents';
import type {
  ArrivalView,
  OthersToken,
  SourceKind,
  SourceSettings,
  StepName,
  StepView,
  TokenView,
  TokenWish,
} from '@umber/contract/intake';
import type { Person } from '@umber/contract/people';
import type { ArrivalReason, SourceRule, StepNote } from '@umber/core/intake';
import { many, maybe, one, type Database, jsonOf } from '../database/database.js';
import { isArrivalReason, isStepNote, isRuleAct, areConditions } from '../database/json-columns.js';

/** A new arrival; null where the source has brought one of this origin before. */
export const insertArrival = async (db: Database, { source, kind, name, from, to, origin, person, tags }: NewArrival, blob: Buffer) =>
  (
    await maybe<{ id: number }>(
      db,
      `with seen as (update sources set last_seen_at = now() where id = $1)
       insert into arrivals (source_id, kind, blob, name, envelope_from, envelope_to, origin, submitted_by, tags) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
       on conflict (source_id, origin) do nothing returning id`,
      [source, kind, blob, name, from, to, origin, person, tags],
    )
  )?.id ?? null;

export const arrivalOfOrigin = async (db: Database, source: number, origin: string) =>
  (await maybe<{ id: number }>(db, 'select id from arrivals where source_id = $1 and origin = $2', [source, origin]))?.id ?? null;

/** Those of these origins that the source has brought before. */
export const knownOrigins = async (db: Database, source: number, origins: readonly string[]) =>
  (await many<{ origin: string }>(db, 'select origin from arrivals where source_id = $1 and origin = any ($2)', [source, origins])).map(
    (one) => one.origin,
  );

export const lockArrival = (db: Database, id: number) =>
  maybe<{
    id: number;
    blob: Buffer;
    state: string;
    reason: ArrivalReason | null;
    kind: 'mail' | 'file';
    name: string | null;
    sourceId: number;
    source: string;
    from: string | null;
    to: string[];
    tags: string[];
    person: string | null;
    overruled: boolean;
  }>(
    db,
    `select a.id, a.blob, a.state, a.reason, a.kind, a.name, a.source_id as "sourceId", s.name as source, a.envelope_from as "from", a.envelope_to as "to", a.tags, a.overruled,
       (select p.name from people p where p.id = a.submitted_by) as person
     from arrivals a join sources s on s.id = a.source_id where a.id = $1 for update of a`,
    [id],
  );

/** What came; its blob is null where it was deleted. */
export const arrivalFile = (db: Database, id: number) =>
  maybe<{ blob: Buffer | null; kind: 'mail' | 'file'; name: string | null }>(
    db,
    'select case when deletion_id is null then blob end as blob, kind, name from arrivals where id = $1',
    [id],
  );

/** A mail's own look as it was made safe to show: null where that was not asked for yet, empty where it has none. */
export const keptLook = async (db: Database, id: number) =>
  (await maybe<{ html: string | null }>(db, 'select safe_html as html from arrivals where id = $1', [id]))?.html ?? null;

export const keepLook = (db: Database, id: number, html: string) =>
  db.query('update arrivals set safe_html = $2 where id = $1 and deletion_id is null', [id, html]);

export const isStored = async (db: Database, id: number) =>
  (await maybe(db, "select from arrivals where id = $1 and state = 'stored'", [id])) !== null;

export const earlierTwin = async (db: Database, id: number, blob: Buffer) =>
  (await maybe<{ id: number }>(db, 'select id from arrivals where blob = $2 and id < $1 order by id limit 1', [id, blob]))?.id ?? null;

export const updateArrival = (
  db: Database,
  id: number,
  values: {
    state: string;
    reason: ArrivalReason | null;
    sender: string | null;
    subject: string | null;
    sentAt: Date | null;
    text: string;
    repeats: number | null;
  },
) =>
  db.query(
    'update arrivals set state = $2, reason = $3, sender = $4, subject = $5, sent_at = $6, body_text = $7, repeats = $8 where id = $1',
    [id, values.state, jsonOf(values.reason), values.sender, values.subject, values.sentAt, values.text, values.repeats],
  );

export const failArrival = (db: Database, id: number, reason: ArrivalReason) =>
  db.query("update arrivals set state = 'failed', reason = $2 where id = $1 and state = 'stored'", [id, jsonOf(reason)]);

export const updateReason = (db: Database, id: number, state: string, reason: ArrivalReason | null) =>
  db.query('update arrivals set state = $2, reason = $3 where id = $1', [id, state, jsonOf(reason)]);

/** Lets an arrival that a rule turned away be taken apart after all; false where none did. */
export const overrule = async (db: Database, id: number) =>
  (await db.query("update arrivals set state = 'stored', reason = null, overruled = true where id = $1 and state = 'turned-away'", [id]))
    .rowCount === 1;

export const documentsOfArrival = (db: Database, id: number) =>
  many<{ id: number; version: number; tray: Tray; kind: DocumentKind; unread: boolean }>(
    db,
    'select id, version, tray, kind, unread from documents where arrival_id = $1 order by id',
    [id],
  );

export const markToRead = (db: Database, id: number) => db.query('update documents set unread = false where id = $1', [id]);

/** Puts a failed arrival back to the start; whether it had failed. */
export const restoreArrival = async (db: Database, id: number) =>
  (await db.query("update arrivals set state = 'stored', reason = null where id = $1 and state = 'failed'", [id])).rowCount === 1;

export const documentWithBlob = async (db: Database, blob: Buffer, otherThan: number) =>
  (
    await maybe<{ id: number }>(
      db,
      'select d.id from documents d join files f on f.id = d.file_id where f.blob = $1 and d.id < $2 order by d.id limit 1',
      [blob, otherThan],
    )
  )?.id ?? null;

/** Whether no job waits for it or works on it. */
const NO_JOB = (queue: string) =>
  `not exists (select from jobs.job j where j.name = '${queue}' and j.singleton_key = x.id::text and j.state in ('created', 'retry', 'active'))`;

/** Work that was acknowledged but may have lost its job in a crash; with `jobless` only that which has none. */
export const waitingArrivals = async (db: Database, jobless: boolean) =>
  (
    await many<{ id: number }>(
      db,
      `select x.id from arrivals x where x.state = 'stored' ${jobless ? `and ${NO_JOB('unpack-arrival')}` : ''} order by x.id`,
    )
  ).map((one) => one.id);
export const waitingDocuments = async (db: Database, jobless: boolean) =>
  (
    await many<{ id: number }>(
      db,
      `select x.id from documents x where x.tray = 'arriving' ${jobless ? `and ${NO_JOB('read-document')}` : ''} order by x.id`,
    )
  ).map((one) => one.id);

export const upsertStep = (db: Database, { arrivalId, fileId, documentId }: StepOf, name: StepName) =>
  db.query(
    `insert into steps (arrival_id, file_id, document_id, name, state) values ($1, $2, $3, $4, 'running')
     on conflict (arrival_id, coalesce(file_id, 0), coalesce(document_id, 0), name)
     do update set state = 'running', tries = steps.tries + 1, started_at = clock_timestamp(), ended_at = null, note = null`,
    [arrivalId, fileId ?? null, documentId ?? null, name],
  );

export const updateStep = (
  db: Database,
  { arrivalId, fileId, documentId }: StepOf,
  name: StepName,
  state: StepView['state'],
  note: StepNote | null,
) =>
  db.query(
    `update steps set state = $5, note = $6, ended_at = case when $5 in ('done', 'failed') then clock_timestamp() end
     where arrival_id = $1 and coalesce(file_id, 0) = coalesce($2::bigint, 0) and coalesce(document_id, 0) = coalesce($3::bigint, 0) and name = $4`,
    [arrivalId, fileId ?? null, documentId ?? null, name, state, jsonOf(note)],
  );

/** Ends the steps of a document and of its file that are under way. */
export const endOpenSteps = (db: Database, documentId: number, state: StepView['state'], note: StepNote) =>
  db.query(
    `update steps s set state = $2, note = $3, ended_at = case when $2 = 'failed' then clock_timestamp() end from documents d
     where d.id = $1 and s.arrival_id = d.arrival_id and (s.document_id = d.id or (s.document_id is null and s.file_id = d.file_id)) and s.state in ('running', 'waiting')`,
    [documentId, state, jsonOf(note)],
  );

/** Documents at Check of which a step failed. */
export const failedDocuments = async (db: Database, arrivalId: number) =>
  (
    await many<{ id: number }>(
      db,
      `select d.id from documents d where d.arrival_id = $1 and d.tray = 'check' and exists (select from steps s
         where s.arrival_id = $1 and s.state = 'failed' and (s.document_id = d.id or (s.document_id is null and s.file_id = d.file_id)))
       order by d.id for update of d`,
      [arrivalId],
    )
  ).map((one) => one.id);

export const stepsOf = (db: Database, arrivalId: number) =>
  many<StepView>(
    db,
    `select name, state, file_id as "fileId", document_id as "documentId", tries, note, started_at as "startedAt", ended_at as "endedAt"
     from steps where arrival_id = $1 order by file_id nulls first, document_id nulls first, id`,
    [arrivalId],
    { note: isStepNote },
  );

export const arrivalHead = (db: Database, id: number) =>
  maybe<Omit<ArrivalView, 'html' | 'steps'> & { blob: Buffer | null }>(
    db,
    `select a.id, s.name as source, a.kind, a.name, case when a.deletion_id is null then a.blob end as blob, a.deletion_id as deletion, a.received_at as "receivedAt", coalesce(a.sender, a.envelope_from) as sender, a.envelope_to as recipients, a.subject,
       a.sent_at as "sentAt", a.body_text as text, p.name as "submittedBy", a.state, a.reason
     from arrivals a join sources s on s.id = a.source_id left join people p on p.id = a.submitted_by where a.id = $1`,
    [id],
    { reason: isArrivalReason },
  );

export interface SourceRow {
  readonly id: number;
  readonly kind: SourceKind;
  readonly name: string;
  readonly enabled: boolean;
  readonly settings: SourceSettings;
  readonly secret: Buffer | null;
  readonly version: number;
}

export const sourceOfKind = (db: Database, kind: SourceKind) =>
  maybe<{ id: number; enabled: boolean }>(db, 'select id, enabled from sources where kind = $1', [kind]);

export const sourceRow = (db: Database, id: number) =>
  maybe<SourceRow>(db, 'select id, kind, name, enabled, settings, secret, version from sources where id = $1', [id]);

/** Its name; nobody else changes it until this is over. */
export const lockSource = (db: Database, id: number) =>
  maybe<{ name: string }>(db, 'select name from sources where id = $1 for update', [id]);

/** The sources that the server goes to by itself. */
export const fetchedSources = (db: Database) =>
  many<SourceRow>(
    db,
    "select id, kind, name, enabled, settings, secret, version from sources where enabled and kind in ('mailbox', 'folder') order by id",
  );

export const sourceViews = (db: Database) =>
  many<
    Omit<SourceRow, 'secret' | 'version'> & {
      hasPassword: boolean;
      lastSeenAt: string | null;
      lastError: string | null;
      lastErrorAt: string | null;
      arrivals: number;
      today: number;
    }
  >(
    db,
    `select s.id, s.kind, s.name, s.enabled, s.settings, s.secret is not null as "hasPassword", s.last_seen_at as "lastSeenAt", s.last_error as "lastError", s.last_error_at as "lastErrorAt",
       (select count(*)::int from arrivals a where a.source_id = s.id) as arrivals,
       (select count(*)::int from arrivals a where a.source_id = s.id and a.received_at > now() - interval '24 hours') as today
     from sources s order by s.id`,
  );

export const insertSource = async (
  db: Database,
  kind: SourceKind,
  name: string,
  enabled: boolean,
  settings: SourceSettings,
  secret: Buffer | null,
) =>
  (
    await maybe<{ id: number }>(
      db,
      'insert into sources (kind, name, enabled, settings, secret) values ($1, $2, $3, $4, $5) on conflict (name) do nothing returning id',
      [kind, name, enabled, jsonOf(settings), secret],
    )
  )?.id ?? null;

export const updateSource = (db: Database, id: number, name: string, enabled: boolean, settings: SourceSettings, secret: Buffer | null) =>
  db.query(
    'update sources set name = $2, enabled = $3, settings = $4, secret = coalesce($5, secret), version = version + 1, last_error = null, last_error_at = null where id = $1',
    [id, name, enabled, jsonOf(settings), secret],
  );

export const deleteSource = async (db: Database, id: number) =>
  (
    await db.query(
      "delete from sources where id = $1 and kind in ('mailbox', 'folder') and not exists (select from arrivals a where a.source_id = $1)",
      [id],
    )
  ).rowCount === 1;

export const noteSource = (db: Database, id: number, error: string | null) =>
  error === null
    ? db.query('update sources set last_seen_at = now(), last_error = null, last_error_at = null where id = $1', [id])
    : db.query('update sources set last_error = $2, last_error_at = now() where id = $1', [id, error]);

const RULE = { conditions: areConditions, does: isRuleAct };

export const rulesOf = (db: Database, sourceId: number) =>
  many<SourceRule>(db, 'select conditions, does from source_rules where source_id = $1 order by position', [sourceId], RULE);

export const allRules = (db: Database) =>
  many<SourceRule & { sourceId: number }>(
    db,
    'select source_id as "sourceId", conditions, does from source_rules order by source_id, position',
    [],
    RULE,
  );

export const replaceRules = async (db: Database, sourceId: number, rules: readonly SourceRule[]) => {
  await db.query('delete from source_rules where source_id = $1', [sourceId]);
  for (const [position, rule] of rules.entries())
    await db.query('insert into source_rules (source_id, position, conditions, does) values ($1, $2, $3, $4)', [
      sourceId,
      position,
      jsonOf(rule.conditions),
      jsonOf(rule.does),
    ]);
};

export const insertUpload = async (db: Database, personId: number, name: string, size: number) =>
  (await maybe<{ id: string }>(db, 'insert into uploads (person_id, name, size) values ($1, $2, $3) returning id', [personId, name, size]))
    ?.id ?? '';

export const uploadRow = (db: Database, id: string, personId: number) =>
  maybe<{ id: string; name: string; size: number; received: number; arrivalId: number | null }>(
    db,
    `select u.id, u.name, u.size::int as size, u.arrival_id as "arrivalId",
       case when u.arrival_id is not null then u.size::int else coalesce((select max(p.starts + length(p.bytes))::int from upload_pieces p where p.upload_id = u.id), 0) end as received
     from uploads u where u.id = $1 and u.person_id = $2`,
    [id, personId],
  );

export const lockUpload = (db: Database, id: string) => db.query('select from uploads where id = $1 for update', [id]);

export const insertPiece = (db: Database, id: string, starts: number, bytes: Buffer) =>
  db.query('insert into upload_pieces (upload_id, starts, bytes) values ($1, $2, $3) on conflict do nothing', [id, starts, bytes]);

/** Keeps the pieces of an upload as one blob, put together by the database. */
export const keepPieces = (db: Database, id: string) =>
  one<{ blob: Buffer; size: number }>(
    db,
    `with whole as materialized (select string_agg(bytes, ''::bytea order by starts) as bytes from upload_pieces where upload_id = $1)
     select keep_blob(sha256(bytes), bytes) as blob, length(bytes) as size from whole`,
    [id],
  );

/** Counts what a source has brought today; false where that is more than it may. */
export const countSourceDay = async (db: Database, source: number, bytes: number) =>
  (
    await one<{ within: boolean }>(
      db,
      `insert into source_days (source_id, day, bytes) values ($1, (now() at time zone 'utc')::date, $2)
       on conflict (source_id, day) do update set bytes = source_days.bytes + excluded.bytes
       returning bytes <= (select daily_megabytes from sources where id = $1)::bigint * 1048576 as within`,
      [source, bytes],
    )
  ).within;

/** Begins to keep what a program sends, whose size is known when all of it has come. */
export const insertStreamed = async (db: Database, personId: number, name: string, kind: 'mail' | 'file') =>
  (await one<{ id: string }>(db, 'insert into uploads (person_id, name, kind) values ($1, $2, $3) returning id', [personId, name, kind]))
    .id;

export const deleteUpload = (db: Database, id: string) => db.query('delete from uploads where id = $1 and arrival_id is null', [id]);

export const finishUpload = async (db: Database, id: string, arrivalId: number) => {
  await db.query('update uploads set arrival_id = $2 where id = $1', [id, arrivalId]);
  await db.query('delete from upload_pieces where upload_id = $1', [id]);
};

/** Uploads that were begun and not finished for two days. */
export const deleteStaleUploads = (db: Database) =>
  db.query("delete from uploads where arrival_id is null and started_at < now() - interval '2 days'");

export const insertToken = async (db: Database, personId: number, { name, scopes, days }: TokenWish, hash: Buffer) =>
  (
    await one<{ id: number }>(
      db,
      "insert into tokens (person_id, name, hash, scopes, expires_at) values ($1, $2, $3, $4, now() + $5::int * interval '1 day') returning id",
      [personId, name, hash, scopes, days],
    )
  ).id;

const TOKEN =
  't.id, t.name, t.scopes, t.created_at as "createdAt", t.last_used_at as "lastUsedAt", t.revoked_at as "revokedAt", t.expires_at as "expiresAt"';
export const tokensOf = (db: Database, personId: number) =>
  many<TokenView>(db, `select ${TOKEN} from tokens t where t.person_id = $1 order by t.id desc`, [personId]);

/** Tokens of everybody that live. */
export const allTokens = (db: Database) =>
  many<OthersToken>(
    db,
    `select ${TOKEN}, p.name as person from tokens t join people p on p.id = t.person_id where t.revoked_at is null and (t.expires_at is null or t.expires_at > now()) order by p.name, t.id desc`,
  );
export const revokeAnyToken = (db: Database, id: number) =>
  maybe<{ name: string }>(db, 'update tokens set revoked_at = now() where id = $1 and revoked_at is null returning name', [id]);

export const revokeToken = async (db: Database, id: number, personId: number) =>
  (await db.query('update tokens set revoked_at = now() where id = $1 and person_id = $2 and revoked_at is null', [id, personId]))
    .rowCount === 1;

/** The person whose living token this is, if it has the scope. */
export const personByToken = (db: Database, hash: Buffer, scope: string) =>
  maybe<Person>(
    db,
    'update tokens t set last_used_at = now() from people p where t.hash = $1 and t.revoked_at is null and (t.expires_at is null or t.expires_at > now()) and $2 = any (t.scopes) and p.id = t.person_id returning p.id, p.login, p.name, p.role',
    [hash, scope],
  );
