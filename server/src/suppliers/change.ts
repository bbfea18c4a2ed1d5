import type {
  AccountWish,
  BlockWish,
  ChangeAnswer,
  MergeWish,
  SupplierPage,
  SupplierRecord,
  SupplierRecordWish,
} from '@umber/contract/suppliers';
import type { Person } from '@umber/contract/people';
import { OWN_TOLERANCES, type OwnTolerances } from '@umber/contract/suppliers';
import { printedAccount } from '@umber/core/identifiers';
import { decimal, plain, toAmount } from '@umber/core/money';
import { supplierChanges, takesTwo, twinSigns, type SupplierRecordField } from '@umber/core/suppliers';
import { ApiError } from '../api-error.js';
import { audit } from '../audit/queries.js';
import { knowsCoding } from '../coding/queries.js';
import { inTransaction, isViolation, type Database } from '../database/database.js';
import type { Services } from '../services.js';
import { lookAgain } from '../waiting/look-again.js';
import { askToMatch } from '../waiting/queries.js';
import { insertSupplierAccount, likeSuppliers, supplierView } from './queries.js';
import {
  accountsOf,
  answer,
  bumpSupplier,
  changesOf,
  documentsOfSupplier,
  endAccount,
  giveAll,
  insertChange,
  itemsOf,
  nameOfApprover,
  ordersOfSupplier,
  othersWithAccount,
  owedTo,
  straightFigures,
  supplierRecord,
  unitsOf,
  waitingChanges,
  writeField,
  writeTolerances,
  type KeptChange,
  type KeptRecord,
} from './record-queries.js';

/** All there is of a supplier. @throws ApiError when there is none. */
export async function supplierPage(db: Database, id: number): Promise<SupplierPage> {
  const [supplier, kept] = [await supplierView(db, id), await supplierRecord(db, id)];
  if (!supplier || !kept) throw new ApiError('no-such-thing', 'There is no such supplier.');
  const { id: _id, version, approver, blocked, mergedInto, ...record } = kept;
  const others = (await likeSuppliers(db, record)).filter((one) => one.id !== id);
  return {
    supplier,
    version,
    record,
    approver,
    blocked,
    mergedInto,
    accounts: await accountsOf(db, id),
    changes: await changesOf(db, id),
    twins: mergedInto
      ? []
      : others
          .map((other) => ({ id: other.id, name: other.name, signs: twinSigns(record, other) }))
          .filter(({ signs }) => signs.length > 0),
    orders: await ordersOfSupplier(db, id),
    documents: await documentsOfSupplier(db, id),
    straight: await straightFigures(db, id),
    owed: await owedTo(db, id),
    items: await itemsOf(db, id),
    units: await unitsOf(db, id),
  };
}

const list = (values: readonly string[]): string | null => (values.length === 0 ? null : values.join(', '));
const text = (value: string): string | null => (value === '' ? null : value);

/** A record as people read it, and what is written of each field. */
const fieldsOf = (
  record: SupplierRecord,
  approver: string | null,
): Readonly<Partial<Record<SupplierRecordField, readonly [string | null, unknown]>>> => ({
  name: [record.name, record.name],
  tradingNames: [list(record.tradingNames), record.tradingNames],
  formerNames: [list(record.formerNames), record.formerNames],
  address: [text(record.address), record.address],
  country: [record.country, record.country],
  currency: [record.currency, record.currency],
  taxId: [record.taxId, record.taxId],
  otherTaxIds: [list(record.otherTaxIds), record.otherTaxIds],
  iban: [record.iban, record.iban],
  mailDomain: [record.mailDomain, record.mailDomain],
  otherDomains: [list(record.otherDomains), record.otherDomains],
  termsDays: [String(record.termsDays), record.termsDays],
  discountPercent: [record.discountPercent, record.discountPercent],
  discountDays: [record.discountDays === null ? null : String(record.discountDays), record.discountDays],
  taxTreatment: [record.taxTreatment, record.taxTreatment],
  account: [record.account, record.account],
  costCentre: [record.costCentre, record.costCentre],
  approver: [approver, record.approverId],
  orderRequired: [record.orderRequired ? 'yes' : 'no', record.orderRequired],
  tolerances: [tolerancesText(record.tolerances), record.tolerances],
  straightLimit: [record.straightLimit === null ? null : toAmount(decimal(record.straightLimit)), record.straightLimit],
  sampleEvery: [String(record.sampleEvery), record.sampleEvery],
  group: [text(record.group), record.group],
  note: [text(record.note), record.note],
});
/** What is otherwise than for all, name by name. */
function tolerancesText(tolerances: OwnTolerances): string | null {
  const own = OWN_TOLERANCES.filter((name) => tolerances[name] !== null);
  return own.length === 0 ? null : own.map((name) => `${name} ${plain(decimal(tolerances[name] ?? '0'))}`).join(', ');
}
const said = (fields: ReturnType<typeof fieldsOf>) => Object.fromEntries(Object.entries(fields).map(([field, [shown]]) => [field, shown]));

/** Changes a record. What touches money, tax or who it is waits for a second person; all else holds at once. */
export async function changeSupplier(
  services: Services,
  person: Person,
  id: number,
  { version, reason, ...wish }: SupplierRecordWish,
): Promise<SupplierPage> {
  return change(services, person, id, version, reason, async (db, before) => {
    if (!(await knowsCoding(db, wish.account, wish.costCentre)))
      throw new ApiError('no-such-thing', 'There is no such account or cost centre.');
    const approver = wish.approverId === null ? null : await approverName(db, wish.approverId);
    if (wish.iban !== null && wish.iban !== before.iban) await requireUnused(db, id, wish.iban);
    const after = fieldsOf(wish, approver);
    return supplierChanges(said(fieldsOf(before, before.approver)), said(after)).map((one) => ({
      ...one,
      value: after[one.field]?.[1] ?? null,
    }));
  });
}

/** Puts an account on the record or takes one off it. Giving one up is done by one: less can be paid then, not more. */
export async function changeAccounts(
  services: Services,
  person: Person,
  id: number,
  { version, act, account, reason }: AccountWish,
): Promise<SupplierPage> {
  return change(services, person, id, version, reason, async (db) => {
    const known = (await accountsOf(db, id)).filter(({ endedAt }) => endedAt === null);
    const isThere = known.some((one) => one.account === account);
    if (act === 'add') {
      if (isThere) throw new ApiError('already-there', 'This account is on file already.');
      await requireUnused(db, id, account);
      return [{ field: 'accountAdded', before: null, after: printedAccount(account), value: account }];
    }
    if (!isThere) throw new ApiError('no-such-thing', 'This account is not on file.');
    return [{ field: 'accountEnded', before: printedAccount(account), after: null, value: account }];
  });
}

/** Blocks a supplier, so that nothing of it goes on, or asks for that to end. */
export async function blockSupplier(
  services: Services,
  person: Person,
  id: number,
  { version, blocked, reason }: BlockWish,
): Promise<SupplierPage> {
  return change(services, person, id, version, reason, async (_db, before) => {
    if (blocked === (before.blocked !== null))
      throw new ApiError('already-there', blocked ? 'It is blocked already.' : 'It is not blocked.');
    return Promise.resolve([{ field: 'blocked', before: before.blocked, after: blocked ? reason : null, value: blocked ? reason : null }]);
  });
}

/** Asks for a supplier to become part of another one. */
export async function mergeSupplier(
  services: Services,
  person: Person,
  id: number,
  { version, into, reason }: MergeWish,
): Promise<SupplierPage> {
  return change(services, person, id, version, reason, async (db) => {
    const target = await supplierRecord(db, into);
    if (into === id || !target || target.mergedInto) throw new ApiError('no-such-thing', 'Choose another supplier that is on file.');
    return [{ field: 'mergedInto', before: null, after: target.name, value: into }];
  });
}

/** Answers a change that waits: another person than who asked confirms it; who asked may refuse it. */
export async function answerChange(
  services: Services,
  person: Person,
  id: number,
  changeId: number,
  { confirmed }: ChangeAnswer,
): Promise<SupplierPage> {
  await inTransaction(services.pool, async (db) => {
    const before = await locked(db, id, null);
    const waiting = (await waitingChanges(db, id)).find((one) => one.id === changeId);
    if (!waiting) throw new ApiError('already-there', 'This change was answered already.');
    if (confirmed && waiting.askedBy === person.id)
      throw new ApiError('own-work', 'You asked for this change, so somebody else confirms it.');
    await answer(db, changeId, person.id, confirmed);
    if (confirmed) await apply(db, before, waiting.changes, [waiting.askedBy, person.id]);
    await bumpSupplier(db, id);
    await askToMatch(db, 0);
    await audit(db, person.id, {
      code: 'supplier-changed',
      supplier: before.name,
      id,
      state: confirmed ? 'confirmed' : 'refused',
      changes: waiting.changes.map(shown),
    });
  }).catch(refuseTwice);
  await lookAgain(services, 0);
  return supplierPage(services.pool, id);
}

const shown = ({ field, before, after }: KeptChange) => ({ field, before, after });

async function change(
  services: Services,
  person: Person,
  id: number,
  version: number,
  reason: string,
  changesOfIt: (db: Database, before: KeptRecord) => Promise<KeptChange[]>,
): Promise<SupplierPage> {
  await inTransaction(services.pool, async (db) => {
    const before = await locked(db, id, version);
    const changes = await changesOfIt(db, before);
    if (changes.length === 0) throw new ApiError('incomplete', 'Nothing is otherwise than on file.');
    const [two, one] = [changes.filter(takesTwo), changes.filter((each) => !takesTwo(each))];
    const waiting = (await waitingChanges(db, id)).flatMap((each) => each.changes.map(({ field }) => field));
    if (two.some(({ field }) => waiting.includes(field)))
      throw new ApiError('already-there', 'A change of this waits for its second person. Have it confirmed or refused first.');
    if (one.length > 0) {
      await apply(db, before, one, [person.id, person.id]);
      await insertChange(db, { supplierId: id, changes: one, reason, by: person.id, takesTwo: false });
      await audit(db, person.id, { code: 'supplier-changed', supplier: before.name, id, state: 'done', changes: one.map(shown) });
    }
    if (two.length > 0) {
      await insertChange(db, { supplierId: id, changes: two, reason, by: person.id, takesTwo: true });
      await audit(db, person.id, { code: 'supplier-changed', supplier: before.name, id, state: 'asked', changes: two.map(shown) });
    }
    await bumpSupplier(db, id);
    await askToMatch(db, id);
  }).catch(refuseTwice);
  await lookAgain(services, id);
  return supplierPage(services.pool, id);
}

/** The database has each tax id once, and each number of an invoice once for a supplier. */
function refuseTwice(error: unknown): never {
  if (isViolation(error, 'suppliers_tax_id'))
    throw new ApiError('already-there', 'Another supplier is on file with this tax id. Merge the two, or compare it with the page.');
  if (isViolation(error, 'documents_number_once'))
    throw new ApiError(
      'incomplete',
      'Both have an invoice of the same number on its way to the books or in them. Turn one of the two away first.',
    );
  throw error;
}

async function locked(db: Database, id: number, version: number | null): Promise<KeptRecord> {
  const before = await supplierRecord(db, id, true);
  if (!before) throw new ApiError('no-such-thing', 'There is no such supplier.');
  if (before.mergedInto) throw new ApiError('incomplete', `It became part of ${before.mergedInto.name}. Change that instead.`);
  if (version !== null && before.version !== version)
    throw new ApiError('stale', 'Someone else changed this supplier meanwhile. Look at it once more, then repeat.');
  return before;
}

async function apply(db: Database, before: KeptRecord, changes: readonly KeptChange[], people: readonly [number, number]): Promise<void> {
  for (const { field, value } of changes) {
    if (field === 'accountAdded') await insertSupplierAccount(db, before.id, String(value), null, people);
    else if (field === 'accountEnded') {
      if (!(await endAccount(db, before.id, String(value), people[1]))) await writeField(db, before.id, 'iban', null);
    } else if (field === 'tolerances') await writeTolerances(db, before.id, value as OwnTolerances, people[1]);
    else if (field === 'mergedInto') await merge(db, before, Number(value), people);
    else {
      // What the record had stays in the history of accounts.
      if (field === 'iban' && before.iban !== null && before.iban !== value && people[0] !== people[1]) {
        await insertSupplierAccount(db, before.id, before.iban, null, people);
        await endAccount(db, before.id, before.iban, people[1]);
      }
      await writeField(db, before.id, field, value);
    }
  }
}

/** What belongs to one supplier belongs to the other, which is known by its names and numbers too. */
async function merge(db: Database, from: KeptRecord, into: number, people: readonly [number, number]): Promise<void> {
  const target = await supplierRecord(db, into, true);
  if (!target || target.mergedInto) throw new ApiError('no-such-thing', 'The supplier that it was to become part of is no longer on file.');
  await giveAll(db, from.id, into);
  await writeField(db, from.id, 'taxId', null);
  await writeField(db, from.id, 'iban', null);
  await writeField(db, from.id, 'mergedInto', into);
  const also = (known: readonly string[], ...more: readonly (string | null)[]) => [
    ...new Set([...known, ...more.filter((one) => one !== null)]),
  ];
  await writeField(
    db,
    into,
    'formerNames',
    also(target.formerNames, from.name, ...from.formerNames).filter((name) => name !== target.name),
  );
  await writeField(db, into, 'tradingNames', also(target.tradingNames, ...from.tradingNames));
  await writeField(
    db,
    into,
    'otherTaxIds',
    also(target.otherTaxIds, from.taxId, ...from.otherTaxIds).filter((one) => one !== target.taxId),
  );
  await writeField(
    db,
    into,
    'otherDomains',
    also(target.otherDomains, from.mailDomain, ...from.otherDomains).filter((one) => one !== target.mailDomain),
  );
  if (from.iban !== null && from.iban !== target.iban) await insertSupplierAccount(db, into, from.iban, null, people);
  await bumpSupplier(db, into);
}

/** One account is one firm's. */
async function requireUnused(db: Database, id: number, account: string): Promise<void> {
  const [other] = await othersWithAccount(db, id, account);
  if (other) throw new ApiError('already-there', `${other.name} is on file with this account. Merge the two, or compare it with the page.`);
}

async function approverName(db: Database, id: number): Promise<string> {
  const name = await nameOfApprover(db, id);
  if (name === null) throw new ApiError('no-such-thing', 'There is nobody of that name who approves.');
  return name;
}
