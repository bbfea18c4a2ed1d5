import { addDays, periodOf, type IsoDate } from '@umber/core/dates';
import {
  ACCOUNTS,
  APPROVAL_RULES,
  COMPANY,
  COST_CENTRES,
  DEMO_PASSWORD,
  EXCHANGE_RATES,
  PEOPLE,
  scenarioOrders,
  SUPPLIERS,
  TOLERANCES,
  type ScenarioOrder,
} from '@umber/demo/scenario';
import { inTransaction, type Database, type Pool } from '../database/database.js';
import { loadDepth } from './depth.js';
import { postGoods } from './goods.js';
import { hashPassword } from '../people/passwords.js';
import {
  insertAccount,
  insertApprovalRule,
  insertCompany,
  insertCostCentre,
  insertOrder,
  insertOrderLine,
  insertPeriod,
  insertPerson,
  insertRate,
  insertReceipt,
  insertReceiptLine,
  insertSupplier,
  insertTolerances,
  isEmpty,
} from './queries.js';

/** Fills an empty database with the demo's master data, with depth also with orders of every kind; does nothing to one that is not empty. Returns whether it did. */
export function loadDemo(pool: Pool, today: IsoDate, withDepth = false): Promise<boolean> {
  return inTransaction(pool, async (db) => {
    if (!(await isEmpty(db))) return false;
    await insertCompany(db, COMPANY.name, COMPANY.taxId, COMPANY.currency, COMPANY.invoicesAddress);
    const people = new Map<string, number>();
    for (const person of PEOPLE)
      people.set(
        person.login,
        await insertPerson(
          db,
          person.login,
          person.name,
          person.role,
          await hashPassword(DEMO_PASSWORD),
          `${person.login}@${COMPANY.invoicesAddress.split('@')[1]}`,
        ),
      );
    for (const account of ACCOUNTS) await insertAccount(db, account.number, account.name, account.kind, account.purpose);
    for (const centre of COST_CENTRES) await insertCostCentre(db, centre.code, centre.name, people.get(centre.manager) ?? 0);
    await insertTolerances(db, TOLERANCES);
    for (const rule of APPROVAL_RULES) await insertApprovalRule(db, rule, rule.person === null ? null : (people.get(rule.person) ?? null));
    for (const [currency, rate] of Object.entries(EXCHANGE_RATES)) await insertRate(db, currency, addDays(today, -400), rate);
    for (const period of periodsAround(today)) await insertPeriod(db, period, period < periodOf(addDays(today, -70)) ? 'closed' : 'open');
    const suppliers = new Map<string, number>();
    for (const supplier of SUPPLIERS) suppliers.set(supplier.key, await insertSupplier(db, supplier));
    for (const order of scenarioOrders(today))
      await loadOrder(db, order, suppliers.get(order.supplier.key) ?? 0, people.get(order.owner) ?? 0);
    if (withDepth) await loadDepth(db, today);
    return true;
  });
}

async function loadOrder(db: Database, order: ScenarioOrder, supplierId: number, ownerId: number): Promise<void> {
  const { supplier } = order;
  const orderId = await insertOrder(db, order.number, supplierId, ownerId, supplier.costCentre, supplier.currency, order.orderedOn);
  const number = `GR-${order.number}`;
  const receiptId = await insertReceipt(db, number, orderId, order.receivedOn, 'receipt');
  for (const [index, line] of order.lines.entries()) {
    const lineId = await insertOrderLine(db, orderId, index + 1, line, supplier.account);
    if (line.received > 0) await insertReceiptLine(db, receiptId, lineId, line.received);
  }
  const rate = supplier.currency === COMPANY.currency ? '1' : EXCHANGE_RATES[supplier.currency as keyof typeof EXCHANGE_RATES];
  const goods = order.lines.map(({ price, received }) => ({ price, quantity: received }));
  await postGoods(db, { receiptId, number, kind: 'receipt', on: order.receivedOn, supplier, rate, goods });
}

/** Fourteen months: a year back, this one and the next. */
function periodsAround(today: IsoDate): string[] {
  const [year, month] = today.split('-').map(Number);
  return Array.from({ length: 14 }, (_, i) => new Date(Date.UTC(year, month - 1 - 12 + i, 1)).toISOString().slice(0, 7));
}
