import { basename } from 'node:path';
import { reasonText } from '@umber/contract/intake';
import type { PageWords } from '@umber/core/reading';
import { separate } from '@umber/core/separating';
import { isPaged, openArrival, whyNothing } from '../readers/opened.js';
import type { ReaderPool } from '../readers/reader-pool.js';

/** One document of a file: its pages, and what the mail around it says. */
export interface DocumentOfFile {
  readonly pages: readonly PageWords[];
  /** The number of a page as it is told: counted through the attachments of a mail; data without pages of its own is one. */
  readonly numberOf: (page: number) => number;
  readonly coverText: string;
}

/**
 * The documents of a PDF, a picture or a mail with such files, cut apart; where there are none, why.
 * @throws UnreadableFile
 */
export async function documentsOfFile(
  pool: ReaderPool,
  bytes: Uint8Array,
  path: string,
): Promise<{ readonly documents: readonly DocumentOfFile[]; readonly why?: string }> {
  const documents: DocumentOfFile[] = [];
  let offset = 0;
  const take = async (file: Uint8Array, coverText: string, data?: Uint8Array) => {
    const pages = (await pool.read(file, { pictures: 0, scale: 1, ...(data ? { data } : {}) })).map((page) => page.words);
    const before = offset;
    for (const document of separate(pages).documents) {
      const isMade = document.some((page) => page.isMade);
      documents.push({ pages: document, numberOf: (page) => before + (isMade ? 1 : page), coverText });
    }
    offset += pages.length;
  };
  if (/\.eml$/i.test(path)) {
    const opened = await openArrival('mail', basename(path), Buffer.from(bytes));
    const { mail, innerText, files } = opened;
    const [toRead, unread] = [files.filter(isPaged), files.filter((file) => !isPaged(file))];
    if (toRead.length === 0)
      return { documents, why: reasonText(whyNothing({ ...opened, others: [...opened.others, ...unread.map(({ name }) => name)] })) };
    for (const attachment of toRead) await take(attachment.bytes, `${mail?.text ?? ''}\n${innerText}`, attachment.data);
  } else await take(bytes, '');
  return documents.length === 0 ? { documents, why: 'No words were found on its pages.' } : { documents };
}
