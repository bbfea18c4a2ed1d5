import type { LeftOut } from '@umber/core/intake';
import { fromBufferPromise, type Entry, type ZipFile } from 'yauzl';

/** A file out of an archive. */
export interface PackedFile {
  readonly name: string;
  readonly bytes: Buffer;
}
export interface OpenedArchive {
  readonly files: readonly PackedFile[];
  /** What was left out. */
  readonly leftOut: readonly LeftOut[];
}

/** What one archive may hold: more is taken for a bomb. */
export const ARCHIVE_LIMITS = { files: 500, fileBytes: 100 * 1024 * 1024, bytes: 300 * 1024 * 1024 } as const;

/** Whether the bytes are a zip archive, and none that is an office document or another format of its own. */
export const isZip = (bytes: Uint8Array): boolean =>
  bytes.length > 21 && bytes[0] === 0x50 && bytes[1] === 0x4b && ((bytes[2] === 3 && bytes[3] === 4) || (bytes[2] === 5 && bytes[3] === 6));

/** The files in a zip archive of this name, within limits. Names are names only: nothing is ever written under them. Never throws on odd archives. */
export async function openZip(file: string, bytes: Buffer): Promise<OpenedArchive> {
  let zip: ZipFile;
  try {
    zip = await fromBufferPromise(bytes, { decodeStrings: false, validateEntrySizes: true, lazyEntries: true });
  } catch {
    return { files: [], leftOut: [{ code: 'archive-damaged', file }] };
  }
  const files: PackedFile[] = [];
  const leftOut: LeftOut[] = [];
  let total = 0;
  try {
    for await (const entry of zip.eachEntry()) {
      const name = nameOf(entry);
      if (/\/$|^__MACOSX\/|(^|\/)\.[^/]*$/.test(name)) continue;
      if (entry.isEncrypted()) leftOut.push({ code: 'packed-encrypted', file, packed: name });
      else if (files.length >= ARCHIVE_LIMITS.files) {
        leftOut.push({ code: 'archive-too-full', file, most: ARCHIVE_LIMITS.files });
        break;
      } else {
        const content = await unpacked(zip, entry, Math.min(ARCHIVE_LIMITS.fileBytes, ARCHIVE_LIMITS.bytes - total));
        if (content === null) leftOut.push({ code: 'packed-unreadable', file, packed: name });
        else {
          total += content.length;
          files.push({ name, bytes: content });
        }
      }
    }
  } catch {
    leftOut.push({ code: 'archive-partly-damaged', file });
  } finally {
    zip.close();
  }
  return { files, leftOut };
}

/** An entry's name as it was packed: UTF-8, or one byte a letter where that makes no sense. */
function nameOf(entry: Entry): string {
  const bytes = entry.fileName as unknown as Buffer;
  const text = bytes.toString('utf8');
  return text.includes('\ufffd') ? bytes.toString('latin1') : text;
}

/** The bytes of an entry; null where they are more than `most`, whatever the archive says of them, or damaged. */
async function unpacked(zip: ZipFile, entry: Entry, most: number): Promise<Buffer | null> {
  if (entry.uncompressedSize > most) return null;
  try {
    const stream = await zip.openReadStreamPromise(entry);
    const chunks: Buffer[] = [];
    let size = 0;
    for await (const chunk of stream) {
      size += (chunk as Buffer).length;
      if (size > most) {
        stream.destroy();
        return null;
      }
      chunks.push(chunk as Buffer);
    }
    return Buffer.concat(chunks);
  } catch {
    return null;
  }
}
