import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib';
import { DEMO_PASSWORD } from '@umber/demo/scenario';
import { openPool } from '@umber/server/database/database';
import { chromium, type CDPSession, type Page } from 'playwright-core';
import { Installation } from './installation.js';

const [IN_TRAY, SCANNED_PAGES, ROUNDS, LINES, IN_A_ROW] = [500, 10, 40, 200, 100];
const WANTED = { median: 100, p95: 200, typing: 30 };

/**
 * How fast the desk answers in a real browser, with 500 documents in the tray, each of ten pages: from the key to the next document painted, from a
 * key typed to its paint with 200 lines, and what a hundred documents in a row leave behind. The baseline is an empty page of the same server.
 */
export async function benchChecking(ownerUrl: string): Promise<void> {
  const installation = new Installation(ownerUrl, 41_837, 41_845);
  await installation.begin();
  const pool = openPool(ownerUrl, 2, 'upkeep');
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--js-flags=--expose-gc'],
  });
  try {
    await installation.mail('long', { files: [{ filename: 'long.pdf', content: await longInvoice() }] });
    let id: number | undefined;
    while (id === undefined) {
      const { rows } = await pool.query<{ id: number }>("select id from documents where tray = 'check' limit 1");
      id = rows[0]?.id === undefined ? undefined : Number(rows[0].id);
      await new Promise((resolve) => setTimeout(resolve, 300));
    }
    await pool.query(MULTIPLY, [id, IN_TRAY - 1]);
    await pool.query('analyze');
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    const session = await page.context().newCDPSession(page);
    await page.goto(`${installation.origin}/sign-in`);
    await page.getByLabel('Login').fill('nell');
    await page.getByLabel('Password').fill(DEMO_PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL(/tray/);
    const empty = await timed(page, ROUNDS, async () => {
      await page.evaluate('new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))');
    });
    await page.locator('tbody tr').first().click();
    await page.locator('umber-doubt-card').waitFor();
    const next = await timed(page, ROUNDS, () => toNext(page));
    await page.keyboard.press('l');
    const cell = page.getByLabel('Line 3 Description');
    await cell.click();
    const typing = await timed(page, ROUNDS, async () => {
      await page.keyboard.type('a');
      await page.evaluate('new Promise((done) => requestAnimationFrame(() => setTimeout(done)))');
    });
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
    console.log(`\n                                                  median       p95    ratio to an empty frame   wanted`);
    print('an empty frame', empty, empty, '');
    print(`key to next document painted (${IN_TRAY} in tray)`, next, empty, `≤ ${WANTED.median}, ${WANTED.p95} ms`);
    print(`a letter typed to its paint (${LINES} lines)`, typing, empty, `≤ ${WANTED.typing} ms`);
    await timed(page, 20, () => toNext(page));
    const before = await leftBehind(session);
    await timed(page, IN_A_ROW, () => toNext(page));
    const after = await leftBehind(session);
    console.log(
      `\n${IN_A_ROW} documents in a row leave ${after.nodes - before.nodes} nodes and ${after.listeners - before.listeners} listeners behind.`,
    );
  } finally {
    await browser.close();
    await pool.end();
    await installation.end();
  }
}

/** Parks nothing, settles nothing: goes on by the key for the next document, until its first page and its question are painted. */
async function toNext(page: Page): Promise<void> {
  const was = page.url();
  await page.keyboard.press('.');
  await page.waitForFunction(
    (url) =>
      location.href !== url &&
      document.querySelector('umber-doubt-card') !== null &&
      Array.from(document.querySelectorAll<HTMLImageElement>('umber-page-flow img')).some(
        (image) => image.complete && image.naturalWidth > 0,
      ),
    was,
    { polling: 'raf' },
  );
}

async function timed(page: Page, rounds: number, work: () => Promise<unknown>): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < rounds; i++) {
    const begun = performance.now();
    await work();
    times.push(performance.now() - begun);
    // As long as a person looks at least: what comes next is fetched meanwhile.
    await page.waitForTimeout(250);
  }
  return times;
}

async function leftBehind(session: CDPSession): Promise<{ nodes: number; listeners: number }> {
  await session.send('HeapProfiler.collectGarbage');
  await session.send('HeapProfiler.collectGarbage');
  const { nodes, jsEventListeners } = await session.send('Memory.getDOMCounters');
  return { nodes, listeners: jsEventListeners };
}

const sorted = (times: readonly number[]): number[] => [...times].sort((a, b) => a - b);
const at = (times: readonly number[], share: number): number =>
  sorted(times)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? NaN;

function print(name: string, times: readonly number[], base: readonly number[], wanted: string): void {
  const numbers = [at(times, 0.5), at(times, 0.95)].map((ms) => `${ms.toFixed(1).padStart(7)} ms`).join('');
  console.log(`${name.padEnd(46)}${numbers}   ${(at(times, 0.5) / at(base, 0.5)).toFixed(2).padStart(6)}                    ${wanted}`);
}

/** So many copies of a document at Check, with its pages, lines and doubts. */
const MULTIPLY = `
  with made as (
    insert into documents (arrival_id, file_id, tray, kind, language, invoice_number, issue_date, due_date, currency, seller_name, net_total, tax_total, gross_total, amount_due)
    select d.arrival_id, d.file_id, 'check', d.kind, d.language, d.invoice_number || '-' || n, d.issue_date, d.due_date, d.currency, d.seller_name, d.net_total, d.tax_total, d.gross_total, d.amount_due
    from documents d, generate_series(1, $2::int) n where d.id = $1 returning id),
  shown as (insert into pages (document_id, number, position) select made.id, p.number, p.position from made, pages p where p.document_id = $1),
  lines as (
    insert into document_lines (document_id, position, description, quantity, unit, unit_price, net_amount, tax_rate, page, box)
    select made.id, l.position, l.description, l.quantity, l.unit, l.unit_price, l.net_amount, l.tax_rate, l.page, l.box from made, document_lines l where l.document_id = $1),
  readings as (insert into readings (document_id, result) select made.id, (select result from readings where document_id = $1 order by id desc limit 1) from made)
  insert into doubts (document_id, field, line, question) select made.id, q.field, q.line, q.question from made, doubts q where q.document_id = $1 and q.settled_at is null`;

/** An invoice of ten pages with 200 lines whose total is off, so that it stops at Check. */
async function longInvoice(): Promise<Buffer> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  const perPage = LINES / SCANNED_PAGES;
  let net = 0;
  for (let p = 0; p < SCANNED_PAGES; p++) {
    const page = pdf.addPage([595, 842]);
    const write = (x: number, y: number, text: string, size = 9) => page.drawText(text, { x, y: 842 - y, size, font });
    const end = (x: number, y: number, text: string) => write(x - font.widthOfTextAtSize(text, 9), y, text);
    if (p === 0) {
      write(50, 60, 'Dapplemere Catering Supplies Ltd', 16);
      write(50, 90, 'Invoice no. DC-31000');
      write(50, 106, 'Invoice date 20 November 2026');
      write(50, 122, 'Kestrel Fell Railway Ltd, Engine Yard');
    }
    const top = p === 0 ? 150 : 50;
    write(50, top, 'Description');
    end(340, top, 'Qty');
    end(430, top, 'Price');
    end(540, top, 'Amount');
    for (let i = 0; i < perPage; i++) {
      const [quantity, price] = [1 + ((i * 7 + p) % 9), 125 + 37 * i + 13 * p];
      net += quantity * price;
      const y = top + 20 + 17 * i;
      write(50, y, `Sleeper bolt ${perPage * p + i + 1}`);
      end(340, y, String(quantity));
      end(430, y, (price / 100).toFixed(2));
      end(540, y, ((quantity * price) / 100).toFixed(2));
    }
    if (p < SCANNED_PAGES - 1) continue;
    const tax = Math.round(net * 0.2);
    for (const [i, [name, value]] of [
      ['Net total', net],
      ['VAT 20 %', tax],
      ['Invoice total', net + tax + 900],
    ].entries() as IterableIterator<[number, [string, number]]>) {
      write(380, 440 + 17 * i, name);
      end(540, 440 + 17 * i, `${i === 2 ? '£' : ''}${(value / 100).toFixed(2)}`);
    }
  }
  return Buffer.from(await pdf.save());
}
