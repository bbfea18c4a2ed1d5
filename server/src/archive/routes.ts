import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { archiveView } from './verify.js';

/** What is kept, and whether it is whole. */
export const archiveRoutes = ({ pool }: Services): Handlers<'archive'> => ({
  archive: () => archiveView(pool),
});
