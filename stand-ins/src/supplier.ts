import { createServer } from 'node:http';
import type { DemoMail } from '@umber/contract/demo';
import { askedMail, type DemoMailPlan } from '@umber/demo/first-day';
import { sendMail } from './send.js';

/** The stand-in supplier: asked over loopback HTTP, it draws an invoice and mails it. */
const smtpPort = Number(process.env.UMBER_SMTP_PORT);
const port = Number(process.env.UMBER_DEMO_PORT);
let count = Number(process.env.UMBER_DEMO_COUNT ?? Math.floor(Date.now() / 60_000) % 5000);
let last: DemoMailPlan | null = null;

const server = createServer((request, response) => {
  const chunks: Buffer[] = [];
  request.on('data', (chunk: Buffer) => chunks.push(chunk));
  request.on('end', () => {
    write(Buffer.concat(chunks).toString('utf8')).then(
      (sent) => response.writeHead(200, { 'Content-Type': 'application/json' }).end(JSON.stringify(sent)),
      () => response.writeHead(502).end(),
    );
  });
});

async function write(body: string): Promise<unknown> {
  const { what } = JSON.parse(body) as { what: DemoMail };
  const today = new Date().toISOString().slice(0, 10);
  const plan = what === 'again' ? (last ?? askedMail('clean', today, count++)) : askedMail(what, today, count++);
  if (plan.invoices.length > 0) last = plan;
  return sendMail(plan, smtpPort);
}

server.listen(port, '127.0.0.1', () => process.send?.('ready'));
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) process.on(signal, () => process.exit(0));
