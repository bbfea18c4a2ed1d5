import { createTransport } from 'nodemailer';
import { drawInvoice } from '@umber/demo/drawing';
import type { DemoMailPlan } from '@umber/demo/first-day';
import { COMPANY, SUPPLIERS } from '@umber/demo/scenario';

/** Sends a planned mail over SMTP to the invoices address; resolves when it is acknowledged. */
export async function sendMail(plan: DemoMailPlan, smtpPort: number): Promise<{ supplier: string; subject: string }> {
  const supplier = SUPPLIERS.find((one) => one.key === plan.supplierKey);
  if (!supplier) throw new Error(`no supplier ${plan.supplierKey} in the scenario`);
  const transport = createTransport({ host: '127.0.0.1', port: smtpPort, secure: false, ignoreTLS: true });
  try {
    await transport.sendMail({
      from: { name: supplier.name, address: `accounts@${supplier.domain}` },
      to: COMPANY.invoicesAddress,
      subject: plan.subject,
      text: `${plan.text}\n\n${supplier.name}\n${supplier.address.join(', ')}`,
      attachments: await Promise.all(
        plan.invoices.map(async (invoice) => ({
          filename: `${invoice.number.replace(/[^\w-]/g, '-')}.pdf`,
          content: await drawInvoice(invoice),
          contentType: 'application/pdf',
        })),
      ),
    });
  } finally {
    transport.close();
  }
  return { supplier: supplier.name, subject: plan.subject };
}
