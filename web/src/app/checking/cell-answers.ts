import { holdsNumber, isOwnName, type LineCell, type OwnName } from '@umber/core/documents';
import { productOf } from '@umber/core/arithmetic';
import { decimal, toAmount } from '@umber/core/money';
import type { DocumentView, DoubtView, LineView } from '@umber/contract/documents';
import { makeNet } from './printed-sums';
import { evidenceText } from '../reading/sentences';
import { CELL_NAMES, shownCell } from './questions';

/** One way to answer a doubt about a line: puts a value into a cell, or keeps what stands there. */
export interface CellAnswer {
  readonly text: string;
  readonly reason: string;
  /** Null: it is right as it stands. */
  readonly change: { readonly cell: LineCell | OwnName; readonly value: string } | null;
}

const isNice = (value: string): boolean => /^-?\d{1,7}(\.\d{1,3})?$/.test(value);

/** What a cell must be so that quantity × price is the amount, by the two others; null where it does not come out even. */
export function computedCell(cell: LineCell, { cells }: LineView): string | null {
  const { quantity, unitPrice, netAmount } = cells;
  if (cell === 'netAmount') return productOf(cells);
  const by = cell === 'quantity' ? unitPrice : cell === 'unitPrice' ? quantity : null;
  if (by === null || netAmount === null || decimal(by).isZero()) return null;
  const value = decimal(netAmount).div(by).toDecimalPlaces(4).toString();
  return isNice(value) && toAmount(decimal(value).times(by)) === toAmount(netAmount) ? value : null;
}

/** Whether the lines make the net total with this amount in one of them. */
const closes = (document: DocumentView, at: number, value: string): boolean =>
  makeNet(
    document,
    document.lines.map(({ cells, position }) => (position === at ? value : cells.netAmount)),
  );

const FACTORS: readonly LineCell[] = ['netAmount', 'unitPrice', 'quantity'];

/** The answers to a doubt about a cell of the company's own. */
function answersToOwnCell(cell: OwnName, { own, read }: LineView): CellAnswer[] {
  const value = own[cell] ?? null;
  const others = (read?.own?.[cell]?.alternatives ?? [])
    .filter((other) => other.value !== value)
    .map((other): CellAnswer => ({
      text: shownCell(cell, other.value),
      reason: evidenceText(other.why),
      change: { cell, value: other.value },
    }));
  const present: CellAnswer =
    value === null ? { text: 'Leave it empty', reason: '', change: null } : { text: value, reason: 'as it stands', change: null };
  return value === null ? [...others, present] : [present, ...others];
}

/** The answers to a doubt about a line, likeliest first: the first is what Enter takes. */
export function answersToCell(doubt: DoubtView, line: LineView, document: DocumentView): CellAnswer[] {
  if (doubt.field !== null && isOwnName(doubt.field)) return answersToOwnCell(doubt.field, line);
  const cell = doubt.field as LineCell;
  const taken = new Set<string>();
  const change = (of: LineCell, value: string, reason: string): CellAnswer[] => {
    const key = `${of}=${value}`;
    if (taken.has(key) || value === line.cells[of]) return [];
    taken.add(key);
    const shut = of === 'netAmount' && closes(document, line.position, value);
    const name = of === cell && doubt.question.code !== 'product-differs' ? '' : `${CELL_NAMES[of]} `;
    return [
      {
        text: `${name}${shownCell(of, value)}`,
        reason: shut ? `${reason}; all lines then make the net` : reason,
        change: { cell: of, value },
      },
    ];
  };
  const read = (of: LineCell) => (line.read?.[of]?.alternatives ?? []).flatMap((other) => change(of, other.value, evidenceText(other.why)));
  const computed = (of: LineCell) => {
    const value = computedCell(of, line);
    return value === null ? [] : change(of, value, 'the other two make this');
  };
  const value = line.cells[cell] ?? null;
  const asItStands: CellAnswer = {
    text: doubt.question.code === 'product-differs' ? 'Right as it stands' : value === null ? 'Leave it empty' : shownCell(cell, value),
    reason: doubt.question.code === 'product-differs' ? 'a discount, or their own rounding' : value === null ? '' : 'as it stands',
    change: null,
  };
  if (doubt.question.code === 'product-differs') {
    const all = [...FACTORS.flatMap(read), ...FACTORS.flatMap(computed)].filter(
      ({ change: made }) => made !== null && multiplies(line, made),
    );
    const isRight = makeNet(document);
    // Where the amounts make the net, no amount is wrong; where they do not, the one that closes the sum is.
    const rank = ({ change: made, reason }: CellAnswer): number =>
      made?.cell === 'netAmount' ? (isRight ? 9 : reason.includes('then make the net') ? 0 : 4) : isRight ? 1 : 3;
    return [...all.sort((a, b) => rank(a) - rank(b)).slice(0, 3), asItStands];
  }
  const others = [...read(cell), ...(holdsNumber(cell) ? computed(cell) : [])];
  return (value === null ? [...others, asItStands] : [asItStands, ...others]).slice(0, 4);
}

/** Whether quantity × price is the amount once a cell is changed so. */
function multiplies({ cells }: LineView, { cell, value }: NonNullable<CellAnswer['change']>): boolean {
  const after = { ...cells, [cell]: value };
  return after.netAmount !== null && productOf(after) === toAmount(after.netAmount);
}
