import type { SupplierView } from '@umber/contract/documents';
import type { KnownSupplier } from '@umber/core/suppliers';
import { row, rows, type Database } from '../database/database.js';

export const supplierView = (db: Database, id: number) =>
  row<SupplierView>(db, 'select id, name, tax_id as "taxId", iban, country, terms_days as "termsDays" from suppliers where id = $1', [id]);

export const knownSuppliers = (db: Database) =>
  rows<KnownSupplier>(db, 'select id, name, tax_id as "taxId", iban, mail_domain as "mailDomain" from suppliers');

export const supplierDefaults = (db: Database, id: number) =>
  row<{ account: string; costCentre: string; name: string; iban: string | null }>(
    db,
    'select default_account as account, default_cost_centre as "costCentre", name, iban from suppliers where id = $1',
    [id],
  );

export const searchSuppliers = (db: Database, text: string) =>
  rows<SupplierView>(
    db,
    `select id, name, tax_id as "taxId", iban, country, terms_days as "termsDays" from suppliers where name ilike '%' || $1 || '%' or tax_id ilike '%' || $1 || '%' order by name limit 100`,
    [text],
  );
