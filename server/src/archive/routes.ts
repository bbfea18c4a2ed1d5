import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { searchablePdf } from './searchable-pdf.js';
import { keepingView } from './verify.js';

/** What is kept, whether it is whole, and documents to be taken along. */
export const archiveRoutes = ({ pool }: Services): Answers<'searchablePdf' | 'keeping'> => ({
  searchablePdf: async ({ params: { id }, response }) =>
    void response
      .attachment(`document-${id}.pdf`)
      .type('application/pdf')
      .send(await searchablePdf(pool, id)),
  keeping: () => keepingView(pool),
});
