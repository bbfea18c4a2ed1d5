import PDFDocument from 'pdfkit';
import { sum, toAmount } from '@umber/core/money';
import { COMPANY } from '../scenario/company.js';
import type { ScenarioSupplier } from '../scenario/suppliers.js';
import { printed } from './words.js';

/** A letter of a supplier that is no invoice but names some. Amounts are decimal strings in the supplier's currency. */
export interface DrawnLetter {
  readonly supplier: ScenarioSupplier;
  readonly kind: 'reminder' | 'statement';
  /** ISO 8601. */
  readonly date: string;
  /** Below zero: a credit note; without a number: a payment. */
  readonly invoices: readonly { readonly number: string | null; readonly date: string; readonly amount: string }[];
}

const TITLES = { reminder: 'Payment reminder', statement: 'Statement of account' } as const;
const TEXTS = {
  reminder: 'The following has not reached us yet. Please let us know when we may expect it.',
  statement: 'This is how your account stands with us. Please tell us if your books say otherwise.',
} as const;

/** Draws the letter; PDF bytes with a text layer, the same for the same letter. */
export function drawLetter({ supplier, kind, date, invoices }: DrawnLetter): Promise<Buffer> {
  const pdf = new PDFDocument({
    size: 'A4',
    margin: 0,
    info: { Title: TITLES[kind], Producer: 'Demo', CreationDate: new Date(`${date}T08:00:00Z`) },
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve) => {
    pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
    pdf.on('end', () => resolve(Buffer.concat(chunks)));
  });
  const write = (x: number, y: number, text: string, size = 10, font = 'Helvetica') =>
    pdf.font(font).fontSize(size).text(text, x, y, { lineBreak: false });
  write(56, 52, supplier.name, 15, 'Helvetica-Bold');
  supplier.address.forEach((line, i) => write(56, 72 + 13 * i, line, 9));
  [COMPANY.name, ...COMPANY.address].forEach((line, i) => write(56, 150 + 13 * i, line));
  write(56, 250, TITLES[kind], 18, 'Helvetica-Bold');
  write(400, 254, `Date ${date.split('-').reverse().join('/')}`);
  write(56, 290, TEXTS[kind]);
  const columns = [56, 200, 420] as const;
  ['Invoice no.', 'Invoice date', 'Open amount'].forEach((head, i) => write(columns[i], 330, head, 10, 'Helvetica-Bold'));
  invoices.forEach((invoice, i) => {
    const y = 350 + 18 * i;
    write(columns[0], y, invoice.number ?? 'Payment received');
    write(columns[1], y, invoice.date.split('-').reverse().join('/'));
    write(columns[2], y, printed(invoice.amount, 'en'));
  });
  if (kind === 'statement') {
    const y = 362 + 18 * invoices.length;
    write(columns[0], y, 'Balance due', 10, 'Helvetica-Bold');
    write(columns[2], y, printed(toAmount(sum(invoices.map(({ amount }) => amount))), 'en'), 10, 'Helvetica-Bold');
  }
  write(56, 780, `${supplier.name} – VAT no. ${supplier.taxId ?? ''}`, 8);
  pdf.end();
  return done;
}
