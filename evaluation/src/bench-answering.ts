import { randomBytes } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import { drawInvoice, invoiceOfOrder } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { openPool, type Pool } from '@umber/server/database/database';
import { Installation, type Ask } from './installation.js';
import { during, p95, whileIdle } from './small-requests.js';

const WANTED_MS = 50;

/**
 * How long a small request takes while each heavy thing runs, against how long it takes while nothing does. `ownerUrl` is an empty database
 * of its own.
 */
export async function benchAnswering(ownerUrl: string): Promise<void> {
  const installation = new Installation(ownerUrl, 41_817, 41_825);
  await installation.begin();
  const pool = openPool(ownerUrl, 2, 'upkeep');
  try {
    const ask = await installation.visitor('nell');
    const idle = await whileIdle(ask);
    console.log(`a small request while               p95       longest   ratio to idle   wanted p95 ≤ ${WANTED_MS} ms`);
    print('nothing else happens', idle, idle);
    for (const [name, work] of await heavy(installation, pool, ask)) print(name, await during(ask, work), idle);
  } finally {
    await pool.end();
    await installation.end();
  }
}

function print(name: string, times: readonly number[], idle: readonly number[]): void {
  const numbers = [p95(times), Math.max(...times)].map((ms) => `${ms.toFixed(1).padStart(7)} ms`);
  console.log(
    `${name.padEnd(34)}${numbers.join('')}   ${(p95(times) / p95(idle)).toFixed(2).padStart(6)}          ${times.length} requests`,
  );
}

/** What is heavy or foreign, each as somebody would bring it about. */
async function heavy(installation: Installation, pool: Pool, ask: Ask): Promise<[string, () => Promise<unknown>][]> {
  const order = scenarioOrders('2026-11-23')[0];
  const invoice = (serial: number) => drawInvoice(invoiceOfOrder(order, '2026-11-10', serial, {}));
  const nested = `${'<div><table><tr><td>'.repeat(45_000)}x${'</td></tr></table></div>'.repeat(45_000)}`;
  const long = await manyPages(await invoice(9001), 150);
  const id = async (text: string) => (await pool.query<{ id: number }>(text)).rows[0]?.id;
  const read = async (file: string) => {
    for (;;) {
      const found = await id(
        `select d.id from documents d join files f on f.id = d.file_id where f.name = '${file}' and d.tray <> 'arriving' limit 1`,
      );
      if (found !== undefined) return found;
      await sleep(200);
    }
  };
  return [
    [
      'a mail of nested HTML is opened',
      async () => {
        await installation.mail('nested', { html: nested });
        let arrival: number | undefined;
        while ((arrival = await id("select id from arrivals where subject = 'nested' and state <> 'stored'")) === undefined)
          await sleep(100);
        await (await ask('GET', `/api/arrivals/${arrival}`)).arrayBuffer();
      },
    ],
    [
      'a PDF of 150 pages is read',
      async () => {
        await installation.mail('long', { files: [{ filename: 'long.pdf', content: long }] });
        await read('long.pdf');
      },
    ],
    [
      'a searchable PDF of it is made',
      async () => {
        const document = await read('long.pdf');
        await (await ask('GET', `/api/documents/${document}/searchable.pdf`)).arrayBuffer();
      },
    ],
    [
      '200 lines meet 1,000 of an order',
      async () => {
        await installation.mail('big', { files: [{ filename: 'big.pdf', content: await invoice(9002) }] });
        const document = await read('big.pdf');
        await bigOrder(pool, document);
        for (let i = 0; i < 5; i++) {
          const { version } = (await (await ask('GET', `/api/documents/${document}`)).json()) as { version: number };
          const answer = await ask('PUT', `/api/documents/${document}/coding/0`, {
            version,
            account: '5010',
            costCentre: i % 2 === 0 ? 'PW' : 'WS',
          });
          if (!answer.ok) throw new Error(await answer.text());
        }
      },
    ],
    [
      'forty invoices are read',
      async () => {
        const files = await Promise.all(Array.from({ length: 40 }, (_, i) => invoice(9100 + i)));
        for (const [i, content] of files.entries())
          await installation.mail(`many ${i}`, { files: [{ filename: `many-${i}.pdf`, content }] });
        await read('many-39.pdf');
      },
    ],
    [
      '90 MB are sent by a program',
      async () => {
        const { token } = (await (await ask('POST', '/api/tokens', { name: 'program' })).json()) as { token: string };
        const headers = { Authorization: `Bearer ${token}`, 'Content-Type': 'application/octet-stream' };
        await fetch(`${installation.origin}/api/arrivals?name=large.bin`, { method: 'POST', headers, body: randomBytes(90 * 1024 * 1024) });
      },
    ],
  ];
}

async function manyPages(pdf: Buffer, pages: number): Promise<Buffer> {
  const [source, target] = [await PDFDocument.load(pdf), await PDFDocument.create()];
  for (let i = 0; i < pages; i++) target.addPage((await target.copyPages(source, [0]))[0]);
  return Buffer.from(await target.save());
}

/** Gives a document 200 lines and its order 1,000, all with like words, and puts it to Match. */
async function bigOrder(pool: Pool, document: number): Promise<void> {
  await pool.query("update documents set tray = 'match' where id = $1 and tray <> 'match'", [document]);
  await pool.query(
    `insert into order_lines (order_id, position, description, quantity, unit_price, account)
     select (select min(order_id) from document_orders where document_id = $1), 100 + n, 'Oak sleeper of ' || (n * 7919) % 1000 || ' mm, treated and marked ' || (n * 104729) % 997, 1 + n % 40, 1 + n % 90, '5010' from generate_series(1, 1000) n`,
    [document],
  );
  await pool.query('delete from document_lines where document_id = $1', [document]);
  await pool.query(
    `insert into document_lines (document_id, position, description, quantity, unit_price, net_amount)
     select $1, n - 1, 'Oak sleeper of ' || (n * 7919) % 1000 || ' mm, marked ' || (n * 104729) % 997, 1 + n % 40, 1 + n % 90, (1 + n % 40) * (1 + n % 90) from generate_series(1, 200) n`,
    [document],
  );
}
