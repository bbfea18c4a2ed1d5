import type { Tolerances } from '@umber/core/matching';
import { nameKey } from '@umber/core/suppliers';
import { maybe, one, type Database } from '../database/database.js';

export const isEmpty = async (db: Database) => (await maybe(db, 'select 1 from company')) === null;

export const insertPerson = async (db: Database, login: string, name: string, role: string, passwordHash: string, mail: string) =>
  (
    await one<{ id: number }>(db, 'insert into people (login, name, role, password_hash, mail) values ($1, $2, $3, $4, $5) returning id', [
      login,
      name,
      role,
      passwordHash,
      mail,
    ])
  ).id;

export const insertCompany = (db: Database, name: string, taxId: string, currency: string, address: string) =>
  db.query('insert into company (name, tax_id, currency, invoices_address) values ($1, $2, $3, $4)', [name, taxId, currency, address]);

export const insertAccount = (db: Database, number: string, name: string, kind: string, purpose: string | null) =>
  db.query('insert into accounts (number, name, kind, purpose) values ($1, $2, $3, $4)', [number, name, kind, purpose]);

export const insertCostCentre = (db: Database, code: string, name: string, managerId: number) =>
  db.query('insert into cost_centres (code, name, manager_id) values ($1, $2, $3)', [code, name, managerId]);

export const insertSupplier = async (
  db: Database,
  supplier: {
    name: string;
    taxId: string | null;
    iban: string | null;
    domain: string;
    country: string;
    currency: string;
    termsDays: number;
    account: string;
    costCentre: string;
  },
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into suppliers (name, tax_id, iban, mail_domain, country, currency, terms_days, default_account, default_cost_centre, name_key) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) returning id',
      [
        supplier.name,
        supplier.taxId,
        supplier.iban,
        supplier.domain,
        supplier.country,
        supplier.currency,
        supplier.termsDays,
        supplier.account,
        supplier.costCentre,
        nameKey(supplier.name),
      ],
    )
  ).id;

export const insertOrder = async (
  db: Database,
  number: string,
  supplierId: number,
  ownerId: number,
  costCentre: string,
  currency: string,
  orderedOn: string,
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into orders (number, supplier_id, owner_id, cost_centre, currency, ordered_on) values ($1, $2, $3, $4, $5, $6) returning id',
      [number, supplierId, ownerId, costCentre, currency, orderedOn],
    )
  ).id;

export const insertOrderLine = async (
  db: Database,
  orderId: number,
  position: number,
  line: { item: string; description: string; quantity: number; unit: string; price: string },
  account: string,
) =>
  (
    await one<{ id: number }>(
      db,
      'insert into order_lines (order_id, position, item_number, description, quantity, unit, unit_price, account) values ($1, $2, $3, $4, $5, $6, $7, $8) returning id',
      [orderId, position, line.item === '-' ? null : line.item, line.description, line.quantity, line.unit, line.price, account],
    )
  ).id;

export const insertReceipt = async (db: Database, number: string, orderId: number, receivedOn: string, kind: 'receipt' | 'return') =>
  (
    await one<{ id: number }>(db, 'insert into receipts (number, order_id, received_on, kind) values ($1, $2, $3, $4) returning id', [
      number,
      orderId,
      receivedOn,
      kind,
    ])
  ).id;

export const insertReceiptLine = (db: Database, receiptId: number, orderLineId: number, quantity: number) =>
  db.query('insert into receipt_lines (receipt_id, order_line_id, quantity) values ($1, $2, $3)', [receiptId, orderLineId, quantity]);

export const insertPeriod = (db: Database, id: string, state: 'open' | 'closed') =>
  db.query('insert into periods (id, state) values ($1, $2)', [id, state]);

export const insertRate = (db: Database, currency: string, validFrom: string, rate: string) =>
  db.query('insert into exchange_rates (currency, valid_from, rate) values ($1, $2, $3)', [currency, validFrom, rate]);

export const insertTolerances = (db: Database, tolerances: Tolerances) =>
  db.query(
    `insert into tolerances (price_percent, price_amount, under_percent, under_amount, quantity_percent, quantity_amount, invoice_amount, charge_amount)
     values ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [
      tolerances.pricePercent,
      tolerances.priceAmount,
      tolerances.underPercent,
      tolerances.underAmount,
      tolerances.quantityPercent,
      tolerances.quantityAmount,
      tolerances.invoiceAmount,
      tolerances.chargeAmount,
    ],
  );

export const insertApprovalRule = (
  db: Database,
  rule: { position: number; minAmount: string | null; onlyExceptions: boolean; approver: string },
  personId: number | null,
) =>
  db.query('insert into approval_rules (position, min_amount, only_exceptions, approver, person_id) values ($1, $2, $3, $4, $5)', [
    rule.position,
    rule.minAmount,
    rule.onlyExceptions,
    rule.approver,
    personId,
  ]);

export const supplierNamed = async (db: Database, name: string) =>
  (await one<{ id: number }>(db, 'select id from suppliers where name = $1', [name])).id;
export const personNamed = async (db: Database, login: string) =>
  (await one<{ id: number }>(db, 'select id from people where login = $1', [login])).id;

/** A supplier who is on file once more under nearly the same name. */
export const insertTwin = (db: Database, name: string, key: string, of: string) =>
  db.query(
    `insert into suppliers (name, mail_domain, country, currency, terms_days, default_account, default_cost_centre, name_key, address)
     select $1, mail_domain, country, currency, terms_days, default_account, default_cost_centre, $2, 'Quay Works' from suppliers where name = $3`,
    [name, key, of],
  );

/** Says that an arrival came on a day, at noon. */
export const ageArrival = (db: Database, id: number, day: string) =>
  db.query("update arrivals set received_at = $2::date + interval '12 hours' where id = $1", [id, day]);
