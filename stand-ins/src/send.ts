import { createTransport } from 'nodemailer';
import { drawInvoice, drawLetter, type DrawnInvoice, type DrawnLetter } from '@umber/demo/drawing';
import type { DemoMailPlan } from '@umber/demo/first-day';
import { COMPANY, supplierOf } from '@umber/demo/scenario';
import { scanStack } from './scanner.js';

/** Sends a planned mail over SMTP to the invoices address; resolves when it is acknowledged. */
export async function sendMail(plan: DemoMailPlan, smtpPort: number): Promise<{ supplier: string; subject: string }> {
  const sender = plan.supplierKey === null ? COPIER : senderOf(plan.supplierKey);
  const transport = createTransport({ host: '127.0.0.1', port: smtpPort, secure: false, ignoreTLS: true });
  try {
    await transport.sendMail({
      from: { name: sender.name, address: sender.address },
      to: COMPANY.invoicesAddress,
      subject: plan.subject,
      text: `${plan.text}\n\n${sender.signature}`,
      attachments:
        plan.supplierKey === null
          ? [await scanned(plan.invoices)]
          : await Promise.all([...plan.invoices.map(attached), ...(plan.letters ?? []).map(attachedLetter)]),
    });
  } finally {
    transport.close();
  }
  return { supplier: sender.name, subject: plan.subject };
}

/** The copier in the company's own mail room, which mails what it scans. */
const COPIER = { name: 'Copier, mail room', address: `copier@${COMPANY.invoicesAddress.split('@')[1]}`, signature: 'Copier, mail room' };

function senderOf(key: string) {
  const supplier = supplierOf(key);
  return {
    name: supplier.name,
    address: `accounts@${supplier.domain}`,
    signature: `${supplier.name}\n${supplier.address.join(', ')}`,
  };
}

const attachedLetter = async (letter: DrawnLetter) => ({
  filename: `${letter.kind}-${letter.date}.pdf`,
  content: await drawLetter(letter),
  contentType: 'application/pdf',
});

const attached = async (invoice: DrawnInvoice) => ({
  filename: `${invoice.number.replace(/[^\w-]/g, '-')}.pdf`,
  content: await drawInvoice(invoice),
  contentType: 'application/pdf',
});

const scanned = async (invoices: readonly DrawnInvoice[]) => ({
  filename: `scan-${invoices[0].number.replace(/[^\w-]/g, '-')}.pdf`,
  content: await scanStack(invoices, 7),
  contentType: 'application/pdf',
});
