import { createHash } from 'node:crypto';
import type { NextFunction, Request, Response } from 'express';
import { ApiError } from '../api-error.js';
import { personOf } from '../people/sessions.js';
import { noted } from '../log.js';
import type { Services } from '../services.js';
import { answerBefore, beginAnswer, forgetAnswer, keepAnswer } from './queries.js';

const KEY = /^[\x21-\x7e]{1,200}$/;

/**
 * A write with an `Idempotency-Key` is done once: the same request under the same key has the answer that the first one had, with
 * `Idempotent-Replay: true`; another request under it is refused. What failed on the server may be tried again.
 */
export function onceByKey({ pool }: Services) {
  return async (request: Request, response: Response, next: NextFunction): Promise<void> => {
    const key = request.get('Idempotency-Key');
    if (key === undefined || request.method === 'GET') return next();
    if (!KEY.test(key)) throw new ApiError('bad-request', 'An Idempotency-Key is at most 200 plain letters, digits and signs.');
    const { id } = personOf(response);
    const asked = createHash('sha256')
      .update(`${request.method} ${request.originalUrl}\n`)
      .update(JSON.stringify(request.body ?? null))
      .digest();
    if (!(await beginAnswer(pool, id, key, asked))) {
      const before = await answerBefore(pool, id, key);
      if (before && !before.request.equals(asked)) throw new ApiError('key-used');
      if (!before || before.status === null) throw new ApiError('key-busy');
      response.status(before.status).set('Idempotent-Replay', 'true');
      if (before.answer === null) response.end();
      else response.type(before.status >= 400 ? 'application/problem+json' : 'application/json').send(before.answer);
      return;
    }
    // The answer is kept before it goes out: whoever has it can rely on it.
    const end = response.end.bind(response);
    let body: string | null = null;
    const json = response.json.bind(response);
    response.json = (answer: unknown) => {
      body = JSON.stringify(answer);
      return json(answer);
    };
    response.end = ((...args: Parameters<typeof end>) => {
      const { statusCode } = response;
      const kept = statusCode >= 500 ? forgetAnswer(pool, id, key) : keepAnswer(pool, id, key, statusCode, body);
      void kept.catch(noted('the answer to a program could not be kept')).finally(() => end(...args));
      return response;
    }) as typeof response.end;
    next();
  };
}
