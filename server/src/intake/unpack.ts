import { insertFile, insertDocument, record } from '../documents/change-queries.js';
import type { TrailAct } from '@umber/core/documents';
import { judge, type ArrivalReason, type LeftOut, type SourceRule, type StepNote, type Verdict } from '@umber/core/intake';
import { fetchBlob, keepBlob } from '../archive/blobs.js';
import { inTransaction, type Database } from '../database/database.js';
import { isPaged, whyNothing, type Opened, type OpenedFile } from '../readers/opened.js';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import { moveTo } from '../documents/lifecycle.js';
import { arrivalFile, documentWithBlob, earlierTwin, isStored, lockArrival, rulesOf, updateArrival, updateReason } from './queries.js';
import { beginStep, endStep } from './steps.js';

const AS_A_PERSON_SAYS: Verdict = { act: null, reason: null, tags: [], department: null, rule: null };

type Arrival = NonNullable<Awaited<ReturnType<typeof lockArrival>>>;

/** Takes an arrival apart into documents, by the rules of its source. Safe to run twice: a second run finds it unpacked and does nothing. */
export async function unpackArrival(services: Services, arrivalId: number): Promise<void> {
  if (!(await isStored(services.pool, arrivalId))) return;
  await beginStep(services.pool, { arrivalId }, 'unpacked');
  const came = await arrivalFile(services.pool, arrivalId);
  if (!came) return;
  const bytes = await fetchBlob(services.pool, came.blob);
  const opened = await services.readers.run('open-arrival', { kind: came.kind, name: came.name ?? 'file', bytes, asPages: [] });
  const toRead = await inTransaction(services.pool, async (db) => {
    const arrival = await lockArrival(db, arrivalId);
    if (arrival?.state !== 'stored') return [];
    const { documents, ...outcome } = await takenApart(db, arrival, opened);
    await updateArrival(db, arrivalId, outcome);
    await endStep(db, { arrivalId }, 'unpacked', 'done', noteOf(outcome.state, outcome.reason, documents.length));
    return documents;
  });
  for (const id of toRead) await services.enqueue('read-document', id);
}

/**
 * Reads a picture of an arrival that was left aside because it does not look like a page.
 * @throws ApiError where the arrival has no such picture, or another has had it read.
 */
export async function readAside(services: Services, arrivalId: number, file: string, person: Person): Promise<void> {
  const came = await arrivalFile(services.pool, arrivalId);
  if (!came) throw new ApiError('no-such-thing', 'There is no such arrival.');
  const bytes = await fetchBlob(services.pool, came.blob);
  const opened = await services.readers.run('open-arrival', { kind: came.kind, name: came.name ?? 'file', bytes, asPages: [file] });
  const documents = await inTransaction(services.pool, async (db) => {
    const arrival = await lockArrival(db, arrivalId);
    const reason = arrival?.reason?.code === 'left-out' ? arrival.reason : null;
    const isAside = (part: LeftOut) => part.code === 'picture-aside' && part.file === file;
    if (!arrival || !reason?.parts.some(isAside)) throw new ApiError('bad-request', 'Nothing of this name waits to be read.');
    const parts = reason.parts.filter((part) => !isAside(part));
    await updateReason(db, arrivalId, 'unpacked', parts.length === 0 && reason.turnedAway === null ? null : { ...reason, parts });
    const ids: number[] = [];
    for (const one of opened.files.filter(({ name, type }) => name === file && type === 'picture'))
      ids.push(...(await documentOf(db, arrival, opened, one, AS_A_PERSON_SAYS)));
    for (const id of ids) await record(db, id, person.id, { code: 'read-aside', file });
    return ids;
  });
  for (const id of documents) await services.enqueue('read-document', id);
}

/** What becomes of an arrival, and its documents that wait to be read. */
async function takenApart(db: Database, arrival: Arrival, opened: Opened) {
  const twin = await earlierTwin(db, arrival.id, arrival.blob);
  if (twin !== null) {
    const reason: ArrivalReason = { code: 'came-before', kind: arrival.kind, arrival: twin };
    return { ...headOf(arrival, opened), state: 'repeated', reason, repeats: twin, documents: [] };
  }
  const rules = arrival.overruled ? [] : await rulesOf(db, arrival.sourceId);
  const judged = opened.files.map((file) => ({ file, verdict: verdictOn(rules, arrival, opened, file) }));
  const refused = judged.find(({ verdict }) => verdict.act === 'turn-away');
  const taken = judged.filter(
    ({ verdict, file }) => verdict.act !== 'turn-away' && (file.type !== 'other' || verdict.act !== null || arrival.kind === 'file'),
  );
  if (taken.length === 0) {
    const reason: ArrivalReason = refused ? { code: 'turned-away', rule: refused.verdict.reason ?? '' } : whyNothing(opened);
    return { ...headOf(arrival, opened), state: refused ? 'turned-away' : 'no-documents', reason, repeats: null, documents: [] };
  }
  const documents: number[] = [];
  for (const { file, verdict } of taken) documents.push(...(await documentOf(db, arrival, opened, file, verdict)));
  const turnedAway = refused ? { file: refused.file.name, rule: refused.verdict.reason ?? '' } : null;
  const isWhole = opened.leftOut.length === 0 && turnedAway === null;
  const reason: ArrivalReason | null = isWhole ? null : { code: 'left-out', parts: opened.leftOut, turnedAway };
  return { ...headOf(arrival, opened), state: 'unpacked', reason, repeats: null, documents };
}

const verdictOn = (rules: readonly SourceRule[], arrival: Arrival, { mail }: Opened, file: OpenedFile): Verdict =>
  judge(rules, {
    recipients: [...new Set([...arrival.to, ...(mail?.to ?? [])])],
    sender: mail?.from ?? arrival.from,
    subject: mail?.subject ?? null,
    fileName: file.name,
    fileType: file.type,
  });

/** The document that a file becomes, as long as nobody knows that there are more in it; empty where it is not to be read. */
async function documentOf(db: Database, arrival: Arrival, opened: Opened, file: OpenedFile, verdict: Verdict): Promise<number[]> {
  const blob = await keepBlob(db, file.bytes);
  const data = file.data ? await keepBlob(db, Buffer.from(file.data)) : null;
  const fileId = await insertFile(db, arrival.id, blob, file.name, data);
  if (fileId === null) return [];
  const unread = verdict.act === 'keep' || !isPaged(file);
  const id = await insertDocument(db, arrival.id, fileId, {
    tags: [...new Set([...arrival.tags, ...verdict.tags])],
    department: verdict.department,
    unread,
  });
  await record(db, id, null, cameBy(arrival, opened, file));
  const twin = await documentWithBlob(db, blob, id);
  if (twin !== null) {
    await moveTo(db, id, 'rule', 'turned-away', null, { reason: { code: 'same-file', document: twin } });
    return [];
  }
  if (!unread) return [id];
  const code = verdict.act === 'keep' ? 'kept-by-rule' : file.type === 'office' ? 'office-file' : 'no-page';
  await moveTo(db, id, 'rule', 'filed', null, { reason: { code } });
  return [];
}

function cameBy(arrival: Arrival, { mail }: Opened, file: OpenedFile): TrailAct {
  if (arrival.kind === 'mail') return { code: 'arrived-by-mail', sender: mail?.from ?? null, file: file.name };
  return arrival.person
    ? { code: 'arrived-by-person', person: arrival.person, file: file.name }
    : { code: 'arrived-by-source', source: arrival.source, file: file.name };
}

const headOf = (arrival: Arrival, { mail, innerText }: Opened) => ({
  sender: mail?.from ?? arrival.person,
  subject: mail?.subject ?? null,
  sentAt: mail?.date ?? null,
  text: [mail?.text ?? '', innerText].filter((text) => text !== '').join('\n\n'),
});

const noteOf = (state: string, reason: ArrivalReason | null, toRead: number): StepNote =>
  state !== 'unpacked' && reason !== null ? { code: 'no-document', reason } : { code: 'opened', toRead };
