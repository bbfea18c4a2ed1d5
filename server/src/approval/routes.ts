import { changedDocument } from '../documents/view.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { approve, sendBack } from './answer.js';

export const approvalRoutes = ({ pool }: Services): Handlers<'approve' | 'sendBack'> => ({
  approve: ({ params: { id }, person, input }) => changedDocument(pool, id, approve(pool, id, person, input)),
  sendBack: ({ params: { id }, person, input }) => changedDocument(pool, id, sendBack(pool, id, person, input)),
});
