import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';
import { createTransport } from 'nodemailer';
import type { Page } from '@playwright/test';
import type { Stage } from './stage.js';

/** A line of an invoice as it is printed. */
export interface PrintedLine {
  readonly text: string;
  readonly quantity: string;
  readonly price: string;
  readonly amount: string;
}
export interface PrintedInvoice {
  readonly seller: string;
  readonly number: string;
  readonly lines: readonly PrintedLine[];
  readonly net: string;
  readonly tax: string;
  readonly total: string;
  /** What stands before the number. */
  readonly label?: string;
  /** The order's number, under words of the supplier's own. */
  readonly slip?: readonly [words: string, number: string];
  /** Heads of the columns of numbers. */
  readonly heads?: readonly [string, string, string];
}

const [TOP, STEP, LAST] = [170, 17, 740];

/** An invoice of as many pages as its lines take, drawn plainly. */
export async function invoicePdf({
  seller,
  number,
  lines,
  net,
  tax,
  total,
  label = 'Invoice no.',
  slip,
  heads = ['Qty', 'Price', 'Amount'],
}: PrintedInvoice): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  let page = pdf.addPage([595, 842]);
  const write = (x: number, y: number, text: string, size = 9) => page.drawText(text, { x, y: 842 - y, size, font });
  const end = (x: number, y: number, text: string) => write(x - font.widthOfTextAtSize(text, 9), y, text);
  const head = (y: number) => {
    write(50, y, 'Description');
    end(340, y, heads[0]);
    end(430, y, heads[1]);
    end(540, y, heads[2]);
  };
  write(50, 60, seller, 16);
  write(50, 90, `${label} ${number}`.trim());
  write(50, 106, 'Invoice date 20 November 2026');
  write(50, 122, 'Kestrel Fell Railway Ltd, Engine Yard');
  if (slip) {
    write(330, 106, slip[0]);
    write(430, 106, slip[1]);
  }
  head(TOP - 20);
  let y = TOP;
  for (const { text, quantity, price, amount } of lines) {
    if (y > LAST) {
      page = pdf.addPage([595, 842]);
      head(50);
      y = 70;
    }
    write(50, y, text);
    end(340, y, quantity);
    end(430, y, price);
    end(540, y, amount);
    y += STEP;
  }
  y += 14;
  for (const [name, value] of [
    ['Net total', net],
    ['VAT 20 %', tax],
    ['Invoice total', `£${total}`],
  ]) {
    write(380, y, name);
    end(540, y, value);
    y += STEP;
  }
  return Buffer.from(await pdf.save());
}

/** So many lines that multiply and sum, with their totals. */
export function plainInvoice(seller: string, number: string, count: number): PrintedInvoice {
  const words = ['Sleeper bolt', 'Rail clip', 'Ballast fork', 'Signal lamp', 'Grease, tin'];
  const lines = Array.from({ length: count }, (_, i): PrintedLine => {
    const [quantity, price] = [1 + ((i * 7) % 9), 125 + ((i * 37) % 900)];
    return {
      text: `${words[i % words.length]} ${i + 1}`,
      quantity: String(quantity),
      price: (price / 100).toFixed(2),
      amount: ((quantity * price) / 100).toFixed(2),
    };
  });
  const net = lines.reduce((all, { amount }) => all + Math.round(Number(amount) * 100), 0);
  const tax = Math.round(net * 0.2);
  return { seller, number, lines, net: (net / 100).toFixed(2), tax: (tax / 100).toFixed(2), total: ((net + tax) / 100).toFixed(2) };
}

/** Mails a file to the stage's invoices address; resolves when it was taken. */
export async function mailPaper(stage: Stage, filename: string, content: Buffer): Promise<void> {
  const transport = createTransport({ host: '127.0.0.1', port: stage.smtpPort, secure: false, ignoreTLS: true });
  await transport.sendMail({
    from: `accounts@${filename.replace(/\W.*/, '')}.example`,
    to: 'invoices@kestrelfell.example',
    subject: filename,
    text: 'Please find our invoice attached.',
    attachments: [{ filename, content }],
  });
  transport.close();
}

/** The id of the document that a mailed file has become, once it waits in this tray. */
export async function documentOf(page: Page, base: string, number: string, tray = 'check'): Promise<number> {
  for (let tries = 0; tries < 300; tries++) {
    const { rows } = (await (await page.request.get(`${base}/api/trays/${tray}`)).json()) as {
      rows: { id: number; number: string | null }[];
    };
    const row = rows.find((one) => one.number === number);
    if (row) return row.id;
    await page.waitForTimeout(200);
  }
  throw new Error(`${number} did not come to ${tray}`);
}

/**
 * Mails an invoice of three lines with an order's number under the supplier's own words, and an amount that is wrong, so that it waits at Check.
 * @returns the document's id
 */
export async function mailWaiting(stage: Stage, page: Page, seller: string, number: string, slip: string): Promise<number> {
  const invoice = plainInvoice(seller, number, 3);
  const lines = invoice.lines.map((line, i) => (i === 1 ? { ...line, amount: (Number(line.amount) + 1).toFixed(2) } : line));
  await mailPaper(stage, `${number}.pdf`, await invoicePdf({ ...invoice, lines, slip: ['Your slip', slip] }));
  return documentOf(page, stage.base, number);
}
