import { changedDocument } from '../documents/view.js';
import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { approve, sendBack } from './answer.js';

export const approvalRoutes = ({ pool }: Services): Answers<'approve' | 'sendBack'> => ({
  approve: ({ params: { id }, person, asks }) => changedDocument(pool, id, approve(pool, id, person, asks)),
  sendBack: ({ params: { id }, person, asks }) => changedDocument(pool, id, sendBack(pool, id, person, asks)),
});
