import type { SupplierRecord } from '@umber/contract/suppliers';
import { newSupplierSchema } from '@umber/contract/suppliers/schemas';
import type { ImportedRow } from '@umber/core/importing';
import { supplierChanges, takesTwo, twinSigns } from '@umber/core/suppliers';
import { knowsCoding } from '../coding/queries.js';
import type { Database } from '../database/database.js';
import { insertSupplier, likeSuppliers } from '../suppliers/queries.js';
import { bumpSupplier, insertChange, supplierRecord, waitingChanges, writeField, type KeptChange } from '../suppliers/record-queries.js';
import { grouped, said, wrong, type Planned } from './planned.js';

/**
 * Suppliers, known by their tax id, else by their name. A new one waits for a second person; of one that is there, what takes two waits too: a table
 * brings nobody's account to the books.
 */
export async function planSuppliers(db: Database, rows: readonly ImportedRow[]): Promise<Planned[]> {
  const doubled = new Set(
    [...grouped(rows, ({ values }) => (values['taxId'] ?? values['name'] ?? '').toLowerCase()).values()]
      .filter((group) => group.length > 1)
      .flatMap((group) => group.map(({ row }) => row)),
  );
  const plans: Planned[] = [];
  for (const row of rows) plans.push(await planOne(db, row, doubled.has(row.row)));
  return plans;
}

async function planOne(db: Database, { row, values, faults }: ImportedRow, isDoubled: boolean): Promise<Planned> {
  const key = values['name'] ?? '';
  const all = [...faults, ...(isDoubled ? [said('This supplier stands in the file twice.')] : [])];
  if (all.length > 0) return wrong([row], key, all);
  const { address, ...own } = values;
  const { value: wish, error } = newSupplierSchema.validate({ ...own, termsDays: Number(values['termsDays'] ?? '30'), another: false });
  if (error) return wrong([row], key, [said(error.message)]);
  if (!(await knowsCoding(db, wish.account, wish.costCentre)))
    return wrong([row], key, [said('There is no such account or cost centre.', 'account')]);
  const like = await likeSuppliers(db, wish);
  const same =
    like.find((one) => wish.taxId !== null && one.taxId === wish.taxId) ??
    like.find((one) => one.name.toLowerCase() === wish.name.toLowerCase() && (wish.taxId === null || one.taxId === null));
  const clash = like.find((one) => one.id !== same?.id && twinSigns(wish, one).some((sign) => sign === 'tax-id' || sign === 'account'));
  if (clash) return wrong([row], key, [said(`${clash.name} is on file with this tax id or account.`)]);
  if (!same) {
    const twin = like.find((one) => twinSigns(wish, one).includes('name'));
    if (twin)
      return wrong([row], key, [
        said(`${twin.name} is on file under nearly the same name. Give the tax id of this one, or merge the two.`, 'name'),
      ]);
    return {
      rows: [row],
      state: 'new',
      key,
      faults: [],
      changes: [],
      apply: async (inside, personId) => {
        const id = await insertSupplier(inside, wish, personId);
        if (address) await writeField(inside, id, 'address', address);
        return { of: 'supplier', id, before: null };
      },
    };
  }
  const record = await supplierRecord(db, same.id);
  if (!record) return wrong([row], key, [said('It is no longer on file.')]);
  const wanted: Partial<SupplierRecord> = {
    name: wish.name,
    country: wish.country,
    currency: wish.currency,
    termsDays: wish.termsDays,
    account: wish.account,
    costCentre: wish.costCentre,
  };
  const given: Partial<SupplierRecord> = {
    ...wanted,
    ...(wish.taxId === null ? {} : { taxId: wish.taxId }),
    ...(wish.iban === null ? {} : { iban: wish.iban }),
    ...(wish.mailDomain === null ? {} : { mailDomain: wish.mailDomain }),
    ...(address ? { address } : {}),
  };
  const texts = (of: Partial<SupplierRecord>) =>
    Object.fromEntries(Object.keys(given).map((field) => [field, text(of[field as keyof SupplierRecord])]));
  const changes = supplierChanges(texts(record), texts(given)).map((one): KeptChange => ({
    ...one,
    value: given[one.field as keyof SupplierRecord] ?? null,
  }));
  if (changes.length === 0) return { rows: [row], state: 'same', key, faults: [], changes: [], apply: null };
  return {
    rows: [row],
    state: 'changed',
    key,
    faults: [],
    changes: changes.map((one) => ({
      what: takesTwo(one) ? `${one.field} (waits for a second person)` : one.field,
      before: one.before,
      after: one.after,
    })),
    apply: async (inside, personId) => {
      const [two, one] = [changes.filter(takesTwo), changes.filter((each) => !takesTwo(each))];
      for (const { field, value } of one) await writeField(inside, record.id, field, value);
      if (one.length > 0)
        await insertChange(inside, { supplierId: record.id, changes: one, reason: 'Brought in', by: personId, takesTwo: false });
      const waits = (await waitingChanges(inside, record.id)).flatMap((each) => each.changes.map(({ field }) => field));
      const asked = two.filter(({ field }) => !waits.includes(field));
      const change =
        asked.length === 0
          ? null
          : await insertChange(inside, { supplierId: record.id, changes: asked, reason: 'Brought in', by: personId, takesTwo: true });
      await bumpSupplier(inside, record.id);
      return {
        of: 'supplier',
        id: record.id,
        before: Object.fromEntries(one.map(({ field }) => [field, record[field as keyof SupplierRecord]])),
        change,
      };
    },
  };
}

const text = (value: unknown): string | null =>
  value === null || value === undefined || value === '' ? null : String(value as string | number);
