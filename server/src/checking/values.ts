import { causesOf, isOwnName, type HeaderField, type LineCell, type OwnName, type TrailAct } from '@umber/core/documents';
import type { Place } from '@umber/core/geometry';
import type { FieldChange, ValueChange, Versioned } from '@umber/contract/checking';
import { CELL_SCHEMAS, FIELD_SCHEMAS } from '@umber/contract/checking/schemas';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import type { Pool } from '../database/database.js';
import { bumpVersion, settleDoubtsAbout } from '../documents/change-queries.js';
import { valid } from '../validation.js';
import { cellValue, fieldValue, markSettled, openDoubts, setPointed, settleDoubt, updateCell, updateField } from './queries.js';
import { ownCellValue, ownFieldValue, updateOwnCell, updateOwnValue } from './own-queries.js';
import { ownValue } from './own-values.js';
import { aStep, type AtAnyVersion } from './steps.js';
import { lookAtProduct, lookAtSums } from './sums.js';

/** Sets a header field to what the clerk says; an empty value means that the page does not show it. */
export function changeField(
  pool: Pool,
  id: number,
  person: Person,
  field: HeaderField | OwnName,
  change: AtAnyVersion<FieldChange>,
): Promise<void> {
  if (isOwnName(field)) return changeOwnField(pool, id, person, field, change);
  const value = cleared(change.value) ? null : (valid(FIELD_SCHEMAS[field], change.value) as string);
  return aStep(pool, id, change.version, person, async (db) => {
    const before = await fieldValue(db, id, field);
    await updateField(db, id, field, value);
    if (before !== value || change.at) await setPointed(db, id, field, change.at ?? null);
    // Where nothing else was said about the amount to pay, it is the total, also the corrected one.
    if (field === 'grossTotal' && before !== null && (await fieldValue(db, id, 'amountDue')) === before)
      await updateField(db, id, 'amountDue', value);
    await markSettled(db, id, field);
    await settleDoubtsAbout(db, id, field, null, person.id);
    await lookAtSums(db, id, person.id);
    return saidOf(field, before, value, change.at);
  });
}

/** Sets one cell of a line. */
export function changeCell(
  pool: Pool,
  id: number,
  person: Person,
  position: number,
  cell: LineCell | OwnName,
  change: AtAnyVersion<ValueChange>,
): Promise<void> {
  if (isOwnName(cell)) return changeOwnCell(pool, id, person, position, cell, change);
  const value = cleared(change.value) ? null : (valid(CELL_SCHEMAS[cell], change.value) as string);
  return aStep(pool, id, change.version, person, async (db) => {
    const before = await cellValue(db, id, position, cell);
    if (!before) throw lineGone();
    await updateCell(db, id, position, cell, value);
    await settleDoubtsAbout(db, id, cell, position, person.id);
    await lookAtProduct(db, id, position, person.id);
    await lookAtSums(db, id, person.id);
    await bumpVersion(db, id);
    return { code: 'cell-changed', line: position, cell, before: before.value, after: value };
  });
}

/** Sets a field of the company's own. */
function changeOwnField(pool: Pool, id: number, person: Person, field: OwnName, change: AtAnyVersion<FieldChange>): Promise<void> {
  return aStep(pool, id, change.version, person, async (db) => {
    const value = cleared(change.value) ? null : await ownValue(db, field, 'head', change.value);
    const before = await ownFieldValue(db, id, field);
    await updateOwnValue(db, id, field, value);
    if (before !== value || change.at) await setPointed(db, id, field, change.at ?? null);
    await markSettled(db, id, field);
    await settleDoubtsAbout(db, id, field, null, person.id);
    return saidOf(field, before, value, change.at);
  });
}

/** Sets a cell of the company's own. */
function changeOwnCell(
  pool: Pool,
  id: number,
  person: Person,
  position: number,
  cell: OwnName,
  change: AtAnyVersion<ValueChange>,
): Promise<void> {
  return aStep(pool, id, change.version, person, async (db) => {
    const value = cleared(change.value) ? null : await ownValue(db, cell, 'line', change.value);
    const before = await ownCellValue(db, id, position, cell);
    if (!before) throw lineGone();
    await updateOwnCell(db, id, position, cell, value);
    await settleDoubtsAbout(db, id, cell, position, person.id);
    await bumpVersion(db, id);
    return { code: 'cell-changed', line: position, cell, before: before.value, after: value };
  });
}

/** Says that a value is right as it stands, and with it whatever else the same cause asks. */
export function settleAsRead(pool: Pool, id: number, person: Person, doubtId: number, { version }: AtAnyVersion<Versioned>): Promise<void> {
  return aStep(pool, id, version, person, async (db) => {
    const cause = causesOf(await openDoubts(db, id)).find((doubts) => doubts.some((one) => one.id === doubtId)) ?? [];
    const doubt = await settleDoubt(db, id, doubtId, person.id);
    for (const other of cause) if (other.id !== doubtId) await settleDoubt(db, id, other.id, person.id);
    if (!doubt) throw new ApiError('no-such-thing', 'This doubt is settled already.');
    const fields = [doubt, ...cause].flatMap(({ field, line }) => (field !== null && line === null ? [field] : []));
    for (const field of new Set(fields)) await markSettled(db, id, field);
    if (fields.length === 0) await bumpVersion(db, id);
    return { code: 'question-answered', ...doubt };
  });
}

const lineGone = (): ApiError => new ApiError('no-such-thing', 'This line is no longer there. The document was loaded again.');

/** What the trail says of a field that was given a value: another one, or that it was right. */
const saidOf = (field: HeaderField | OwnName, before: string | null, after: string | null, at?: Place): TrailAct =>
  before === after
    ? { code: 'field-confirmed', field, value: after }
    : { code: 'field-changed', field, before, after, ...(at ? { at } : {}) };

const cleared = (value: string | null): value is null | '' => value === null || value === '';
