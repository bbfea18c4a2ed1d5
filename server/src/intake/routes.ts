import { inTransaction } from '../database/database.js';
import { Refused } from '../errors.js';
import type { Services } from '../services.js';
import type { Answers } from '../serve.js';
import { replaceRules, revokeToken, sourceRow, tokensOf } from './queries.js';
import { addSource, changeSource, removeSource, sourcesView, trySource } from './sources.js';
import { makeToken } from './tokens.js';
import { startUpload, takePiece, uploadView } from './uploads.js';

type Sources = 'sources' | 'addSource' | 'changeSource' | 'removeSource' | 'trySource' | 'setRules';

/** What arrivals come from, with the rules of each. */
export const sourceRoutes = (services: Services): Answers<Sources> => {
  const { pool } = services;
  return {
    sources: () => sourcesView(pool),
    addSource: async ({ asks: { kind, ...change } }) => {
      await addSource(services, kind, change);
      return sourcesView(pool);
    },
    changeSource: async ({ params: { id }, asks }) => {
      await changeSource(services, id, asks);
      return sourcesView(pool);
    },
    removeSource: async ({ params: { id } }) => {
      await removeSource(services, id);
      return sourcesView(pool);
    },
    trySource: ({ params: { id } }) => trySource(services, id),
    setRules: async ({ params: { id }, asks }) => {
      if (!(await sourceRow(pool, id))) throw new Refused('no-such-thing', 'There is no such source any more.');
      await inTransaction(pool, (db) => replaceRules(db, id, asks));
      return sourcesView(pool);
    },
  };
};

type Uploads = 'startUpload' | 'upload' | 'sendPiece' | 'tokens' | 'makeToken' | 'revokeToken';

/** Files from the browser in pieces, and tokens for programs. */
export const uploadRoutes = (services: Services): Answers<Uploads> => ({
  startUpload: ({ person, asks }) => startUpload(services, person, asks),
  upload: ({ params: { upload }, person }) => uploadView(services, person, upload),
  sendPiece: ({ params: { upload, starts }, person, asks }) => takePiece(services, person, upload, starts, Buffer.from(asks)),
  tokens: ({ person }) => tokensOf(services.pool, person.id),
  makeToken: ({ person, asks: { name } }) => makeToken(services, person, name),
  revokeToken: async ({ params: { id }, person }) => {
    if (!(await revokeToken(services.pool, id, person.id)))
      throw new Refused('no-such-thing', 'There is no such token, or it is revoked already.');
    return tokensOf(services.pool, person.id);
  },
});
