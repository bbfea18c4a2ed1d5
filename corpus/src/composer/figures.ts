import { addDays } from '@umber/core/dates';
import { Decimal } from '@umber/core/money';
import type { Random } from '@umber/demo/random';
import type { Truth } from '../truth.js';
import type { DrawnInvoice, DrawnLine } from '../model.js';
import { captionOf } from './captions.js';
import { amountText, type AmountStyle } from './shapes.js';
import type { Sheet } from './sheet.js';

/** What a document is drawn with. Places and sizes in points. */
export interface Drawing {
  readonly random: Random;
  readonly invoice: DrawnInvoice;
  readonly sheet: Sheet;
  readonly size: number;
  readonly left: number;
  readonly right: number;
  readonly amounts: AmountStyle;
  readonly phenomena: Set<string>;
  /** An ISO date as this document prints it. */
  readonly dated: (iso: string) => string;
}

interface Column {
  readonly head: string;
  readonly text: (line: DrawnLine, at: number) => string;
  readonly width: number;
  readonly align: 'left' | 'right';
}

const plain = (value: Decimal) => value.toFixed(Math.max(2, value.decimalPlaces()));
/** A quantity with its own decimals. */
const quantityText = (value: Decimal, decimal: string) => value.toString().replace('.', decimal);

/** The line table from `top` on; where it ends, and its lines as they should be read. */
export function drawTable(drawing: Drawing, top: number): { end: number; lines: Truth['lines'] } {
  const { random, invoice, sheet, size, left, right, amounts } = drawing;
  const bare = { ...amounts, before: '', behind: '' };
  const heads = invoice.phrases.columns;
  const has = (pick: (line: DrawnLine) => unknown) => invoice.lines.some((line) => pick(line) !== null);
  const small: Column[] = [];
  if (random.chance(0.3)) small.push({ head: random.pick(heads.pos), text: (_, at) => String(at + 1), width: 25, align: 'left' });
  if (has((line) => line.item)) small.push({ head: random.pick(heads.item), text: (line) => line.item ?? '', width: 62, align: 'left' });
  const quantity: Column = {
    head: random.pick(heads.quantity),
    text: (line) => (line.quantity === null ? '' : quantityText(line.quantity, amounts.decimal)),
    width: 45,
    align: random.chance(0.7) ? 'right' : 'left',
  };
  const description: Column = { head: random.pick(heads.description), text: (line) => line.description, width: 0, align: 'left' };
  const figures: Column[] = [];
  if (random.chance(0.4)) figures.push({ head: random.pick(heads.unit), text: (line) => line.unit ?? '', width: 38, align: 'left' });
  figures.push({
    head: random.pick(heads.price),
    text: (line) => (line.price === null ? '' : amountText(plain(line.price), bare)),
    width: 62,
    align: 'right',
  });
  if (has((line) => line.discount))
    figures.push({ head: random.pick(heads.discount), text: (line) => line.discount?.toString() ?? '', width: 38, align: 'right' });
  if (random.chance(0.4)) figures.push({ head: random.pick(heads.rate), text: (line) => line.rate, width: 38, align: 'right' });
  figures.push({ head: random.pick(heads.net), text: (line) => amountText(plain(line.net), bare), width: 72, align: 'right' });
  const columns = random.chance(0.35) ? [quantity, ...small, description, ...figures] : [...small, description, quantity, ...figures];
  const fixed = columns.reduce((sum, column) => sum + column.width, 0);
  const place = (row: (column: Column) => string, y: number, print: number) => {
    let x = left;
    for (const column of columns) {
      const width = column === description ? right - left - fixed : column.width;
      const text = row(column);
      if (text !== '') sheet.put(column.align === 'left' ? x : x + width - 6, y, text, { size: print, align: column.align });
      x += width;
    }
  };
  place((column) => column.head, top, Math.min(size, 9));
  let y = top + 1.9 * size;
  const step = random.pick([1.5, 1.8, 2.2]) * size;
  const grouped = random.chance(0.12);
  const delivered = captionOf(random, invoice.phrases, 'delivery').text;
  if (grouped) drawing.phenomena.add('lines by delivery');
  const room = Math.floor((right - left - fixed) / (0.56 * size));
  const described = (line: DrawnLine) => line.description.split('\n')[0].slice(0, room).trim();
  invoice.lines.forEach((line, at) => {
    if (grouped && at % 3 === 0) {
      sheet.put(left, y, `${delivered} ${random.digits(6)} ${drawing.dated(addDays(invoice.issueDate, at - 12))}`, { size });
      y += step;
    }
    place((column) => (column === description ? described(line) : column.text(line, at)), y, size);
    y += step;
  });
  const shows = (head: readonly string[]) => columns.some((column) => head.includes(column.head));
  return {
    end: y + size,
    lines: invoice.lines.map((line) => ({
      itemNumber: shows(heads.item) ? line.item : null,
      description: described(line),
      quantity: line.quantity?.toString() ?? null,
      unit: shows(heads.unit) ? line.unit : null,
      unitPrice: line.price === null ? null : plain(line.price),
      netAmount: plain(line.net),
      taxRate: line.rate.replace(',', '.'),
    })),
  };
}

/** The totals from `top` on; where they end. */
export function drawTotals({ random, invoice, sheet, size, right, amounts, phenomena }: Drawing, top: number): number {
  const { phrases } = invoice;
  const rows: (readonly [string, Decimal])[] = [];
  if (invoice.discount || invoice.carriage) {
    const goods = invoice.lines.reduce((sum, line) => sum.plus(line.net), new Decimal(0));
    if (random.chance(0.7)) rows.push([random.pick(phrases.goods), goods]);
    if (invoice.discount) rows.push([random.pick(phrases.discount), invoice.discount.neg()]);
    if (invoice.carriage) rows.push([random.pick(phrases.carriage), invoice.carriage]);
  }
  rows.push([random.pick(phrases.net), invoice.net]);
  for (const { rate, tax } of invoice.taxes) rows.push([`${random.pick(phrases.tax).replace(/ (@|at)$/, '')} ${rate} %`, tax]);
  if (invoice.taxes.length > 1) phenomena.add('several rates');
  rows.push([random.pick(phrases.gross), invoice.gross]);
  if (invoice.previous) rows.push([random.pick(phrases.previous), invoice.previous]);
  if (invoice.paid) rows.push([random.pick(phrases.paid), invoice.paid.neg()]);
  if (invoice.paid || invoice.previous || random.chance(0.2)) rows.push([random.pick(phrases.toPay), invoice.due]);
  const labels = right - random.pick([150, 190, 230]);
  rows.forEach(([label, value], i) => {
    sheet.put(labels, top + i * 1.5 * size, label, { size });
    sheet.put(right - 6, top + i * 1.5 * size, amountText(plain(value), amounts), { size, align: 'right' });
  });
  return top + rows.length * 1.5 * size;
}
