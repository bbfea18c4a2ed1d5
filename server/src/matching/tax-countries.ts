import type { Database } from '../database/database.js';
import { companyRow } from '../people/queries.js';

/** The countries whose tax an invoice may show: its supplier's (ISO 3166), and the company's own by its tax id. */
export async function taxCountries(db: Database, supplierCountry: string): Promise<string[]> {
  const own = /^[A-Z]{2}/.exec((await companyRow(db))?.taxId ?? '')?.[0];
  return [...new Set([supplierCountry, ...(own === undefined ? [] : [own])])];
}
