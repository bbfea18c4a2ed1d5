import type { ImportedRow, ImportTable } from '@umber/core/importing';
import type { Database } from '../database/database.js';
import { planAccounts, planBudgets, planCentres } from './accounts.js';
import { planOrders } from './orders.js';
import type { Planned } from './planned.js';
import { planReceipts } from './receipts.js';
import { planSuppliers } from './suppliers.js';

const PLANS: Readonly<Record<ImportTable, (db: Database, rows: readonly ImportedRow[]) => Promise<Planned[]>>> = {
  suppliers: planSuppliers,
  orders: planOrders,
  receipts: planReceipts,
  accounts: planAccounts,
  'cost-centres': planCentres,
  budgets: planBudgets,
};

/** What bringing these rows in would do. */
export const planned = (db: Database, table: ImportTable, rows: readonly ImportedRow[]): Promise<Planned[]> => PLANS[table](db, rows);
