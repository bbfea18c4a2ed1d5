import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import Joi from 'joi';
import type { HabitsFile } from '@umber/contract/habits';
import { DOCUMENT_KINDS, HEADER_FIELDS, LINE_CELLS } from '@umber/core/documents';
import { isOneSupplier, marksOf, taughtBy, type SupplierHabits, type Taught } from '@umber/core/habits';
import type { ReaderPool } from '../readers/reader-pool.js';
import { documentsOfFile } from '../separating/documents-of-file.js';
import { UnreadableHabits } from './habits-file.js';

const value = Joi.string().allow(null).max(2000);
const valuesOf = (names: readonly string[]) => Joi.object(Object.fromEntries(names.map((name) => [name, value]))).unknown(true);
const truthSchema = Joi.object({
  documents: Joi.array()
    .items(
      Joi.object({
        pages: Joi.array().items(Joi.number().integer().positive()).min(1).required(),
        kind: Joi.string()
          .valid(...DOCUMENT_KINDS)
          .required(),
        fields: valuesOf(HEADER_FIELDS).required(),
        lines: Joi.array().items(valuesOf(LINE_CELLS)).required(),
      }).unknown(true),
    )
    .min(1)
    .required(),
}).unknown(true);

interface Truth {
  readonly documents: readonly (Taught & { readonly pages: readonly number[] })[];
}

/** What a file holds, as a text says it; `name` is what the text is called. */
function truthOf(text: string): Truth {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new UnreadableHabits('What the document holds is no JSON.');
  }
  const { error, value } = truthSchema.validate(data) as { error?: Error; value: Truth };
  if (error) throw new UnreadableHabits(`What the document holds is not said as it must be: ${error.message}.`);
  return value;
}

/**
 * The habits after the documents of a file were taught, and how many things were learned of them.
 * @throws UnreadableHabits, UnreadableFile
 */
export async function taughtFrom(
  pool: ReaderPool,
  known: HabitsFile,
  path: string,
  truth: string,
): Promise<{ readonly habits: HabitsFile; readonly learned: number }> {
  const told = truthOf(truth);
  const { documents } = await documentsOfFile(pool, await readFile(path), path);
  let suppliers = [...known.suppliers];
  let learned = 0;
  for (const { pages, numberOf, coverText } of documents) {
    const numbers = pages.map(({ page }) => numberOf(page));
    const taught = told.documents.find((one) => one.pages.some((page) => numbers.includes(page)));
    if (!taught) continue;
    const marks = marksOf(taught.fields);
    const before = suppliers.find((supplier) => !supplier.everyone && isOneSupplier(supplier.marks, marks)) ?? null;
    const after: SupplierHabits = taughtBy(before, pages, taught, basename(path), { coverText });
    learned += after.kept.filter(({ from }) => from === basename(path)).length;
    suppliers = before ? suppliers.map((supplier) => (supplier === before ? after : supplier)) : [...suppliers, after];
  }
  return { habits: { ...known, suppliers }, learned };
}
