import { simpleParser, type AddressObject } from 'mailparser';
import { imageKind } from './image.js';

/** A file of a mail that may hold documents. */
export interface MailFile {
  readonly name: string;
  readonly type: string;
  readonly bytes: Uint8Array;
}

/** What a mail says and carries, as far as invoices are concerned. */
export interface ReadMail {
  readonly messageId: string | null;
  readonly from: string | null;
  readonly to: readonly string[];
  readonly subject: string | null;
  readonly date: Date | null;
  readonly text: string;
  /** Attachments that may be documents, PDF files and scanned pictures, in their order. */
  readonly documents: readonly MailFile[];
  /** Names of the attachments that are neither; pictures within the mail's text are not counted. */
  readonly others: readonly string[];
}

/** Bytes below which an attached picture is a logo or a signature, not a page. */
const SMALL_PICTURE = 20_000;
const MOST_TEXT = 200_000;

/** Takes a mail apart. Never throws on odd mails: what is not there is null or empty. */
export async function readMail(raw: Uint8Array): Promise<ReadMail> {
  const mail = await simpleParser(Buffer.from(raw), { skipImageLinks: true, skipTextToHtml: true });
  const files = mail.attachments.filter((file) => !(file.related && file.contentType.startsWith('image/')));
  const isDocument = (file: (typeof files)[number]) =>
    file.contentType === 'application/pdf' ||
    file.content.subarray(0, 1024).includes('%PDF-') ||
    (imageKind(file.content) !== null && file.contentDisposition === 'attachment' && file.content.length > SMALL_PICTURE);
  return {
    messageId: mail.messageId ?? null,
    from: mail.from?.value[0]?.address?.toLowerCase() ?? null,
    to: addresses(mail.to),
    subject: mail.subject ?? null,
    date: mail.date ?? null,
    text: (mail.text ?? '').slice(0, MOST_TEXT),
    documents: files
      .filter(isDocument)
      .map((file, i) => ({ name: fileName(file.filename, i), type: file.contentType, bytes: file.content })),
    others: files.filter((file) => !isDocument(file)).map((file, i) => fileName(file.filename, i)),
  };
}

function addresses(to: AddressObject | AddressObject[] | undefined): string[] {
  return [to ?? []].flat().flatMap((list) => list.value.flatMap((one) => (one.address ? [one.address.toLowerCase()] : [])));
}

/** The last part of the name as sent, without control characters: it is shown, never used as a path. */
function fileName(name: string | undefined, index: number): string {
  const last = (name ?? '')
    .split(/[\\/]/)
    .at(-1)
    ?.replace(/[\p{C}]/gu, '')
    .trim();
  return last === undefined || last === '' ? `attachment-${index + 1}` : last.slice(0, 200);
}
