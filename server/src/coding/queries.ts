import { many, type Database, maybe } from '../database/database.js';

export const codingLists = async (db: Database) => ({
  accounts: await many<{ number: string; name: string }>(
    db,
    "select number, name from accounts where kind in ('expense', 'asset') and purpose is null order by number",
  ),
  costCentres: await many<{ code: string; name: string }>(db, 'select code, name from cost_centres order by code'),
});

export const knowsCoding = (db: Database, account: string, costCentre: string) =>
  maybe<{ ok: boolean }>(db, 'select true as ok from accounts a, cost_centres c where a.number = $1 and c.code = $2', [
    account,
    costCentre,
  ]);
