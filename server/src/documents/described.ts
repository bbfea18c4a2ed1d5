import { HEADER_FIELDS, ownName, type HeaderField } from '@umber/core/documents';
import type { Database } from '../database/database.js';
import { ownFields } from '../own-fields/queries.js';
import type { Described } from '../readers/xmp.js';
import type { documentHead } from './queries.js';

type Head = NonNullable<Awaited<ReturnType<typeof documentHead>>>;

/** What a document says, for the PDFs that are made of it. */
export const described = async (db: Database, head: Head): Promise<Described> => ({
  kind: head.kind,
  fields: Object.fromEntries(HEADER_FIELDS.map((field) => [field, head[field]])) as Record<HeaderField, string | null>,
  own: (await ownFields(db)).flatMap((field) => {
    const value = head.own[ownName(field)];
    return value === undefined ? [] : [{ key: field.key, value }];
  }),
});
