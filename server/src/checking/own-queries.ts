import type { OwnName } from '@umber/core/documents';
import { maybe, type Database } from '../database/database.js';

export const ownFieldValue = async (db: Database, id: number, name: OwnName) =>
  (await maybe<{ value: string | null }>(db, 'select own_values ->> $2 as value from documents where id = $1', [id, name]))?.value ?? null;

/** Null: the pages do not show it. */
export const updateOwnValue = (db: Database, id: number, name: OwnName, value: string | null) =>
  db.query(
    `update documents set own_values = case when $3::text is null then own_values - $2 else own_values || jsonb_build_object($2::text, $3::text) end,
       version = version + 1 where id = $1`,
    [id, name, value],
  );

export const ownCellValue = (db: Database, id: number, position: number, name: OwnName) =>
  maybe<{ value: string | null }>(db, 'select own_values ->> $3 as value from document_lines where document_id = $1 and position = $2', [
    id,
    position,
    name,
  ]);

export const updateOwnCell = (db: Database, id: number, position: number, name: OwnName, value: string | null) =>
  db.query(
    `update document_lines set own_values = case when $4::text is null then own_values - $3 else own_values || jsonb_build_object($3::text, $4::text) end
     where document_id = $1 and position = $2`,
    [id, position, name, value],
  );
