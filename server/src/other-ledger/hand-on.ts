import { stringify } from 'csv-stringify/sync';
import Joi from 'joi';
import { noFormula } from '@umber/core/text';
import { inTransaction, type Pool } from '../database/database.js';
import { retryAfter } from '../intake/retry.js';
import type { Services } from '../services.js';
import {
  entriesToHand,
  entryAccepted,
  entryRefused,
  handedLines,
  handsEntries,
  insertBatch,
  noteAnswered,
  noteUnanswered,
  takeBatch,
  unanswered,
  type DueBatch,
  type HandedLine,
} from './queries.js';

/** Entries in one batch. */
const TOGETHER = 200;
const PATIENCE = 30_000;
/** Bytes of an answer that are read. */
const MOST_ANSWER = 4_000_000;

const COLUMNS: readonly (readonly [keyof HandedLine, string])[] = [
  ['entry', 'entry'],
  ['date', 'date'],
  ['period', 'period'],
  ['text', 'text'],
  ['currency', 'currency'],
  ['rate', 'rate'],
  ['account', 'account'],
  ['costCentre', 'cost centre'],
  ['taxCode', 'tax code'],
  ['supplier', 'supplier'],
  ['supplierTaxId', 'supplier tax id'],
  ['document', 'document'],
  ['debit', 'debit'],
  ['credit', 'credit'],
];

/** A batch as CSV (RFC 4180): a row for each line of an entry, amounts with a point and two decimals, days by ISO 8601. */
export const csvOf = (lines: readonly HandedLine[]): string =>
  stringify([COLUMNS.map(([, head]) => head), ...lines.map((line) => COLUMNS.map(([column]) => noFormula(String(line[column] ?? ''))))], {
    record_delimiter: 'windows',
  });

interface LedgerAnswer {
  readonly accepted: readonly { readonly entry: number; readonly number: string }[];
  readonly refused: readonly { readonly entry: number; readonly reason: string }[];
}
const entry = Joi.number().integer().positive().required();
const answerSchema = Joi.object<LedgerAnswer>({
  accepted: Joi.array()
    .items(Joi.object({ entry, number: Joi.string().max(80).required() }).unknown())
    .required(),
  refused: Joi.array()
    .items(Joi.object({ entry, reason: Joi.string().max(500).required() }).unknown())
    .required(),
}).unknown();

/** Makes a batch of the entries whose turn it is, and hands on the one that is due. @returns how much there was to do. */
export async function handOn({ pool, ledgerUrl }: Pick<Services, 'pool' | 'ledgerUrl'>): Promise<number> {
  if (ledgerUrl === null || !(await handsEntries(pool))) return 0;
  const made = await inTransaction(pool, async (db) => {
    const entries = await entriesToHand(db, TOGETHER);
    if (entries.length > 0) await insertBatch(db, csvOf(await handedLines(db, entries)), entries);
    return entries.length;
  });
  const batch = await takeBatch(pool);
  if (batch) await hand(pool, ledgerUrl, batch);
  return made + (batch ? 1 : 0);
}

async function hand(pool: Pool, url: string, { id, csv, tries, key }: DueBatch): Promise<void> {
  const later = (status: number | null, fault: string, isTheirs: boolean) =>
    noteUnanswered(pool, id, status, fault, isTheirs ? null : retryAfter(tries));
  let response: Response;
  let text: string;
  try {
    response = await fetch(url, {
      method: 'POST',
      headers: { 'Content-Type': 'text/csv; charset=utf-8', 'Idempotency-Key': key },
      body: csv,
      redirect: 'error',
      signal: AbortSignal.timeout(PATIENCE),
    });
    text = await response.text();
  } catch {
    await later(null, 'The other ledger does not answer.', false);
    return;
  }
  if (!response.ok) {
    // What it finds wrong with the whole batch is wrong the next time as well.
    const isTheirs = response.status >= 400 && response.status < 500 && response.status !== 429 && response.status !== 408;
    await later(response.status, `The other ledger answered with ${response.status}.`, isTheirs);
    return;
  }
  const answer = text.length > MOST_ANSWER ? null : answerIn(text);
  if (!answer) {
    await later(response.status, 'The other ledger’s answer could not be read.', false);
    return;
  }
  const left = await inTransaction(pool, async (db) => {
    for (const one of answer.accepted) await entryAccepted(db, id, one.entry, one.number);
    for (const one of answer.refused) await entryRefused(db, id, one.entry, one.reason);
    return unanswered(db, id);
  });
  if (left.length === 0) await noteAnswered(pool, id, response.status);
  else
    await later(response.status, `It said nothing of the entries ${left.slice(0, 10).join(', ')}${left.length > 10 ? ' …' : ''}.`, false);
}

function answerIn(text: string): LedgerAnswer | null {
  try {
    const { value, error } = answerSchema.validate(JSON.parse(text));
    return error ? null : value;
  } catch {
    return null;
  }
}
