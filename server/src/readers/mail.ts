import { simpleParser, type AddressObject } from 'mailparser';

/** A file that a mail carries. */
export interface MailFile {
  readonly name: string;
  readonly type: string;
  readonly bytes: Buffer;
  /** Whether it was put into the mail's text, as logos are, and not attached. */
  readonly inText: boolean;
}

/** What a mail says and carries. */
export interface ReadMail {
  readonly messageId: string | null;
  readonly from: string | null;
  readonly to: readonly string[];
  readonly subject: string | null;
  readonly date: Date | null;
  readonly text: string;
  /** The mail's own look; null where it is plain text. Not safe to show as it is. */
  readonly html: string | null;
  readonly files: readonly MailFile[];
}

const MOST_TEXT = 200_000;
const MOST_HTML = 2_000_000;

/** Takes a mail apart. Never throws on odd mails: what is not there is null or empty. */
export async function readMail(raw: Uint8Array): Promise<ReadMail> {
  const mail = await simpleParser(Buffer.from(raw), { skipImageLinks: true, skipTextToHtml: true, maxHtmlLengthToParse: MOST_HTML });
  return {
    messageId: mail.messageId ?? null,
    from: mail.from?.value[0]?.address?.toLowerCase() ?? null,
    to: addresses(mail.to),
    subject: mail.subject ?? null,
    date: mail.date ?? null,
    text: (mail.text ?? '').slice(0, MOST_TEXT),
    html: typeof mail.html === 'string' ? mail.html.slice(0, MOST_HTML) : null,
    files: mail.attachments.map((file, i) => ({
      name: fileName(file.filename, i),
      type: file.contentType,
      bytes: file.content,
      inText: file.related || file.contentDisposition !== 'attachment',
    })),
  };
}

function addresses(to: AddressObject | AddressObject[] | undefined): string[] {
  return [to ?? []].flat().flatMap((list) => list.value.flatMap((one) => (one.address ? [one.address.toLowerCase()] : [])));
}

const fileName = (name: string | undefined, index: number): string => plainName(name ?? '') ?? `attachment-${index + 1}`;

/** The last part of a name as sent, without control characters: it is shown, never used as a path. Null where nothing is left. */
export function plainName(name: string): string | null {
  const last = name
    .split(/[\\/]/)
    .at(-1)
    ?.replace(/[\p{C}]/gu, '')
    .trim();
  return last === undefined || last === '' ? null : last.slice(0, 200);
}
