import type { ArrivalReason, FileType, LeftOut } from '@umber/core/intake';
import { averaged } from '@umber/core/pictures';
import { imageSize } from 'image-size';
import { isZip, openZip } from './archives.js';
import { isXml, namesInvoice } from './held-in.js';
import { paired } from './paired-files.js';
import { imageKind, imagePages } from './image.js';
import { plainName, readMail, type ReadMail } from './mail.js';
import type { OpenedFile } from './opened-file.js';
import { findText } from './text-finder.js';

export type { OpenedFile } from './opened-file.js';

/** Whether a file has pages that can be read. */
export const isPaged = ({ type }: Pick<OpenedFile, 'type'>): boolean => type === 'pdf' || type === 'picture' || type === 'e-invoice';

/** All that an arrival holds. */
export interface Opened {
  /** The mail itself; null where the arrival is none. */
  readonly mail: ReadMail | null;
  /** What the mails within it say, for searching and for order numbers. */
  readonly innerText: string;
  /** Files that may be documents, and office files, in their order. */
  readonly files: readonly OpenedFile[];
  /** Names of files that are neither. */
  readonly others: readonly string[];
  /** What was not taken out. Small pictures in a mail's text are not counted. */
  readonly leftOut: readonly LeftOut[];
}

/** Names said of what an arrival holds. */
const MOST_NAMES = 5;

/** How deep mails and archives may lie in one another, and how much one arrival may hold. */
const LIMITS = { depth: 4, files: 500, bytes: 400 * 1024 * 1024, parts: 400 } as const;
/** Pixels that the shorter side of a page's picture has at least, a fax in coarse resolution or a small photograph: logos and signatures have fewer. */
const SHORTER_SIDE = 400;
/** How many times as long as wide a page's picture may be: a till's slip is, a banner is longer. */
const LONGEST_SHAPE = 5;
const MOST_INNER_TEXT = 100_000;

/**
 * Opens an arrival: a mail, or a file by itself. Mails within mails and archives are opened too, within limits. Pictures with one of the names
 * `asPages` are pages, whatever they look like. Never throws on odd content.
 */
export async function openArrival(kind: 'mail' | 'file', name: string, bytes: Buffer, asPages: readonly string[] = []): Promise<Opened> {
  const found = new Found(new Set(asPages));
  if (kind === 'file') {
    await found.take({ name, bytes, inText: false, alone: true }, 0);
    return found.opened(null);
  }
  const mail = await readMail(bytes);
  for (const file of mail.files) await found.take({ ...file, alone: false }, 1);
  return found.opened(mail);
}

/** Why nothing of an arrival can be read. */
export function whyNothing({ mail, others, leftOut }: Opened): ArrivalReason {
  if (leftOut.length > 0) return { code: 'left-out', parts: leftOut, turnedAway: null };
  if (others.length > 0) return { code: 'nothing-readable', files: others.slice(0, MOST_NAMES) };
  return { code: mail ? 'no-attachment' : 'empty-file' };
}

interface Taken {
  readonly name: string;
  readonly bytes: Buffer;
  readonly inText: boolean;
  /** Whether it is the whole arrival: then even a small picture is a page. */
  readonly alone: boolean;
}

class Found {
  readonly #files: OpenedFile[] = [];
  readonly #others: string[] = [];
  readonly #leftOut: LeftOut[] = [];
  readonly #texts: string[] = [];
  #bytes = 0;
  #parts = 0;

  constructor(readonly asPages: ReadonlySet<string>) {}

  async take(file: Taken, depth: number): Promise<void> {
    const name = plainName(file.name) ?? 'file';
    this.#parts++;
    this.#bytes += file.bytes.length;
    if (this.#parts > LIMITS.parts || this.#files.length >= LIMITS.files || this.#bytes > LIMITS.bytes) {
      if (!this.#leftOut.some(({ code }) => code === 'too-many-files')) this.#leftOut.push({ code: 'too-many-files' });
    } else if (isMail(name, file.bytes)) {
      await this.#takeMail(file.bytes, name, depth);
    } else if (isZip(file.bytes) && !isOffice(name, file.bytes)) {
      await this.#takeArchive(file.bytes, name, depth);
    } else {
      const type = typeOf(name, file.bytes, file.alone);
      const isPage = file.alone || this.asPages.has(name);
      const logo = type === 'picture' && !isPage && !(hasPageSize(file.bytes) && (!file.inText || (await showsPage(file.bytes))));
      if (logo) {
        // A mail's own logos are no attachments, but what has the size of a page is named.
        if (!file.inText || hasPageSize(file.bytes)) this.#leftOut.push({ code: 'picture-aside', file: name });
      } else if (type === 'other' && !file.alone) this.#others.push(name);
      else this.#files.push({ name, type, bytes: file.bytes });
    }
  }

  opened(mail: ReadMail | null): Opened {
    const innerText = this.#texts.join('\n\n').slice(0, MOST_INNER_TEXT);
    return { mail, innerText, files: mail === null ? this.#files : paired(this.#files), others: this.#others, leftOut: this.#leftOut };
  }

  async #takeMail(bytes: Buffer, name: string, depth: number): Promise<void> {
    if (depth >= LIMITS.depth) {
      this.#leftOut.push({ code: 'mail-too-deep', file: name });
      return;
    }
    const mail = await readMail(bytes);
    this.#texts.push([mail.from, mail.subject, mail.text].filter((part) => part).join('\n'));
    for (const file of mail.files) await this.take({ ...file, alone: false }, depth + 1);
  }

  async #takeArchive(bytes: Buffer, name: string, depth: number): Promise<void> {
    if (depth >= LIMITS.depth) {
      this.#leftOut.push({ code: 'archive-too-deep', file: name });
      return;
    }
    const { files, leftOut } = await openZip(name, bytes);
    this.#leftOut.push(...leftOut);
    for (const file of files) await this.take({ ...file, inText: false, alone: false }, depth + 1);
  }
}

/** Whether a picture has the size and shape of a page. What cannot be measured is read: a person then sees what it is. */
function hasPageSize(bytes: Buffer): boolean {
  try {
    const { width, height } = imageSize(bytes);
    const [short, long] = [Math.min(width, height), Math.max(width, height)];
    return short >= SHORTER_SIDE && long <= short * LONGEST_SHAPE;
  } catch {
    return true;
  }
}

/** Lines of print that a picture pasted into a mail has at least where it shows a page: a photograph of goods or a banner has fewer. */
const LINES_OF_PAGE = 10;
/** The longest side, in pixels, at which print is looked for. */
const LOOKED_AT = 1300;

/** Whether a picture shows a page: enough lines of print. What cannot be opened is read: a person then sees what it is. */
async function showsPage(bytes: Buffer): Promise<boolean> {
  const kind = imageKind(bytes);
  if (kind === null) return false;
  try {
    for await (const { picture } of imagePages(bytes, kind)) {
      const factor = Math.max(1, Math.round(Math.max(picture.width, picture.height) / LOOKED_AT));
      return (await findText(averaged(picture, factor))).length >= LINES_OF_PAGE;
    }
  } catch {
    return true;
  }
  return false;
}

/** What a file is by its bytes; its name helps only where many formats share one shape. */
function typeOf(name: string, bytes: Buffer, alone: boolean): FileType {
  if (bytes.subarray(0, 1024).includes('%PDF-')) return 'pdf';
  if (imageKind(bytes) !== null) return 'picture';
  // XML of any kind that comes alone is opened, so that it is said why it is none that is read.
  if (isXml(bytes) && (alone || namesInvoice(bytes))) return 'e-invoice';
  return isOffice(name, bytes) ? 'office' : 'other';
}

const OFFICE_NAME = /\.(docx?|xlsx?|pptx?|od[tsp]|rtf|csv)$/i;
const OLE = Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1, 0x1a, 0xe1]);

function isOffice(name: string, bytes: Buffer): boolean {
  if (bytes.subarray(0, 8).equals(OLE)) return true;
  if (isZip(bytes)) {
    const head = bytes.subarray(0, 4096).toString('latin1');
    return head.includes('[Content_Types].xml') || head.includes('mimetypeapplication/vnd.oasis') || OFFICE_NAME.test(name);
  }
  return OFFICE_NAME.test(name) || bytes.subarray(0, 5).toString('latin1') === '{\\rtf';
}

/** A mail as a file: by its name, or because it begins with the heads that every mail has. */
function isMail(name: string, bytes: Buffer): boolean {
  if (/\.eml$/i.test(name)) return true;
  const head = bytes.subarray(0, 4096).toString('latin1');
  return (
    /^(received|return-path|from|date|message-id|mime-version|subject|to|delivered-to|content-type|x-[\w-]+):/i.test(head) &&
    /^from:/im.test(head) &&
    /^(date|message-id|mime-version):/im.test(head)
  );
}
