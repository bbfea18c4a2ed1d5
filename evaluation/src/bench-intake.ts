import { fork } from 'node:child_process';
import { once } from 'node:events';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { asApplication } from '@umber/server/database/roles';
import { createTransport } from 'nodemailer';
import { drawInvoice, invoiceOfOrder } from '@umber/demo/drawing';
import { COMPANY, DEMO_PASSWORD, scenarioOrders } from '@umber/demo/scenario';

const MAILS = 1000;
const SPREAD_MS = 50_000;
const LIST = '/api/trays/check';
const [HTTP, SMTP] = [41_717, 41_725];
const path = (file: string) => fileURLToPath(new URL(`../../server/dist/${file}`, import.meta.url));

/**
 * A thousand mails of one invoice each, against how the tray list answers while nothing happens. `databaseUrl` is an empty
 * database of its own.
 */
export async function benchIntake(databaseUrl: string): Promise<void> {
  const env = {
    ...process.env,
    UMBER_OWNER_URL: databaseUrl,
    UMBER_DATABASE_URL: asApplication(databaseUrl, 'measuring'),
    UMBER_HTTP_PORT: String(HTTP),
    UMBER_SMTP_PORT: String(SMTP),
    UMBER_SECRET: '00'.repeat(32),
  };
  await once(fork(path('demo/prepare.js'), { env }), 'exit');
  const server = fork(path('main.js'), { env });
  await once(server, 'message');
  const works = fork(path('works-main.js'), { env });
  await once(works, 'message');
  try {
    const orders = scenarioOrders('2026-11-23');
    const order = orders[0];
    const invoices = await Promise.all(
      Array.from({ length: MAILS }, (_, i) => drawInvoice(invoiceOfOrder(orders[i % orders.length], '2026-11-10', 5000 + i, {}))),
    );
    const asked = await visitor();
    for (let i = 0; i < 20; i++) await asked(LIST);
    const idle = middle(await timed(asked, 60, () => true));
    const transport = createTransport({ host: '127.0.0.1', port: SMTP, ignoreTLS: true, pool: true, maxConnections: 20 });
    let accepted = 0;
    const begun = performance.now();
    const send = (content: Buffer, i: number) =>
      transport
        .sendMail({
          from: `accounts@${order.supplier.domain}`,
          to: COMPANY.invoicesAddress,
          subject: `Invoice ${i}`,
          text: 'Attached.',
          attachments: [{ filename: `${i}.pdf`, content, contentType: 'application/pdf' }],
        })
        .then(() => accepted++);
    // As suppliers write: not all at once, but more in a minute than in many a week.
    const sending = Promise.all(invoices.map((content, i) => sleep((i * SPREAD_MS) / MAILS).then(() => send(content, i))));
    const during = timed(asked, 100_000, () => accepted < MAILS);
    await sending;
    const taken = (performance.now() - begun) / 1000;
    transport.close();
    const busy = middle(await during);
    console.log(`mails accepted                        ${accepted} of ${MAILS} in ${taken.toFixed(1)} s   wanted within 60 s`);
    console.log(
      `tray list while they come    ${busy.toFixed(1).padStart(6)} ms   idle ${idle.toFixed(1)} ms   ratio ${(busy / idle).toFixed(2)}   wanted ≤ 2`,
    );
    const reading = middle(await timed(asked, 200, () => true, 50));
    console.log(
      `tray list while they are read ${reading.toFixed(1).padStart(5)} ms   idle ${idle.toFixed(1)} ms   ratio ${(reading / idle).toFixed(2)}   wanted ≤ 2`,
    );
    while ((await arriving(asked)) > 0) await sleep(2000);
    console.log(`all worked off                        after ${((performance.now() - begun) / 1000).toFixed(0)} s`);
  } finally {
    server.kill('SIGTERM');
    works.kill('SIGTERM');
    await once(server, 'exit');
  }
}

type Ask = (path: string) => Promise<unknown>;

async function visitor(): Promise<Ask> {
  const origin = `http://127.0.0.1:${HTTP}`;
  const answer = await fetch(`${origin}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: origin },
    body: JSON.stringify({ login: 'nell', password: DEMO_PASSWORD }),
  });
  const Cookie = answer.headers.getSetCookie()[0].split(';')[0];
  const ask = (where: string) => fetch(origin + where, { headers: { Cookie } });
  // A connection that was closed while nothing was asked is no answer: it is asked anew.
  return async (where) => (await ask(where).catch(() => ask(where))).json();
}

/** Milliseconds of one request after the other, with a pause between, as long as `goesOn`. */
async function timed(ask: Ask, most: number, goesOn: () => boolean, pause = 20): Promise<number[]> {
  const times: number[] = [];
  while (times.length < most && goesOn()) {
    const start = performance.now();
    await ask(LIST);
    times.push(performance.now() - start);
    await sleep(pause);
  }
  return times;
}

const middle = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;

async function arriving(ask: Ask): Promise<number> {
  const [trays, arrivals] = [
    (await ask('/api/trays')) as { tray: string; documents: number }[],
    (await ask('/api/arrivals')) as { state: string }[],
  ];
  return (trays.find(({ tray }) => tray === 'arriving')?.documents ?? 0) + arrivals.filter(({ state }) => state === 'stored').length;
}
