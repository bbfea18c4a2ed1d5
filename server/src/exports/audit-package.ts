import { createHash } from 'node:crypto';
import { fetchBlob } from '../archive/blobs.js';
import { SEALED, sealsOf } from '../archive/seal-queries.js';
import { ApiError } from '../api-error.js';
import { searchablePdf } from '../documents/searchable-pdf.js';
import { documentView } from '../documents/view.js';
import { entryOfDocument } from '../ledger/queries.js';
import type { Services } from '../services.js';
import { cameWith } from './queries.js';
import { zipped } from './zip.js';

interface Part {
  readonly path: string;
  readonly bytes: Buffer;
}

/**
 * All that there is of one document, for who audits it: the file and the mail as they came, a PDF that can be searched, its data, who approved, the
 * entry, the trail, and the sums of it all; of an original that was deleted, what stays. @throws ApiError where there is no such document.
 */
export async function auditPackage(services: Services, id: number): Promise<Buffer> {
  const { pool } = services;
  const { pages, trail, steps: _steps, ...view } = await documentView(pool, id);
  const came = await cameWith(pool, id);
  if (!came) throw new ApiError('no-such-document');
  const json = (path: string, value: unknown): Part => ({ path, bytes: Buffer.from(`${JSON.stringify(value, null, 1)}\n`) });
  const parts: Part[] = [
    ...(came.blob ? [{ path: `original/${plain(came.fileName)}`, bytes: await fetchBlob(pool, came.blob) }] : []),
    ...(came.dataBlob ? [{ path: 'original/data.xml', bytes: await fetchBlob(pool, came.dataBlob) }] : []),
    ...(came.kind === 'mail' && came.arrivalBlob ? [{ path: 'original/mail.eml', bytes: await fetchBlob(pool, came.arrivalBlob) }] : []),
    ...(pages.length > 0 ? [{ path: 'document.pdf', bytes: await searchablePdf(services, id) }] : []),
    json('document.json', view),
    json('approvals.json', view.approvals),
    json('entry.json', await entryOfDocument(pool, id)),
    json('trail.json', [...trail].reverse()),
    json(
      'seals.json',
      Object.fromEntries(await Promise.all(SEALED.map(async (kind) => [kind, (await sealsOf(pool, kind)).map(sealLine)] as const))),
    ),
  ];
  const sums = parts.map(({ path, bytes }) => `${createHash('sha256').update(bytes).digest('hex')}  ${path}\n`).join('');
  return zipped([...parts, { path: 'SHA256SUMS', bytes: Buffer.from(sums) }, { path: 'VERIFY.txt', bytes: Buffer.from(noteOf(id)) }]);
}

/** A name that no archive program takes for a path. */
const plain = (name: string): string => name.replace(/[^\p{L}\p{N}. _-]/gu, '_').replace(/^\.+/, '_');

const sealLine = ({ day, rows, previous, head }: { day: string; rows: number; previous: Buffer | null; head: Buffer }) => ({
  day,
  rows,
  previous: previous?.toString('hex') ?? null,
  head: head.toString('hex'),
});

const noteOf = (id: number): string => `Document ${id} of Umber Tray.

original/       the file as it came, the mail that it came with, and the data beside it; missing where these were deleted after their time
document.pdf    its pages, with the words that were read and its fields as metadata
document.json   what it says, how it was matched, what was asked and accepted; approvals.json who approved
entry.json      the journal entry; null where it is not posted
trail.json      each step of its history, the oldest first
seals.json      the heads of all sealed days of the trail and the journal

Whether these files are what they were:  sha256sum -c SHA256SUMS
Whether the books are what they were:    ./umber verify --seals COPY_OF_SEALS, in the product, against a copy of the seals that was kept elsewhere;
the heads in seals.json must be among them.
`;
