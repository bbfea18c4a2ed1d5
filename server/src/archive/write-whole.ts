import { randomUUID } from 'node:crypto';
import { access, open, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** What may go wrong with a folder, as whoever looks after it understands it. */
const FAULTS: Readonly<Record<string, string>> = {
  EACCES: 'The server may not write there. Give it the right to, or choose another folder.',
  EPERM: 'The server may not write there. Give it the right to, or choose another folder.',
  EROFS: 'The folder can only be read.',
  ENOENT: 'The folder is not there.',
  ENOTDIR: 'A part of the path is a file, where a folder should be.',
  ENOSPC: 'There is no room left there.',
  EDQUOT: 'There is no room left there.',
  ENAMETOOLONG: 'The name is longer than the folder takes.',
};
export const folderFault = (error: unknown): string =>
  FAULTS[(error as NodeJS.ErrnoException).code ?? ''] ?? (error instanceof Error ? error.message : 'unknown error');

export const exists = (path: string): Promise<boolean> =>
  access(path).then(
    () => true,
    () => false,
  );

/** Writes a file that is there whole or not at all. */
export async function writeWhole(path: string, bytes: Buffer): Promise<void> {
  const half = join(dirname(path), `.${randomUUID()}.part`);
  try {
    const file = await open(half, 'wx');
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(half, path);
  } catch (error) {
    await rm(half, { force: true });
    throw error;
  }
}
