import { lineToBlame, owedSums, productOf, type PrintedSums } from '@umber/core/arithmetic';
import { EMPTY_CELLS } from '@umber/core/documents';
import { decimal, sum, toAmount } from '@umber/core/money';
import type { Disputing } from '@umber/contract/checking';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import type { Database, Pool } from '../database/database.js';
import { settleDoubtsAbout } from '../documents/change-queries.js';
import { amountsOf, EMPTY_LINE, linesOf, setDispute, settleDoubtsOfLine, storeLines, updateField, type StoredLine } from './queries.js';
import { aStep } from './steps.js';
import { lookAtSums } from './sums.js';

/**
 * States that the page itself is wrong: its sums do not follow from one another. What it prints is kept beside what is owed, and the
 * document goes on with sums that agree. @throws ApiError where it does not contradict itself, or lacks what is owed by.
 */
export function disputeSums(pool: Pool, id: number, person: Person, { version, owed, difference: words }: Disputing): Promise<void> {
  return aStep(pool, id, version, person, async (db) => {
    const amounts = await amountsOf(db, id);
    if (!amounts) throw new ApiError('no-such-document');
    const lines = await linesOf(db, id);
    const printed: PrintedSums = {
      lines: lines.map(({ cells }) => cells.netAmount),
      rates: lines.map(({ cells }) => cells.taxRate),
      net: amounts.net,
      tax: amounts.tax,
      gross: amounts.gross,
      discount: amounts.discount,
      carriage: amounts.carriage,
    };
    const [sums, other] = [owedSums(owed, printed), owedSums(owed === 'lines' ? 'printed' : 'lines', printed)];
    if (!sums)
      throw new ApiError(
        'incomplete',
        owed === 'lines'
          ? 'A line has no amount yet. Give it one, or owe what is printed.'
          : 'No total is there. Type it, or owe what the lines come to.',
      );
    if (sums.gross === (other?.gross ?? sums.gross) && decimal(sums.difference).isZero() && decimal(other?.difference ?? '0').isZero())
      throw new ApiError('incomplete', 'The sums of this page agree: there is nothing to dispute.');
    const blamed = await makeGood(db, id, lines, sums.difference, words);
    await updateField(db, id, 'netTotal', sums.net);
    await updateField(db, id, 'taxTotal', sums.tax);
    await updateField(db, id, 'grossTotal', sums.gross);
    await updateField(db, id, 'amountDue', sums.gross);
    const all = printed.lines.filter((amount) => amount !== null);
    const dispute = {
      owed,
      amount: sums.gross,
      lines: toAmount(sum(all)),
      net: amounts.net,
      tax: amounts.tax,
      gross: amounts.gross,
      other: other?.gross ?? null,
      line: blamed,
    };
    await setDispute(db, id, { ...dispute, by: person.name });
    const settled = blamed ?? off(lines);
    if (settled !== null) await settleDoubtsOfLine(db, id, settled, person.id);
    for (const field of ['netTotal', 'taxTotal', 'grossTotal', 'amountDue', 'lines'])
      await settleDoubtsAbout(db, id, field, null, person.id);
    await lookAtSums(db, id, person.id);
    return { code: 'disputed', ...dispute };
  });
}

/** The first line whose amount is not its quantity × price. */
function off(lines: readonly StoredLine[]): number | null {
  const at = lines.findIndex(({ cells }) => productOf(cells) !== null && productOf(cells) !== cells.netAmount);
  return at < 0 ? null : at;
}

/**
 * Makes the lines come to what is owed: the line whose quantity × price closes the gap has that amount, else a line of its own has the
 * difference. Returns the line to blame, 0-based; null where none is.
 */
async function makeGood(db: Database, id: number, lines: readonly StoredLine[], difference: string, words: string): Promise<number | null> {
  if (decimal(difference).isZero()) return null;
  const cells = lines.map((line) => line.cells);
  const blamed = lineToBlame(cells, difference);
  const amended =
    blamed === null
      ? [...lines, { ...EMPTY_LINE, cells: { ...EMPTY_CELLS, description: words, netAmount: difference } }]
      : lines.map((line, i) => (i === blamed ? { ...line, cells: { ...line.cells, netAmount: productOf(line.cells) } } : line));
  await storeLines(db, id, amended);
  return blamed;
}
