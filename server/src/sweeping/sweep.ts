import { holdsDate, LINE_CELLS, type HeaderField, type LineCell } from '@umber/core/documents';
import { contains, middleX, middleY } from '@umber/core/geometry';
import { decimal, isDecimalString } from '@umber/core/money';
import type { SweepAnswer, SweepItem, SweepKind, SweepResult, SweepUndo } from '@umber/contract/sweeping';
import type { Person } from '@umber/contract/people';
import { ApiError, refusalOf } from '../api-error.js';
import type { Pool } from '../database/database.js';
import { newestStep } from '../documents/step-queries.js';
import { cellValue, fieldValue, openDoubts } from '../checking/queries.js';
import { undo } from '../checking/steps.js';
import { changeCell, changeField, settleAsRead } from '../checking/values.js';
import type { Services } from '../services.js';
import { pagesOfDocuments, plainDoubts } from './queries.js';

const MOST_ITEMS = 600;

const isCell = (field: string): field is LineCell => (LINE_CELLS as readonly string[]).includes(field);

function kindOf(field: HeaderField | LineCell, line: number | null): SweepKind {
  if (line !== null) return 'lines';
  if (holdsDate(field)) return 'dates';
  if (field === 'taxTotal') return 'tax';
  if (field === 'netTotal' || field === 'grossTotal' || field === 'amountDue') return 'totals';
  if (field === 'orderReference') return 'orders';
  return field === 'sellerName' ? 'names' : 'numbers';
}

/** All doubted values at Check that can be judged by their look alone: those with a value and a place. */
export async function sweepItems({ pool, today }: Services): Promise<SweepItem[]> {
  const doubts = await plainDoubts(pool, today(), MOST_ITEMS);
  const pages = await pagesOfDocuments(pool, [...new Set(doubts.map(({ document }) => document))]);
  return doubts.flatMap(({ id, document, field, line, question, supplier, currency, reading, readLine }): SweepItem[] => {
    const read =
      line === null ? reading.fields[field as HeaderField] : readLine === null ? null : reading.lines[readLine]?.[field as LineCell];
    const page = pages.find((one) => one.document === document && one.number === read?.page);
    if (!read?.box || !page) return [];
    const { box } = read;
    const words = page.words.filter((word) => contains(box, middleX(word), middleY(word), 1));
    return [
      {
        document,
        doubt: id,
        kind: kindOf(field, line),
        field,
        line,
        question,
        value: read.value,
        supplier,
        currency,
        page: { number: page.number, turned: page.turned, straightened: page.straightened, width: page.width, height: page.height },
        box,
        words: words.map(({ text, x, y, width, height }) => ({ text, x, y, width, height })),
      },
    ];
  });
}

/** Takes each answer by itself: one that can no longer be taken does not keep the others from being taken. */
export async function sweep({ pool }: Services, person: Person, answers: readonly SweepAnswer[]): Promise<SweepResult[]> {
  const results: SweepResult[] = [];
  for (const answer of answers) {
    const refused = await refusalOf(() => take(pool, person, answer));
    const step = refused ? null : await newestStep(pool, answer.document);
    results.push({ document: answer.document, doubt: answer.doubt, step, message: refused?.message ?? null });
  }
  return results;
}

/** @throws ApiError where the doubt is settled already, or its value another than was shown. */
async function take(pool: Pool, person: Person, { document, doubt, shown, value }: SweepAnswer): Promise<void> {
  const open = (await openDoubts(pool, document)).find(({ id }) => id === doubt);
  if (!open?.field) throw new ApiError('no-such-thing', 'Somebody settled it in the meantime.');
  const { field, line } = open;
  const now =
    line !== null && isCell(field)
      ? ((await cellValue(pool, document, line, field))?.value ?? null)
      : await fieldValue(pool, document, field as HeaderField);
  if (now === null || !isSame(now, shown)) throw new ApiError('stale', 'It was changed in the meantime.');
  if (value === null) await settleAsRead(pool, document, person, doubt, { version: null });
  else if (line !== null && isCell(field)) await changeCell(pool, document, person, line, field, { version: null, value });
  else await changeField(pool, document, person, field as HeaderField, { version: null, value });
}

/** Whether two values are the same, as numbers where they are some: what is kept has other noughts than what was read. */
const isSame = (a: string, b: string): boolean => a === b || (isDecimalString(a) && isDecimalString(b) && decimal(a).eq(b));

/** Takes back what a stroke did, newest first; what somebody has gone on from stays, and is told. */
export async function takeBack({ pool }: Services, person: Person, { steps }: SweepUndo): Promise<SweepResult[]> {
  const results: SweepResult[] = [];
  for (const { document, step } of [...steps].sort((a, b) => b.step - a.step)) {
    const refused = await refusalOf(async () => {
      if ((await newestStep(pool, document)) !== step) throw new ApiError('stale', 'Somebody has gone on from it.');
      await undo(pool, document, person, { version: null, step });
    });
    results.push({ document, doubt: 0, step: refused ? null : step, message: refused?.message ?? null });
  }
  return results;
}
