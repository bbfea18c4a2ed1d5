import { access, readFile } from 'node:fs/promises';
import { basename, extname, join } from 'node:path';
import { nameUnlike } from '@umber/core/naming';
import { fetchBlob } from '../archive/blobs.js';
import { exists, folderFault, writeWhole } from '../archive/write-whole.js';
import { post } from '../intake/post.js';
import { mailTransport, messageId } from '../letters/post-office.js';
import { folderInReach } from '../intake/reach.js';
import { retryAfter } from '../intake/retry.js';
import type { Services } from '../services.js';
import { noteDelivery, runFiles, takeDelivery } from './queries.js';

interface OutgoingFile {
  readonly position: number;
  readonly name: string;
  readonly type: string;
  readonly bytes: Buffer;
}
type Out = Pick<Services, 'pool' | 'reach' | 'mailOut'>;

/** Sends the files of the run whose turn it is where they are to go. @returns how much there was to do. */
export async function deliverExport(services: Out): Promise<number> {
  const { pool } = services;
  const due = await takeDelivery(pool);
  if (!due) return 0;
  const { runId, name, target, tries } = due;
  const files = await Promise.all(
    (await runFiles(pool, runId)).map(async ({ blob, ...file }) => ({ ...file, bytes: await fetchBlob(pool, blob) })),
  );
  const fault = await (target.kind === 'folder'
    ? intoFolder(services, target.to, files)
    : target.kind === 'mail'
      ? byMail(services, target.to, runId, name, files)
      : toAddress(services, target.to, runId, files));
  await noteDelivery(pool, runId, fault, fault === null ? null : retryAfter(tries));
  return 1;
}

/** Puts files into a folder, beside what is there: nothing is written over. */
async function intoFolder({ reach }: Out, path: string, files: readonly OutgoingFile[]): Promise<string | null> {
  try {
    const folder = await folderInReach(path, reach);
    await access(folder);
    for (const { name, bytes } of files) {
      const ending = extname(name);
      let isThere = false;
      const free = await nameUnlike(basename(name, ending), async (tried) => {
        const path = join(folder, tried + ending);
        if (!(await exists(path))) return false;
        // What a try before this one wrote is not written again.
        isThere = (await readFile(path)).equals(bytes);
        return !isThere;
      });
      if (!isThere) await writeWhole(join(folder, free + ending), bytes);
    }
    return null;
  } catch (error) {
    return folderFault(error);
  }
}

async function toAddress({ reach }: Out, url: string, runId: number, files: readonly OutgoingFile[]): Promise<string | null> {
  for (const { position, name, type, bytes } of files) {
    const headers = {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      // What came half-way comes again: under its key it is the same.
      'Idempotency-Key': `export-${runId}-${position}`,
    };
    const { fault } = await post(url, headers, bytes, reach);
    if (fault !== null) return fault;
  }
  return null;
}

async function byMail({ mailOut }: Out, to: string, runId: number, name: string, files: readonly OutgoingFile[]): Promise<string | null> {
  if (mailOut === null) return 'No mail server is set.';
  const transport = mailTransport(mailOut);
  try {
    await transport.sendMail({
      from: mailOut.from,
      to,
      subject: name,
      text: `${name}: ${files.length === 1 ? 'one file' : `${files.length} files`}.`,
      messageId: messageId(mailOut, `export-${runId}`),
      attachments: files.map((file) => ({ filename: file.name, content: file.bytes, contentType: file.type })),
    });
    return null;
  } catch (error) {
    return error instanceof Error ? error.message : 'unknown error';
  } finally {
    transport.close();
  }
}
