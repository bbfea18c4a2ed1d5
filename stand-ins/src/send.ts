import { appendFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { createTransport } from 'nodemailer';
import type { DemoSent } from '@umber/contract/demo';
import { writeCii, writeUbl } from '@umber/core/e-invoice-files';
import { drawInvoice, drawLetter, type DrawnInvoice, type DrawnLetter } from '@umber/demo/drawing';
import type { DemoMailPlan } from '@umber/demo/first-day';
import { COMPANY, supplierOf } from '@umber/demo/scenario';
import { scanStack } from './scanner.js';

interface Sender {
  readonly name: string;
  readonly address: string;
  readonly signature: string;
}
interface Attachment {
  readonly filename: string;
  readonly content: Buffer;
  readonly contentType: string;
}

/** Sends a planned mail over SMTP to the invoices address; resolves when it is acknowledged. */
export async function sendMail(plan: DemoMailPlan, smtpPort: number): Promise<DemoSent> {
  if (plan.supplierKey === null) {
    const { number } = plan.invoices[0];
    const scan = await scanStack(plan.invoices, 7, { resolution: 300, paper: 'clean', file: 'pdf', separators: false });
    return sendScan(`scan-${number.replace(/[^\w-]/g, '-')}.pdf`, scan, smtpPort);
  }
  const attachments = await Promise.all([
    ...plan.invoices.map((invoice) => attached(invoice, plan.electronic)),
    ...(plan.letters ?? []).map(attachedLetter),
  ]);
  return send(senderOf(plan.supplierKey), plan.subject, plan.text, attachments, smtpPort);
}

/** Lets the copier in the company's own mail room mail what it scanned. */
export const sendScan = (filename: string, content: Buffer, smtpPort: number): Promise<DemoSent> => {
  const contentType = filename.endsWith('.pdf') ? 'application/pdf' : 'image/tiff';
  return send(COPIER, 'Scan from the mail room', 'Scanned to mail.', [{ filename, content, contentType }], smtpPort);
};

/** Lets the copier write what it scanned into its folder, in two pieces as copiers do: half a file is no file. */
export async function writeScan(folder: string, name: string, content: Buffer): Promise<DemoSent> {
  const half = Math.floor(content.length / 2);
  await writeFile(join(folder, name), content.subarray(0, half));
  await appendFile(join(folder, name), content.subarray(half));
  return { supplier: 'The copier', subject: name };
}

const COPIER: Sender = {
  name: 'Copier, mail room',
  address: `copier@${COMPANY.invoicesAddress.split('@')[1]}`,
  signature: 'Copier, mail room',
};

async function send(sender: Sender, subject: string, text: string, attachments: Attachment[], smtpPort: number): Promise<DemoSent> {
  const transport = createTransport({ host: '127.0.0.1', port: smtpPort, secure: false, ignoreTLS: true });
  try {
    await transport.sendMail({
      from: { name: sender.name, address: sender.address },
      to: COMPANY.invoicesAddress,
      subject,
      text: `${text}\n\n${sender.signature}`,
      attachments,
    });
  } finally {
    transport.close();
  }
  return { supplier: sender.name, subject };
}

function senderOf(key: string): Sender {
  const supplier = supplierOf(key);
  return {
    name: supplier.name,
    address: `accounts@${supplier.domain}`,
    signature: `${supplier.name}\n${supplier.address.join(', ')}`,
  };
}

const attachedLetter = async (letter: DrawnLetter): Promise<Attachment> => ({
  filename: `${letter.kind}-${letter.date}.pdf`,
  content: await drawLetter(letter),
  contentType: 'application/pdf',
});

async function attached(invoice: DrawnInvoice, electronic?: DemoMailPlan['electronic']): Promise<Attachment> {
  const name = invoice.number.replace(/[^\w-]/g, '-');
  if (electronic && electronic.as !== 'page-with-cii') {
    const written = electronic.as === 'ubl' ? writeUbl(electronic.data) : writeCii(electronic.data);
    return { filename: `${name}.xml`, content: Buffer.from(written), contentType: 'application/xml' };
  }
  const content = await drawInvoice(invoice, electronic ? { name: 'invoice.xml', content: writeCii(electronic.data) } : null);
  return { filename: `${name}.pdf`, content, contentType: 'application/pdf' };
}
