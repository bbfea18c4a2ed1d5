import { createServer } from 'node:http';
import type { DemoMail, DemoSent, ScanWish } from '@umber/contract/demo';
import { askedMail, askedStack, type DemoMailPlan } from '@umber/demo/first-day';
import { openLedger } from './ledger/index.js';
import { openPostOffice } from './post-office.js';
import { scanStack } from './scanner.js';
import { sendMail, sendScan, writeScan } from './send.js';

/**
 * The stand-ins: asked over loopback HTTP, the supplier draws an invoice and mails it, the scanner scans a stack and hands it over; letters
 * to suppliers are taken over SMTP.
 */
const smtpPort = Number(process.env.UMBER_SMTP_PORT);
const port = Number(process.env.UMBER_DEMO_PORT);
const folder = process.env.UMBER_DEMO_FOLDER;
let count = Number(process.env.UMBER_DEMO_COUNT ?? Math.floor(Date.now() / 60_000) % 5000);
let last: DemoMailPlan | null = null;

const server = createServer((request, response) => {
  const chunks: Buffer[] = [];
  request.on('data', (chunk: Buffer) => chunks.push(chunk));
  request.on('end', () => {
    const wish: unknown = JSON.parse(Buffer.concat(chunks).toString('utf8'));
    (request.url === '/scan' ? scan(wish as ScanWish) : write(wish as { what: DemoMail })).then(
      (sent) => response.writeHead(200, { 'Content-Type': 'application/json' }).end(JSON.stringify(sent)),
      () => response.writeHead(502).end(),
    );
  });
});

const today = () => new Date().toISOString().slice(0, 10);

async function write({ what }: { what: DemoMail }): Promise<DemoSent> {
  const plan = what === 'again' ? (last ?? askedMail('clean', today(), count++)) : askedMail(what, today(), count++);
  if (plan.invoices.length > 0) last = plan;
  return sendMail(plan, smtpPort);
}

async function scan(wish: ScanWish): Promise<DemoSent> {
  const invoices = askedStack(today(), count++, wish.invoices);
  const name = `scan-${String(count).padStart(4, '0')}.${wish.file === 'pdf' ? 'pdf' : 'tif'}`;
  const content = await scanStack(invoices, count, wish);
  if (wish.to === 'mail') return sendScan(name, content, smtpPort);
  if (!folder) throw new Error('The demo has no copier’s folder.');
  return writeScan(folder, name, content);
}

const postPort = Number(process.env.UMBER_DEMO_POST_PORT ?? 0);
if (postPort > 0) await openPostOffice(postPort, process.env.UMBER_DEMO_POST_FOLDER ?? 'letters');
const ledgerPort = Number(process.env.UMBER_DEMO_LEDGER_PORT ?? 0);
if (ledgerPort > 0) await openLedger(ledgerPort, process.env.UMBER_DEMO_LEDGER_FILE ?? 'ledger.json');
server.listen(port, '127.0.0.1', () => process.send?.('ready'));
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) process.on(signal, () => process.exit(0));
