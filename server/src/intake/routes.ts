import { isDeepStrictEqual } from 'node:util';
import { audit } from '../audit/queries.js';
import { inTransaction } from '../database/database.js';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';
import { allTokens, lockSource, replaceRules, revokeAnyToken, revokeToken, rulesOf, tokensOf } from './queries.js';
import { addSource, changeSource, removeSource, sourcesView, trySource } from './sources.js';
import { makeToken } from './tokens.js';
import { startUpload, takePiece, uploadView } from './uploads.js';

const RULES_CHANGED = 'Someone else changed the rules of this source meanwhile. Leave them as they were to see theirs, then repeat.';

type Sources = 'sources' | 'addSource' | 'changeSource' | 'removeSource' | 'trySource' | 'setRules';

/** What arrivals come from, with the rules of each. */
export const sourceRoutes = (services: Services): Handlers<Sources> => {
  const { pool } = services;
  return {
    sources: () => sourcesView(pool),
    addSource: async ({ person, input: { kind, ...change } }) => {
      await addSource(services, person, kind, change);
      return sourcesView(pool);
    },
    changeSource: async ({ params: { id }, person, input }) => {
      await changeSource(services, person, id, input);
      return sourcesView(pool);
    },
    removeSource: async ({ params: { id }, person }) => {
      await removeSource(services, person, id);
      return sourcesView(pool);
    },
    trySource: ({ params: { id }, person }) => trySource(services, person, id),
    setRules: async ({ params: { id }, person, input: { before, rules } }) => {
      await inTransaction(pool, async (db) => {
        const source = await lockSource(db, id);
        if (!source) throw new ApiError('no-such-thing', 'There is no such source any more.');
        const now = await rulesOf(db, id);
        if (!isDeepStrictEqual(now, before)) throw new ApiError('stale', RULES_CHANGED);
        await audit(db, person.id, { code: 'rules-set', source: source.name, before: now, after: rules });
        await replaceRules(db, id, rules);
      });
      return sourcesView(pool);
    },
  };
};

type Uploads = 'startUpload' | 'upload' | 'sendPiece' | 'tokens' | 'makeToken' | 'revokeToken' | 'allTokens' | 'revokeAnyToken';

/** Files from the browser in pieces, and tokens for programs. */
export const uploadRoutes = (services: Services): Handlers<Uploads> => ({
  startUpload: ({ person, input }) => startUpload(services, person, input),
  upload: ({ params: { upload }, person }) => uploadView(services, person, upload),
  sendPiece: ({ params: { upload, starts }, person, input }) => takePiece(services, person, upload, starts, input),
  tokens: ({ person }) => tokensOf(services.pool, person.id),
  makeToken: ({ person, input }) => makeToken(services, person, input),
  allTokens: () => allTokens(services.pool),
  revokeAnyToken: async ({ params: { id }, person }) => {
    const token = await revokeAnyToken(services.pool, id);
    if (!token) throw new ApiError('no-such-thing', 'There is no such token, or it is revoked already.');
    await audit(services.pool, person.id, { code: 'token-revoked', name: token.name });
    return allTokens(services.pool);
  },
  revokeToken: async ({ params: { id }, person }) => {
    const token = (await tokensOf(services.pool, person.id)).find((one) => one.id === id);
    if (!token || !(await revokeToken(services.pool, id, person.id)))
      throw new ApiError('no-such-thing', 'There is no such token, or it is revoked already.');
    await audit(services.pool, person.id, { code: 'token-revoked', name: token.name });
    return tokensOf(services.pool, person.id);
  },
});
