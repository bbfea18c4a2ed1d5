import { settleDoubtsAbout, bumpVersion, record } from '../documents/change-queries.js';
import { linesFitNet, totalsFit } from '@umber/core/arithmetic';
import { causesOf, type HeaderField, type LineCell, isForTheBooks } from '@umber/core/documents';
import { CELL_SCHEMAS, FIELD_SCHEMAS } from '@umber/contract/checking/schemas';
import { type ValueChange, type Versioned } from '@umber/contract/checking';
import type { Person } from '@umber/contract/people';
import type { Database, Pool } from '../database/database.js';
import { ApiError } from '../api-error.js';
import { matchDocument } from '../matching/match.js';
import type { Services } from '../services.js';
import { onDocument } from '../documents/lifecycle.js';
import { valid } from '../validation.js';
import {
  amountsOf,
  cellValue,
  countOpenDoubts,
  deleteLine,
  fieldValue,
  insertEmptyLine,
  lineAmounts,
  markChecked,
  markSettled,
  openDoubts,
  settleDoubt,
  settleDoubtsOfLine,
  updateCell,
  updateField,
} from './queries.js';

/** Sets a header field to what the clerk says; an empty value means that the page does not show it. */
export function changeField(pool: Pool, id: number, person: Person, field: HeaderField, change: ValueChange): Promise<void> {
  const value = cleared(change.value) ? null : (valid(FIELD_SCHEMAS[field], change.value) as string);
  return onDocument(pool, id, change.version, 'correct', async (db) => {
    const before = await fieldValue(db, id, field);
    await updateField(db, id, field, value);
    // Where nothing else was said about the amount to pay, it is the total, also the corrected one.
    if (field === 'grossTotal' && before !== null && (await fieldValue(db, id, 'amountDue')) === before)
      await updateField(db, id, 'amountDue', value);
    await markSettled(db, id, field);
    await settleDoubtsAbout(db, id, field, null, person.id);
    await settleSumDoubts(db, id, person);
    if (before !== value) await record(db, id, person.id, { code: 'field-changed', field, before, after: value });
    else await record(db, id, person.id, { code: 'field-confirmed', field, value });
  });
}

/** Sets one cell of a line. */
export function changeCell(pool: Pool, id: number, person: Person, position: number, cell: LineCell, change: ValueChange): Promise<void> {
  const value = cleared(change.value) ? null : (valid(CELL_SCHEMAS[cell], change.value) as string);
  return onDocument(pool, id, change.version, 'correct', async (db) => {
    const before = await cellValue(db, id, position, cell);
    if (!before) throw new ApiError('no-such-thing', 'This line is no longer there. The document was loaded again.');
    await updateCell(db, id, position, cell, value);
    await settleDoubtsAbout(db, id, cell, position, person.id);
    await settleSumDoubts(db, id, person);
    await bumpVersion(db, id);
    await record(db, id, person.id, { code: 'cell-changed', line: position, cell, before: before.value, after: value });
  });
}

/** Adds an empty line at the end and returns its position. */
export function addLine(pool: Pool, id: number, person: Person, { version }: Versioned): Promise<number> {
  return onDocument(pool, id, version, 'correct', async (db) => {
    const position = await insertEmptyLine(db, id);
    await bumpVersion(db, id);
    await record(db, id, person.id, { code: 'line-added', line: position });
    return position;
  });
}

export function removeLine(pool: Pool, id: number, person: Person, position: number, { version }: Versioned): Promise<void> {
  return onDocument(pool, id, version, 'correct', async (db) => {
    const before = await deleteLine(db, id, position);
    if (!before) throw new ApiError('no-such-thing', 'This line is no longer there. The document was loaded again.');
    await settleDoubtsOfLine(db, id, position, person.id);
    await settleSumDoubts(db, id, person);
    await bumpVersion(db, id);
    await record(db, id, person.id, { code: 'line-removed', line: position, before });
  });
}

/** Says that a value is right as it stands, and with it whatever else the same cause asks. */
export function settleAsRead(pool: Pool, id: number, person: Person, doubtId: number, { version }: Versioned): Promise<void> {
  return onDocument(pool, id, version, 'correct', async (db) => {
    const cause = causesOf(await openDoubts(db, id)).find((doubts) => doubts.some((one) => one.id === doubtId)) ?? [];
    const doubt = await settleDoubt(db, id, doubtId, person.id);
    for (const other of cause) if (other.id !== doubtId) await settleDoubt(db, id, other.id, person.id);
    if (!doubt) throw new ApiError('no-such-thing', 'This doubt is settled already.');
    const fields = [doubt, ...cause].flatMap(({ field, line }) => (field !== null && line === null ? [field] : []));
    for (const field of new Set(fields)) await markSettled(db, id, field);
    if (fields.length === 0) await bumpVersion(db, id);
    await record(db, id, person.id, { code: 'question-answered', ...doubt });
  });
}

/** Ends the check: what the books need must be there and add up; then the document is matched. */
export function finishCheck(services: Services, id: number, person: Person, { version }: Versioned): Promise<void> {
  return onDocument(services.pool, id, version, 'check', async (db) => {
    const open = await countOpenDoubts(db, id);
    if (open > 0)
      throw new ApiError(
        'open-doubts',
        open === 1 ? 'One doubt is still open. Settle it first.' : `${open} doubts are still open. Settle them first.`,
      );
    await assertComplete(db, id);
    await markChecked(db, id, person.id);
    await record(db, id, person.id, { code: 'checked' });
    await matchDocument(services, db, id, 'check', person.id);
  });
}

async function assertComplete(db: Database, id: number): Promise<void> {
  const amounts = await amountsOf(db, id);
  if (!amounts) throw new ApiError('no-such-document');
  if (!isForTheBooks(amounts.kind))
    throw new ApiError('incomplete', 'Only invoices and credit notes can be booked. Say what this is, or turn it away.');
  const missing = [
    amounts.invoiceNumber === null ? 'invoice number' : null,
    amounts.issueDate === null ? 'issue date' : null,
    amounts.currency === null ? 'currency' : null,
    amounts.gross === null ? 'total' : null,
  ].filter((name) => name !== null);
  if (missing.length > 0)
    throw new ApiError('incomplete', `The ${missing.join(' and the ')} is missing. Point at it on the page or type it.`);
  const { net, tax, gross } = amounts;
  if (net !== null && gross !== null && !totalsFit(net, tax, gross)) {
    throw new ApiError('incomplete', `Net ${net} and tax ${tax ?? '0.00'} do not make the total ${gross}. Correct the one that is wrong.`);
  }
  const lines = await lineAmounts(db, id);
  if (lines.length === 0) throw new ApiError('incomplete', 'There are no lines. Add at least one with its amount.');
  if (!linesFitNet(lines, net ?? gross, amounts.discount, amounts.carriage))
    throw new ApiError('incomplete', 'The lines do not sum to the net total. Correct, add or remove a line.');
}

/** Doubts about sums answer themselves once the sums hold. */
async function settleSumDoubts(db: Database, id: number, person: Person): Promise<void> {
  const amounts = await amountsOf(db, id);
  if (!amounts) return;
  if (amounts.net !== null && amounts.gross !== null && totalsFit(amounts.net, amounts.tax, amounts.gross)) {
    for (const field of ['netTotal', 'taxTotal', 'grossTotal']) await settleDoubtsAbout(db, id, field, null, person.id);
    // The amount due that is the total is right with it.
    if ((await fieldValue(db, id, 'amountDue')) === amounts.gross) await settleDoubtsAbout(db, id, 'amountDue', null, person.id);
  }
  if (linesFitNet(await lineAmounts(db, id), amounts.net ?? amounts.gross, amounts.discount, amounts.carriage))
    await settleDoubtsAbout(db, id, 'lines', null, person.id);
}

const cleared = (value: string | null): boolean => value === null || value === '';
