import type { OrderLineWish, OrderView, OrderWish } from '@umber/contract/orders';
import { orderWishSchema } from '@umber/contract/orders/schemas';
import { headOf, type ImportedRow } from '@umber/core/importing';
import { LINE_CHECKS, type LineCheck } from '@umber/core/matching';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { changeOrderIn, checkWish, enterOrderIn, wishOf } from '../orders/enter.js';
import { orderViews } from '../orders/view.js';
import { grouped, said, wrong, type Planned } from './planned.js';
import { orderNamed, personLike, supplierLike } from './queries.js';

/** Orders: rows of one number are its lines. One that is there is changed, with a version. */
export async function planOrders(db: Database, rows: readonly ImportedRow[]): Promise<Planned[]> {
  const plans: Planned[] = [];
  for (const [key, group] of grouped(rows, ({ values }) => values['orderNumber'] ?? '')) plans.push(await planOne(db, key, group));
  return plans;
}

async function planOne(db: Database, key: string, group: readonly ImportedRow[]): Promise<Planned> {
  const numbers = group.map(({ row }) => row);
  const faults = group.flatMap((one) => one.faults);
  const [{ values: first }] = group;
  for (const column of ['supplier', 'orderedOn', 'orderedBy', 'costCentre', 'currency'])
    if (group.some(({ values }) => values[column] !== first[column]))
      faults.push(said(`All lines of order ${key} must have the same ${headOf(column).toLowerCase()}.`, column));
  const suppliers = first['supplier'] ? await supplierLike(db, first['supplier']) : [];
  if (first['supplier'] && suppliers.length !== 1)
    faults.push(
      said(
        suppliers.length === 0 ? `No supplier is called “${first['supplier']}”.` : `Several suppliers are called “${first['supplier']}”.`,
        'supplier',
      ),
    );
  const ownerId = first['orderedBy'] ? await personLike(db, first['orderedBy']) : null;
  if (first['orderedBy'] && ownerId === null) faults.push(said(`There is nobody called “${first['orderedBy']}”.`, 'orderedBy'));
  for (const { values } of group)
    if (values['check'] && !LINE_CHECKS.includes(values['check'] as LineCheck))
      faults.push(said(`A line is paid by one of ${LINE_CHECKS.join(', ')}.`, 'check'));
  if (faults.length > 0 || ownerId === null || suppliers.length !== 1) return wrong(numbers, key, faults);
  const found = await orderNamed(db, key);
  const [before] = found ? await orderViews(db, [found.id], 0) : [];
  const { value: wish, error } = orderWishSchema.validate(wishOfRows(key, group, suppliers[0].id, ownerId, before ?? null));
  if (error) return wrong(numbers, key, [said(error.message)]);
  if (before && before.supplierId !== wish.supplierId)
    return wrong(numbers, key, [said(`Order ${key} is one of ${before.supplier}.`, 'supplier')]);
  if (before?.state === 'closed') return wrong(numbers, key, [said(`Order ${key} is closed. Reopen it first.`)]);
  const refused = await checkWish(db, wish, before?.id ?? null).then(
    () => null,
    (fault: unknown) => {
      if (fault instanceof ApiError) return fault.message;
      throw fault;
    },
  );
  if (refused !== null) return wrong(numbers, key, [said(refused)]);
  if (!before)
    return {
      rows: numbers,
      state: 'new',
      key,
      faults: [],
      changes: [],
      apply: async (inside, personId) => ({ of: 'order', id: await enterOrderIn(inside, personId, wish), before: null }),
    };
  const [was, is] = [wishOf(before), wish];
  const changes = differences(was, is);
  if (changes.length === 0) return { rows: numbers, state: 'same', key, faults: [], changes: [], apply: null };
  return {
    rows: numbers,
    state: 'changed',
    key,
    faults: [],
    changes,
    apply: async (inside, personId) => {
      await changeOrderIn(inside, personId, before.id, { ...wish, version: before.version, reason: 'Brought in' });
      return { of: 'order', id: before.id, before: was };
    },
  };
}

/** What rows say of an order; what no column says is as it was. */
function wishOfRows(
  number: string,
  group: readonly ImportedRow[],
  supplierId: number,
  ownerId: number,
  before: OrderView | null,
): OrderWish {
  const [{ values: first }] = group;
  const known = before && wishOf(before);
  const lines = group.map(({ values }, i): OrderLineWish => {
    const position = values['line'] === null ? i + 1 : Number(values['line']);
    const was = before?.lines.find((line) => line.position === position);
    const kept = known?.lines.find(({ id }) => id === was?.id);
    return {
      id: was?.id ?? null,
      itemNumber: values['itemNumber'] ?? kept?.itemNumber ?? null,
      ourItem: values['ourItem'] ?? kept?.ourItem ?? null,
      description: values['description'] ?? '',
      quantity: values['quantity'] ?? '0',
      unit: values['unit'] ?? kept?.unit ?? null,
      price: values['price'] ?? '0',
      pricePer: values['pricePer'] ?? kept?.pricePer ?? '1',
      priceSteps: kept?.priceSteps ?? [],
      byAmount: kept?.byAmount ?? false,
      check: (values['check'] ?? kept?.check ?? 'receipt') as LineCheck,
      account: values['account'] ?? '',
      costCentre: kept?.costCentre ?? null,
    };
  });
  return {
    kind: 'goods',
    project: null,
    blanketId: null,
    valueLimit: null,
    validUntil: null,
    note: '',
    charges: [],
    discountPercent: '0',
    ...known,
    number,
    supplierId,
    ownerId,
    costCentre: first['costCentre'] ?? '',
    currency: first['currency'] ?? '',
    orderedOn: first['orderedOn'] ?? '',
    lines,
  };
}

/** What is otherwise between two wishes, field by field and line by line. */
function differences(was: OrderWish, is: OrderWish): Planned['changes'] {
  const of = (what: string, before: unknown, after: unknown) =>
    String(before ?? '') === String(after ?? '')
      ? []
      : [{ what, before: before === null ? null : String(before), after: after === null ? null : String(after) }];
  const head = (['ownerId', 'costCentre', 'currency', 'orderedOn'] as const).flatMap((field) => of(field, was[field], is[field]));
  const gone = was.lines
    .filter((line) => !is.lines.some(({ id }) => id === line.id))
    .map((line) => ({ what: 'line', before: line.description, after: null }));
  const lines = is.lines.flatMap((line, i) => {
    const old = was.lines.find(({ id }) => id === line.id);
    if (!old) return [{ what: `line ${i + 1}`, before: null, after: line.description }];
    return (['itemNumber', 'ourItem', 'description', 'quantity', 'unit', 'price', 'pricePer', 'check', 'account'] as const).flatMap(
      (field) => of(`line ${i + 1}, ${field}`, old[field], line[field]),
    );
  });
  return [...head, ...lines, ...gone];
}
