import { resetDocument, insertDocument, withdrawApprovals, lockDocument, record } from '../documents/change-queries.js';
import { mayIn } from '@umber/core/documents';
import type { Person } from '@umber/contract/people';
import type { Arrangement } from '@umber/contract/separating';
import { TRAY_NAMES } from '@umber/contract/trays';
import { arrangementFault, rearrangement } from '@umber/core/separating';
import { inTransaction, type Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import { moveTo } from '../documents/lifecycle.js';
import { bumpFile, fileHead, filePages, lockFile, partsOf, setPages, settlePageDoubts, turnPage } from './queries.js';

/**
 * Puts the pages of a file together as a person wants. Documents whose pages change are read again, the others stay as they are.
 * @throws ApiError `stale` where somebody was faster, `bad-request` where a page is unknown or in two places, `wrong-tray` where a
 * document that would change is being read, waits for an approver or is further on.
 */
export async function arrange(
  services: Services,
  fileId: number,
  person: Person,
  { version, documents, turned }: Arrangement,
): Promise<void> {
  const toRead = await inTransaction(services.pool, async (db) => {
    const [file, head] = [await lockFile(db, fileId), await fileHead(db, fileId)];
    if (!file || !head) throw new ApiError('no-such-thing', 'There is no such file.');
    if (file.version !== version) throw new ApiError('stale');
    const pages = await filePages(db, fileId);
    const fault = arrangementFault(new Set(pages.map((page) => page.number)), documents);
    if (fault) throw new ApiError('bad-request', fault);
    const held = new Set(documents.flat());
    const turns = turned.filter(({ page, turned }) => held.has(page) && pages.some((one) => one.number === page && one.turned !== turned));
    const plan = rearrangement(await partsOf(db, fileId), documents, new Set(turns.map(({ page }) => page)));
    const read: number[] = [];
    for (const id of [...plan.emptied, ...plan.changed.map((part) => part.id)]) await mayChange(db, id);
    for (const id of plan.emptied) {
      await setPages(db, id, []);
      await withdrawApprovals(db, id);
      await moveTo(db, id, 'rearrange', 'turned-away', person.id, { reason: { code: 'pages-elsewhere' } });
    }
    for (const { id, pages } of plan.changed) {
      await withdrawApprovals(db, id);
      await resetDocument(db, id);
      await setPages(db, id, pages);
      await moveTo(db, id, 'rearrange', 'arriving', person.id, { pages, file: head.name });
      read.push(id);
    }
    for (const pages of plan.added) {
      const id = await insertDocument(db, head.arrivalId, fileId);
      await setPages(db, id, pages);
      await record(db, id, person.id, { code: 'cut-out', file: head.name, pages });
      read.push(id);
    }
    for (const { page, turned } of turns) await turnPage(db, fileId, page, turned);
    await settlePageDoubts(db, fileId, person.id);
    await bumpFile(db, fileId);
    return read;
  });
  for (const id of toRead) await services.enqueue('read-document', id);
}

async function mayChange(db: Database, id: number): Promise<void> {
  const document = await lockDocument(db, id);
  if (!document || mayIn('rearrange', document.tray)) return;
  throw new ApiError(
    'wrong-tray',
    document.tray === 'arriving'
      ? 'One of the documents is being read at this moment. Try again when it is done.'
      : `One of the documents is in ${TRAY_NAMES[document.tray]}: its pages stay as they are. Leave it whole, or have it sent back first.`,
  );
}
