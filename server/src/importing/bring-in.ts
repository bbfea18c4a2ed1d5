import type { ImportView, ImportWish, MappingWish, PreviewRow, RowState } from '@umber/contract/importing';
import type { OrderWish } from '@umber/contract/orders';
import type { Person } from '@umber/contract/people';
import { IMPORT_COLUMNS, importedRows, isMasterData, mapColumns, type ImportMapping, type ImportTable } from '@umber/core/importing';
import { may } from '@umber/core/permissions';
import { foldText } from '@umber/core/similarity';
import { failureText } from '@umber/contract/reading';
import type { SupplierRecordField } from '@umber/core/suppliers';
import { ApiError } from '../api-error.js';
import { audit } from '../audit/queries.js';
import { inTransaction, isViolation, type Database } from '../database/database.js';
import { changeOrderIn } from '../orders/enter.js';
import { orderHead } from '../orders/queries.js';
import { UnreadableFile } from '../readers/unreadable-file.js';
import { receiveIn } from '../receiving/receive.js';
import type { Services } from '../services.js';
import { answer, bumpSupplier, writeField } from '../suppliers/record-queries.js';
import { lookAgain } from '../waiting/look-again.js';
import { askToMatch } from '../waiting/queries.js';
import { planned } from './plan.js';
import type { Planned, Undo } from './planned.js';
import {
  dropAccount,
  dropCentre,
  dropOrder,
  dropSupplier,
  headsBefore,
  insertImport,
  isLast,
  keptImport,
  markApplied,
  markUndone,
  putAccount,
  putBudget,
  putCentre,
  rememberHead,
  setMapping,
  type KeptImport,
} from './queries.js';

/** Rows that a preview shows; cells of each column that help to say what it is, and signs of each. */
const MOST_SHOWN = 300;
const [SAMPLES, SAMPLE_SIGNS] = [3, 40];

/** Takes a file: its heads are recognised, and what its rows would do is shown; nothing is changed. */
export async function startImport(services: Services, person: Person, { table, fileName, bytes }: ImportWish): Promise<ImportView> {
  requireRight(person, table);
  const file = Buffer.from(bytes, 'base64');
  const [heads, ...rows] = await rowsOf(services, file);
  if (!heads || rows.length === 0) throw new ApiError('bad-request', 'The file has no rows below its heads.');
  const mapping = mapColumns(table, heads, await headsBefore(services.pool, table));
  const id = await insertImport(services.pool, table, fileName, file, mapping, person.id);
  return importView(services, id);
}

/** Says which column is which; that is remembered for the next file with such heads. */
export async function mapImport(services: Services, person: Person, id: number, { mapping }: MappingWish): Promise<ImportView> {
  const kept = await known(services.pool, id);
  requireRight(person, kept.table);
  if (kept.appliedAt !== null) throw new ApiError('already-there', 'It was brought in already.');
  const [heads] = await rowsOf(services, kept.bytes);
  const names = new Set(IMPORT_COLUMNS[kept.table].map(({ name }) => name));
  const chosen = Object.fromEntries(
    Object.entries(mapping).filter(([name, at]) => names.has(name) && (at === null || at < heads.length)),
  ) as ImportMapping;
  await setMapping(services.pool, id, chosen);
  for (const [name, at] of Object.entries(chosen))
    if (at !== null) await rememberHead(services.pool, kept.table, foldText(heads[at]), name);
  return importView(services, id);
}

/** What a file's rows would do, or what came of it. */
export async function importView(services: Services, id: number): Promise<ImportView> {
  const kept = await known(services.pool, id);
  const { heads, samples, plans } = await plansOf(services, services.pool, kept, kept.appliedAt === null);
  const { table, fileName, mapping, madeBy, madeAt, appliedBy, appliedAt, undoneBy } = kept;
  const rows = plans.flatMap(({ rows: numbers, state, key, faults, changes }): PreviewRow[] =>
    numbers.slice(0, 1).map((row) => ({ row, lastRow: Math.max(...numbers), state, key, faults, changes })),
  );
  const shown = [...rows].sort((a, b) => Number(b.state === 'wrong') - Number(a.state === 'wrong') || a.row - b.row).slice(0, MOST_SHOWN);
  const said = { heads, samples, mapping, counts: kept.counts ?? countsOf(plans), rows: shown };
  return { id, table, fileName, ...said, madeBy, madeAt, appliedBy, appliedAt, undoneBy };
}

/** Brings all rows in, or none. */
export async function applyImport(services: Services, person: Person, id: number): Promise<ImportView> {
  await inTransaction(services.pool, async (db) => {
    const kept = await known(db, id, true);
    requireRight(person, kept.table);
    if (kept.appliedAt !== null) throw new ApiError('already-there', 'It was brought in already.');
    const { plans } = await plansOf(services, db, kept);
    const counts = countsOf(plans);
    if (counts.wrong > 0)
      throw new ApiError(
        'incomplete',
        `${counts.wrong} rows are wrong: all are brought in, or none. Correct them in the file, and take it again.`,
      );
    const undo: Undo[] = [];
    for (const plan of plans) if (plan.apply) undo.push(await plan.apply(db, person.id));
    if (undo.length === 0) throw new ApiError('incomplete', 'Everything in this file is here as it is. There is nothing to bring in.');
    await markApplied(db, id, person.id, counts, undo);
    await askToMatch(db, 0);
    await audit(db, person.id, { code: 'brought-in', table: kept.table, file: kept.fileName, added: counts.new, changed: counts.changed });
  }).catch((error: unknown) => {
    if (isViolation(error, '23505'))
      throw new ApiError('stale', 'Somebody entered the same at this moment. Look at what the rows would do now.');
    throw error;
  });
  await lookAgain(services, 0);
  return importView(services, id);
}

/** Takes back what the last import of its table did, all of it or nothing. */
export async function undoImport(services: Services, person: Person, id: number): Promise<ImportView> {
  await inTransaction(services.pool, async (db) => {
    const kept = await known(db, id, true);
    requireRight(person, kept.table);
    if (!(await isLast(db, id))) throw new ApiError('incomplete', 'Only the last import of its kind can be taken back.');
    for (const one of [...(kept.undo as Undo[])].reverse()) await takeBack(db, person, services.today(), one);
    await markUndone(db, id, person.id);
    await askToMatch(db, 0);
    await audit(db, person.id, { code: 'brought-in-undone', table: kept.table, file: kept.fileName });
  }).catch((error: unknown) => {
    if (isViolation(error, '23503'))
      throw new ApiError('incomplete', 'Something was done with what this brought in: it is used, and cannot be taken back.');
    throw error;
  });
  await lookAgain(services, 0);
  return importView(services, id);
}

async function takeBack(db: Database, person: Person, today: string, undo: Undo): Promise<void> {
  switch (undo.of) {
    case 'supplier':
      if (undo.before === null) return void (await dropSupplier(db, undo.id));
      for (const [field, value] of Object.entries(undo.before)) await writeField(db, undo.id, field as SupplierRecordField, value);
      if (undo.change !== null) await answer(db, undo.change, person.id, false);
      return void (await bumpSupplier(db, undo.id));
    case 'order': {
      if (undo.before === null) return dropOrder(db, undo.id);
      const now = await orderHead(db, undo.id);
      return void (await changeOrderIn(db, person.id, undo.id, {
        ...(undo.before as OrderWish),
        version: now?.version ?? 0,
        reason: 'Import taken back',
      }));
    }
    case 'receipt':
      // What was said to have come stands in the books: it goes back.
      return void (await receiveIn(db, person.id, undo.orderId, {
        kind: 'return',
        receivedOn: today,
        deliveryNote: 'Import taken back',
        lines: undo.lines,
      }));
    case 'account':
      return void (undo.before
        ? await putAccount(db, undo.number, undo.before.name, undo.before.kind)
        : await dropAccount(db, undo.number));
    case 'budget':
      return void (await putBudget(db, undo.costCentre, undo.year, undo.before));
    case 'cost-centre':
      return void (undo.before ? await putCentre(db, undo.code, undo.before.name, undo.before.managerId) : await dropCentre(db, undo.code));
  }
}

function requireRight(person: Person, table: ImportTable): void {
  if (isMasterData(table) && !may(person.role, 'masterData'))
    throw new ApiError('not-allowed', 'Only a controller brings in accounts, cost centres and budgets.');
}

const known = async (db: Database, id: number, lock = false): Promise<KeptImport> => {
  const kept = await keptImport(db, id, lock);
  if (!kept) throw new ApiError('no-such-thing', 'There is no such import.');
  return kept;
};

async function plansOf(
  services: Services,
  db: Database,
  { table, bytes, mapping }: KeptImport,
  looks = true,
): Promise<{ heads: string[]; samples: string[][]; plans: Planned[] }> {
  const [heads, ...rows] = await rowsOf(services, bytes);
  const samples = heads.map((_, at) => rows.slice(0, SAMPLES).map((row) => (row[at] ?? '').slice(0, SAMPLE_SIGNS)));
  return { heads, samples, plans: looks ? await planned(db, table, importedRows(table, rows, mapping)) : [] };
}

const rowsOf = ({ readers }: Pick<Services, 'readers'>, bytes: Buffer): Promise<string[][]> =>
  readers.run('read-table', { bytes }).catch((error: unknown) => {
    if (error instanceof UnreadableFile)
      throw new ApiError('bad-request', `${failureText(error.fault)} A table is a CSV or XLSX file with a row of heads.`);
    throw error;
  });

function countsOf(plans: readonly Planned[]): Record<RowState, number> {
  const counts = { new: 0, changed: 0, same: 0, wrong: 0 };
  for (const { state } of plans) counts[state]++;
  return counts;
}
