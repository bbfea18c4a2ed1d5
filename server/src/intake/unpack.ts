import { fetchBlob, keepBlob } from '../archive/blobs.js';
import { record } from '../archive/trail.js';
import { inTransaction, type Database } from '../database/database.js';
import { readMail, type ReadMail } from '../readers/mail.js';
import { insertFile } from '../separating/queries.js';
import type { Services } from '../services.js';
import { moveTo } from '../trays/move.js';
import { documentWithBlob, earlierTwin, insertDocument, lockArrival, updateArrival } from './queries.js';

/** Takes an arrival apart into documents. Safe to run twice: a second run finds it unpacked and does nothing. */
export async function unpackArrival(services: Services, arrivalId: number): Promise<void> {
  const documents = await inTransaction(services.pool, async (db) => {
    const arrival = await lockArrival(db, arrivalId);
    if (!arrival || arrival.state !== 'stored') return [];
    const mail = await readMail(await fetchBlob(db, arrival.blob));
    const twin = await earlierTwin(db, arrivalId, arrival.blob);
    if (twin !== null) {
      await updateArrival(db, arrivalId, {
        ...headOf(mail),
        state: 'repeated',
        reason: `The same mail came before, as arrival ${twin}.`,
        repeats: twin,
      });
      return [];
    }
    if (mail.documents.length === 0) {
      await updateArrival(db, arrivalId, { ...headOf(mail), state: 'no-documents', reason: whyNothing(mail), repeats: null });
      return [];
    }
    await updateArrival(db, arrivalId, { ...headOf(mail), state: 'unpacked', reason: null, repeats: null });
    const created: number[] = [];
    for (const file of mail.documents) created.push(...(await documentOf(db, arrivalId, mail, file)));
    return created;
  });
  for (const id of documents) await services.enqueue('read-document', id);
}

async function documentOf(db: Database, arrivalId: number, mail: ReadMail, file: ReadMail['documents'][number]): Promise<number[]> {
  const blob = await keepBlob(db, file.bytes);
  const fileId = await insertFile(db, arrivalId, blob, file.name);
  if (fileId === null) return [];
  const id = await insertDocument(db, arrivalId, fileId);
  await record(db, id, null, 'arrived', `Came by mail from ${mail.from ?? 'an unknown sender'}: ${file.name}`);
  const twin = await documentWithBlob(db, blob, id);
  if (twin === null) return [id];
  const reason = `The very same file came before, as document ${twin}.`;
  await moveTo(db, id, 'turned-away', null, `Turned away: ${reason}`, { reason });
  return [];
}

const headOf = (mail: ReadMail) => ({ sender: mail.from, subject: mail.subject, sentAt: mail.date, text: mail.text });

function whyNothing(mail: ReadMail): string {
  if (mail.others.length === 0) return 'The mail has no attachment.';
  return `No attachment is a PDF or a scanned page: ${mail.others.slice(0, 5).join(', ')}.`;
}
