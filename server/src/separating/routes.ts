import type { FileView } from '@umber/contract/separating';
import type { Database } from '../database/database.js';
import { sendPicture } from '../documents/pictures.js';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { arrange } from './arrange.js';
import { boundariesOf, fileHead, filePagePicture, filePages, partsOf } from './queries.js';
import { separatorSheet } from './separator-sheet.js';
import { smallPictureOf } from './small-picture.js';

/** Files with their pages, and how these are put together. */
export const separatingRoutes = (
  services: Services,
): Handlers<'file' | 'filePicture' | 'smallFilePicture' | 'arrange' | 'separatorSheet'> => {
  const { pool } = services;
  return {
    file: ({ params: { id } }) => fileView(pool, id),
    filePicture: async ({ params: { id, page }, response }) => sendPicture(pool, response, await filePagePicture(pool, id, page)),
    smallFilePicture: async ({ params: { id, page }, response }) => sendPicture(pool, response, await smallPictureOf(services, id, page)),
    arrange: async ({ params: { id }, person, input }) => {
      await arrange(services, id, person, input);
      return fileView(pool, id);
    },
    separatorSheet: async ({ response }) =>
      void response
        .attachment('separator-sheet.pdf')
        .type('application/pdf')
        .send(await separatorSheet()),
  };
};

async function fileView(db: Database, id: number): Promise<FileView> {
  const head = await fileHead(db, id);
  if (!head) throw new ApiError('no-such-thing', 'There is no such file.');
  const { arrivalId, sender, subject, receivedAt, name, version } = head;
  return {
    id,
    name,
    version,
    arrival: { id: arrivalId, sender, subject, receivedAt },
    pages: await filePages(db, id),
    boundaries: await boundariesOf(db, id),
    documents: await partsOf(db, id),
  };
}
