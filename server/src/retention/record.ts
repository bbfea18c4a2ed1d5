import { stringify } from 'csv-stringify/sync';
import { textOf, type TypedValue } from '@umber/core/exports';
import type { Database } from '../database/database.js';
import { deletedFiles, deletionRows } from './queries.js';

const HEADS = [
  'Original',
  'Came on',
  'Came as',
  'Document',
  'Kind',
  'Supplier',
  'Number',
  'Date',
  'Total',
  'Currency',
  'Kept until',
  'Outcome',
  'At',
  'Files deleted (SHA-256)',
];

/** What a deletion was about and what became of each original, as CSV: what stays of them for whoever asks years later. */
export async function deletionRecord(db: Database, id: number): Promise<Buffer> {
  const gone = new Map((await deletedFiles(db, id)).map((one) => [one.arrivalId, one]));
  const rows = (await deletionRows(db, id, null)).map((row): string[] => {
    const { settledAt, files } = gone.get(row.arrivalId) ?? { settledAt: null, files: [] };
    const cells: TypedValue[] = [
      text(String(row.arrivalId)),
      text(row.receivedOn),
      text(row.name),
      text(row.documentId === null ? null : String(row.documentId)),
      text(row.kind),
      text(row.supplier),
      text(row.number),
      text(row.issueDate),
      { type: 'number', value: row.total },
      text(row.currency),
      text(row.keptUntil),
      text(row.outcome),
      text(settledAt),
      text(files.map(({ name, sha256, bytes }) => `${name} ${sha256} (${bytes} bytes)`).join('; ')),
    ];
    return cells.map((cell) => textOf(cell, { decimalSign: '.', dates: 'yyyy-mm-dd' }));
  });
  return Buffer.from(stringify([HEADS, ...rows], { record_delimiter: '\r\n' }));
}

const text = (value: string | null): TypedValue => ({ type: 'text', value });
