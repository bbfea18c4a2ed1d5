import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { keepingView } from './verify.js';

/** What is kept, and whether it is whole. */
export const archiveRoutes = ({ pool }: Services): Answers<'keeping'> => ({
  keeping: () => keepingView(pool),
});
