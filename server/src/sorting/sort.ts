import {
  resetDocument,
  settleDoubtsAbout,
  settleAllDoubts,
  withdrawApprovals,
  withdrawOpenExceptions,
  record,
  type Actor,
} from '../documents/change-queries.js';
import { type DocumentKind, isForTheBooks, type TrailAct } from '@umber/core/documents';
import type { KindChange } from '@umber/contract/checking';
import type { Person } from '@umber/contract/people';
import { citationsOf, statementOf, type PageWords } from '@umber/core/reading';
import type { Database } from '../database/database.js';
import { wordsOfDocument } from '../separating/queries.js';
import { storeCredited } from '../reading/credited.js';
import { insertCitation, invoiceNumberOf } from '../reading/queries.js';
import type { Services } from '../services.js';
import { storeStatement } from '../documents/statement-queries.js';
import { moveTo, onDocument } from '../documents/lifecycle.js';
import { keepStep, stateOf } from '../documents/step-queries.js';
import { giveKind } from './queries.js';

/**
 * Says what a document is. What is no invoice goes to its own place; what is one after all is read as one. Sorting learns
 * from it. @throws ApiError where the document has moved on.
 */
export async function sayKind(services: Services, id: number, person: Person, { version, kind }: KindChange): Promise<void> {
  const again = await onDocument(services.pool, id, version, 'kind', async (db, document) => {
    const said: TrailAct = { code: 'kind-said', before: document.kind, after: kind };
    const before = document.tray === 'check' ? await stateOf(db, id) : null;
    await record(db, id, person.id, said);
    await giveKind(db, id, kind);
    if (!isForTheBooks(kind)) {
      await withdrawApprovals(db, id);
      await withdrawOpenExceptions(db, id);
      await fileAway(db, id, 'kind', kind, await wordsOfDocument(db, id), person.id);
      return false;
    }
    if (before !== null && isForTheBooks(document.kind)) {
      await keepStep(db, id, person.id, said, before);
      await settleDoubtsAbout(db, id, 'kind', null, person.id);
      if (kind === 'credit-note') await storeCredited(db, id, await wordsOfDocument(db, id), await invoiceNumberOf(db, id));
      return false;
    }
    await resetDocument(db, id);
    await moveTo(db, id, 'kind', 'arriving', person.id, { kind });
    return true;
  });
  if (again) await services.enqueue('read-document', id);
  await services.enqueue('learn-sorting', 0);
}

/** Puts what is no invoice into its place, with the invoices that it names, a statement line by line. Its open doubts are no matter there. */
export async function fileAway(
  db: Database,
  id: number,
  act: 'read' | 'kind',
  kind: DocumentKind,
  pages: readonly PageWords[],
  actor: Actor,
): Promise<void> {
  const statement = kind === 'statement' ? statementOf(pages) : null;
  if (statement && statement.lines.length > 0) await storeStatement(db, id, statement);
  const named = citationsOf(pages);
  const cited =
    named.length > 0 ? named : (statement?.lines ?? []).flatMap(({ number, amount }) => (number === null ? [] : [{ number, amount }]));
  for (const [position, citation] of cited.entries()) await insertCitation(db, id, position, citation);
  await settleAllDoubts(db, id);
  await moveTo(db, id, act, 'filed', actor, { reason: { code: 'filed', kind, cited: cited.length } });
}
