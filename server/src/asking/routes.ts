import { changedDocument } from '../documents/view.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { answer, ask, myQuestions } from './ask.js';
import { payShort, waitForReceipt } from './settle.js';

export const askingRoutes = (services: Services): Handlers<'ask' | 'questions' | 'answer' | 'waitForReceipt' | 'payShort'> => ({
  ask: ({ params: { id, exception }, person, input }) => changedDocument(services.pool, id, ask(services, id, person, exception, input)),
  waitForReceipt: ({ params: { id, exception }, person, input }) =>
    changedDocument(services.pool, id, waitForReceipt(services, id, person, exception, input)),
  payShort: ({ params: { id, exception }, person, input }) =>
    changedDocument(services.pool, id, payShort(services, id, person, exception, input)),
  questions: ({ person }) => myQuestions(services, person),
  answer: ({ params: { id }, person, input }) => answer(services, id, person, input),
});
