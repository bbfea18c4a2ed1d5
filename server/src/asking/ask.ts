import type { AnswerWish, MyQuestion, QuestionWish } from '@umber/contract/asking';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import { inTransaction } from '../database/database.js';
import { bumpVersion, record } from '../documents/change-queries.js';
import { onDocument } from '../documents/lifecycle.js';
import { liveExceptions } from '../documents/queries.js';
import { handOver } from '../letters/post-office.js';
import { noted } from '../log.js';
import { enterReceipts } from '../receiving/receive.js';
import { lookAgain } from '../waiting/look-again.js';
import type { Services } from '../services.js';
import {
  answerQuestion,
  insertQuestion,
  lockQuestionToMail,
  markMailed,
  mayBeAsked,
  missingGoods,
  question,
  questionsTo,
} from './queries.js';

/** Asks a colleague about what does not fit; the document waits at Match, and the answer comes back to it. */
export async function ask(services: Services, id: number, person: Person, exceptionId: number, wish: QuestionWish): Promise<void> {
  const asked = await onDocument(services.pool, id, wish.version, ['match'], async (db) => {
    const exception = (await liveExceptions(db, id)).find((one) => one.id === exceptionId && one.acceptedReason === null);
    if (!exception) throw new ApiError('no-such-thing', 'This exception is no longer open.');
    const name = await mayBeAsked(db, wish.of);
    if (name === null) throw new ApiError('no-such-thing', 'There is nobody of that name who can be asked.');
    if (wish.of === person.id) throw new ApiError('incomplete', 'You cannot ask yourself. Choose a colleague.');
    const added = await insertQuestion(db, { documentId: id, exceptionId, kind: wish.kind, of: wish.of, by: person.id, text: wish.text });
    await record(db, id, person.id, { code: 'asked', of: name, text: wish.text });
    await bumpVersion(db, id);
    return added;
  });
  await services.enqueue('send-question', asked).catch(noted('a question could not be passed on to be mailed'));
}

/** What a person is asked, with the goods that it is about. */
export async function myQuestions({ pool }: Pick<Services, 'pool'>, person: Person): Promise<MyQuestion[]> {
  const all = await questionsTo(pool, person.id);
  return Promise.all(
    all.map(async (one) => ({
      ...one,
      goods: one.kind === 'arrived' && one.answer === null ? await missingGoods(pool, one.documentId) : [],
    })),
  );
}

/** Answers a question that one is asked. What came is entered as a receipt, in the name of who says so. */
export async function answer(services: Services, id: number, person: Person, wish: AnswerWish): Promise<MyQuestion[]> {
  const suppliers = await inTransaction(services.pool, async (db) => {
    const asked = await question(db, id);
    if (!asked) throw new ApiError('no-such-thing', 'There is no such question.');
    if (asked.askedOf !== person.id) throw new ApiError('not-asked', 'Somebody else is asked this.');
    if (!asked.isOpen) throw new ApiError('already-there', 'This was answered already, or is no longer asked.');
    const missing = await missingGoods(db, asked.documentId);
    if (wish.came.some(({ orderLineId }) => !missing.some((one) => one.orderLineId === orderLineId)))
      throw new ApiError('stale', 'What is missing has changed meanwhile. Look at it once more, then answer.');
    const entered =
      wish.came.length === 0 || wish.receivedOn === null
        ? []
        : await enterReceipts(
            services,
            db,
            person,
            [...new Set(wish.came.map(({ orderLineId }) => missing.find((one) => one.orderLineId === orderLineId)?.orderId ?? 0))].map(
              (orderId) => ({
                orderId,
                wish: {
                  kind: 'receipt' as const,
                  receivedOn: wish.receivedOn as string,
                  deliveryNote: '',
                  lines: wish.came.filter(({ orderLineId }) =>
                    missing.some((one) => one.orderLineId === orderLineId && one.orderId === orderId),
                  ),
                },
              }),
            ),
          );
    await answerQuestion(db, id, person.id, wish.answer, wish.words);
    await record(db, asked.documentId, person.id, { code: 'answered', answer: wish.answer, text: wish.words });
    await bumpVersion(db, asked.documentId);
    return entered;
  });
  for (const supplier of suppliers) await lookAgain(services, supplier);
  return myQuestions(services, person);
}

/** Mails a question to who is asked, with where it is answered. Where the mail server does not take it, it is tried again. */
export async function sendQuestion(services: Services, id: number): Promise<void> {
  const { mailOut, publicUrl } = services;
  if (mailOut === null) return;
  const failure = await inTransaction(services.pool, async (db) => {
    const asked = await lockQuestionToMail(db, id);
    if (!asked) return null;
    const about = `${asked.supplier ?? 'a supplier'}${asked.number === null ? '' : `, invoice ${asked.number}`}`;
    const text = `${asked.askedBy} asks about ${about}:\n\n${asked.text}\n\nAnswer here: ${publicUrl}/questions/${asked.id}\n`;
    try {
      await handOver(mailOut, id, { to: asked.to, subject: `Question about ${about}`, text, documentId: asked.documentId });
      await markMailed(db, id, null);
      return null;
    } catch (error) {
      await markMailed(db, id, error instanceof Error ? error.message : String(error));
      return error;
    }
  });
  if (failure !== null) throw failure;
}
