import { wellFormed } from '@umber/core/text';
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

/** How deep a mail's elements may lie in one another; mail programs nest some dozens. */
const DEEPEST = 200;

/** Takes a mail apart. Never throws on odd mails: what is not there is null or empty. Its texts are well-formed, its files as they came. */
export async function readMail(raw: Uint8Array): Promise<ReadMail> {
  const bytes = Buffer.from(raw);
  const options = { skipImageLinks: true, skipTextToHtml: true, maxHtmlLengthToParse: MOST_HTML } as const;
  let mail = await simpleParser(bytes, { ...options, skipHtmlToText: true });
  const html = typeof mail.html === 'string' ? wellFormed(mail.html.slice(0, MOST_HTML)) : null;
  const isDeep = html !== null && depthOf(html) > DEEPEST;
  if (mail.text === undefined && html !== null && !isDeep) mail = await simpleParser(bytes, options);
  const text = mail.text ?? (html ?? '').replace(/<[^>]{0,2000}>/g, ' ');
  return {
    messageId: mail.messageId ? wellFormed(mail.messageId) : null,
    from: wellFormed(mail.from?.value[0]?.address?.toLowerCase() ?? '') || null,
    to: addresses(mail.to),
    subject: mail.subject === undefined ? null : wellFormed(mail.subject),
    date: mail.date ?? null,
    text: wellFormed(text.slice(0, MOST_TEXT)),
    html: isDeep ? null : html,
    files: mail.attachments.map((file, i) => ({
      name: fileName(file.filename, i),
      type: file.contentType,
      bytes: file.content,
      inText: file.related || file.contentDisposition !== 'attachment',
    })),
  };
}

const VOID = /^(area|base|br|col|embed|hr|img|input|link|meta|source|track|wbr)$/i;

/** How deep elements lie in one another: opened and not closed again, those that are never closed aside. */
function depthOf(html: string): number {
  let [depth, deepest] = [0, 0];
  for (const [, closes, name] of html.matchAll(/<(\/?)([a-z][a-z0-9]{0,20})\b/gi)) {
    if (VOID.test(name)) continue;
    depth = Math.max(0, depth + (closes ? -1 : 1));
    deepest = Math.max(deepest, depth);
  }
  return deepest;
}

function addresses(to: AddressObject | AddressObject[] | undefined): string[] {
  return [to ?? []].flat().flatMap((list) => list.value.flatMap((one) => (one.address ? [wellFormed(one.address.toLowerCase())] : [])));
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
