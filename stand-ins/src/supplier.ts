import { appendFile, writeFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import { join } from 'node:path';
import type { DemoMail } from '@umber/contract/demo';
import { askedMail, type DemoMailPlan } from '@umber/demo/first-day';
import { scanStack } from './scanner.js';
import { sendMail } from './send.js';

/** The stand-in supplier: asked over loopback HTTP, it draws an invoice and mails it. */
const smtpPort = Number(process.env.UMBER_SMTP_PORT);
const port = Number(process.env.UMBER_DEMO_PORT);
const folder = process.env.UMBER_DEMO_FOLDER;
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
  if (what === 'copier') return toFolder(askedMail('stack', today, count++));
  const plan = what === 'again' ? (last ?? askedMail('clean', today, count++)) : askedMail(what, today, count++);
  if (plan.invoices.length > 0) last = plan;
  return sendMail(plan, smtpPort);
}

/** Lets the stand-in copier scan the plan's invoices, with separator sheets between them, and write the file into its folder, slowly as copiers do. */
async function toFolder({ invoices }: DemoMailPlan): Promise<unknown> {
  if (!folder) throw new Error('The demo has no copier’s folder.');
  const pdf = await scanStack(invoices, count, { separators: true });
  const name = `scan-${String(count).padStart(4, '0')}.pdf`;
  const half = Math.floor(pdf.length / 2);
  await writeFile(join(folder, name), pdf.subarray(0, half));
  await appendFile(join(folder, name), pdf.subarray(half));
  return { supplier: 'The copier', subject: name };
}

server.listen(port, '127.0.0.1', () => process.send?.('ready'));
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) process.on(signal, () => process.exit(0));
