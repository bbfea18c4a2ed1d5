import type { DocumentView } from '@umber/contract/documents';
import { decimal, type DecimalString } from '@umber/core/money';
import { checkSums, linesFitNet, type PrintedSums, type SumCheck } from '@umber/core/arithmetic';

/** What a document's page prints, as it is read so far. */
export const printedSums = ({ fields, lines, discount, carriage }: DocumentView): PrintedSums => ({
  lines: lines.map(({ cells }) => cells.netAmount),
  rates: lines.map(({ cells }) => cells.taxRate),
  net: fields.netTotal.value,
  tax: fields.taxTotal.value,
  gross: fields.grossTotal.value,
  discount,
  carriage,
});

/** The arithmetic of a document as it stands. */
export function sumsOf({ lines, discount, carriage, fields }: DocumentView): SumCheck {
  const { value: net } = fields.netTotal;
  return checkSums(
    lines.map(({ cells }) => cells.netAmount),
    { net, tax: fields.taxTotal.value, gross: fields.grossTotal.value, discount, carriage },
  );
}

/** Whether the lines make the net total, or the total where there is none; with other amounts than theirs where such are given. */
export function makeNet(document: DocumentView, amounts?: readonly (DecimalString | null)[]): boolean {
  const { lines, net, gross, discount, carriage } = printedSums(document);
  return linesFitNet(amounts ?? lines, net ?? gross, discount, carriage);
}

/** The lines of one tax rate: how many there are, and what they come to. */
export interface RateSum {
  /** Percent; null: the lines show none. */
  readonly rate: DecimalString | null;
  readonly lines: number;
  readonly net: DecimalString;
}

/** The sums of the lines by tax rate, the highest first. */
export function sumsByRate({ lines }: DocumentView): RateSum[] {
  const rates = new Map<string | null, { lines: number; net: ReturnType<typeof decimal> }>();
  for (const { cells } of lines) {
    const rate = cells.taxRate === null ? null : decimal(cells.taxRate).toString();
    const known = rates.get(rate) ?? { lines: 0, net: decimal('0') };
    rates.set(rate, { lines: known.lines + 1, net: known.net.plus(cells.netAmount ?? '0') });
  }
  return [...rates]
    .map(([rate, { lines: count, net }]) => ({ rate, lines: count, net: net.toFixed(2) }))
    .sort((a, b) => Number(b.rate ?? -1) - Number(a.rate ?? -1));
}
