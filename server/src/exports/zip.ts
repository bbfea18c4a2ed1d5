import { ZipFile } from 'yazl';

/** The day that files in an archive say: the same files make the same bytes. */
const MADE = new Date(2000, 0, 1);

/** An archive of files by their paths, in this order. */
export async function zipped(files: readonly { readonly path: string; readonly bytes: Buffer }[]): Promise<Buffer> {
  const zip = new ZipFile();
  for (const { path, bytes } of files) zip.addBuffer(bytes, path, { mtime: MADE });
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}
