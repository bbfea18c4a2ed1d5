import { createTransport } from 'nodemailer';

/** Where letters are handed over for delivery: an SMTP server, and in whose name. */
export interface MailOut {
  readonly host: string;
  readonly port: number;
  readonly from: string;
}

/** The way to a mail server, to be closed when it was gone. */
export const mailTransport = ({ host, port }: MailOut) =>
  createTransport({ host, port, secure: port === 465, connectionTimeout: 10_000, socketTimeout: 20_000 });

/** The id of a mail as mail servers know it: a reply tells what it is about. */
export const messageId = ({ from }: MailOut, name: string): string => `<${name}@${from.split('@')[1] ?? 'localhost'}>`;

/** Hands a letter to the mail server. `id` names it there, so that a reply tells what it is about. @throws where it is not taken. */
export async function handOver(
  out: MailOut,
  id: number,
  { to, subject, text, documentId }: { to: string; subject: string; text: string; documentId: number },
): Promise<void> {
  const transport = mailTransport(out);
  try {
    await transport.sendMail({
      from: out.from,
      to,
      subject,
      text,
      messageId: messageId(out, `letter-${id}.document-${documentId}`),
    });
  } finally {
    transport.close();
  }
}
