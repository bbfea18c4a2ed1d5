import { ownName, type OwnField, type OwnName } from '@umber/core/documents';
import { ownValueSchema } from '@umber/contract/own-fields/schemas';
import { ApiError } from '../api-error.js';
import { maybe, type Database } from '../database/database.js';
import { ownField } from '../own-fields/queries.js';
import { valid } from '../validation.js';

/** A value as it may be given to an own field. @throws ApiError where there is no such field, or it cannot be its value. */
export async function ownValue(db: Database, name: OwnName, level: OwnField['level'], value: string): Promise<string> {
  const field = await ownField(db, name.slice('own:'.length));
  if (field?.level !== level) throw new ApiError('no-such-thing', 'There is no such field any more. Reload the screen.');
  return valid(ownValueSchema(field), value);
}

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
  maybe<{ value: string | null }>(
    db,
    'select own_values ->> $3 as value from document_lines where document_id = $1 and position = $2',
    [id, position, name],
  );

export const updateOwnCell = (db: Database, id: number, position: number, name: OwnName, value: string | null) =>
  db.query(
    `update document_lines set own_values = case when $4::text is null then own_values - $3 else own_values || jsonb_build_object($3::text, $4::text) end
     where document_id = $1 and position = $2`,
    [id, position, name, value],
  );

/** What of the own fields that must be there is not, by their names. */
export const missingOwn = (
  fields: readonly OwnField[],
  head: Readonly<Record<string, string>>,
  lines: readonly Readonly<Record<string, string>>[],
): string[] =>
  fields
    .filter((field) => field.required && (field.level === 'head' ? !head[ownName(field)] : lines.some((line) => !line[ownName(field)])))
    .map(({ name, level }) => (level === 'head' ? name : `${name} of a line`));
