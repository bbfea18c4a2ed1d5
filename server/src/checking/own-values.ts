import { ownKey, ownName, type OwnField, type OwnName } from '@umber/core/documents';
import { ownValueSchema } from '@umber/contract/own-fields/schemas';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { ownField } from '../own-fields/queries.js';
import { valid } from '../validation.js';

/** A value as it may be given to an own field. @throws ApiError where there is no such field, or it cannot be its value. */
export async function ownValue(db: Database, name: OwnName, level: OwnField['level'], value: string): Promise<string> {
  const field = await ownField(db, ownKey(name));
  if (field?.level !== level) throw new ApiError('no-such-thing', 'There is no such field any more. Reload the screen.');
  return valid(ownValueSchema(field), value);
}

/** What of the own fields that must be there is not, by their names. */
export const missingOwn = (
  fields: readonly OwnField[],
  head: Readonly<Record<string, string>>,
  lines: readonly Readonly<Record<string, string>>[],
): string[] =>
  fields
    .filter((field) => field.required && (field.level === 'head' ? !head[ownName(field)] : lines.some((line) => !line[ownName(field)])))
    .map(({ name, level }) => (level === 'head' ? name : `${name} of a line`));
