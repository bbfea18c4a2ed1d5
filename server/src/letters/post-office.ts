import { createTransport } from 'nodemailer';

/** Where letters are handed over for delivery: an SMTP server, and in whose name. */
export interface MailOut {
  readonly host: string;
  readonly port: number;
  readonly from: string;
}

/** Hands a letter to the mail server. `id` names it there, so that a reply tells what it is about. @throws where it is not taken. */
export async function handOver(
  out: MailOut,
  id: number,
  { to, subject, text, documentId }: { to: string; subject: string; text: string; documentId: number },
): Promise<void> {
  const transport = createTransport({
    host: out.host,
    port: out.port,
    secure: out.port === 465,
    connectionTimeout: 10_000,
    socketTimeout: 20_000,
  });
  try {
    await transport.sendMail({
      from: out.from,
      to,
      subject,
      text,
      messageId: `<letter-${id}.document-${documentId}@${out.from.split('@')[1] ?? 'localhost'}>`,
    });
  } finally {
    transport.close();
  }
}
