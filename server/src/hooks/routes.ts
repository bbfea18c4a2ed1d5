import { randomBytes } from 'node:crypto';
import type { HooksView } from '@umber/contract/hooks';
import { audit } from '../audit/queries.js';
import { ApiError } from '../api-error.js';
import { inTransaction, type Database } from '../database/database.js';
import { encrypt } from '../intake/encryption.js';
import { OutOfReach, urlInReach } from '../intake/reach.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import { hook, hookLog, hooks, insertHook, removeHook, sendAgain } from './queries.js';

type Hooks = 'hooks' | 'makeHook' | 'removeHook' | 'sendHookAgain';
const LOGGED = 60;
const SECRET_BYTES = 32;

/** Other programs that are told when something happens. */
export const hookRoutes = ({ pool, secret: key, reach }: Services): Handlers<Hooks> => {
  const view = async (db: Database): Promise<HooksView> => ({ hooks: await hooks(db), log: await hookLog(db, LOGGED) });
  return {
    hooks: () => view(pool),
    makeHook: async ({ input, person }) => {
      const url = new URL(input.url);
      if (url.username !== '')
        throw new ApiError('bad-request', 'A name and password do not belong into the address: what is sent is signed.');
      await urlInReach(url, reach).catch((error: unknown) => {
        // A name that is not known today may be tomorrow.
        if (error instanceof OutOfReach) throw new ApiError('bad-request', error.message);
      });
      const secret = `whsec_${randomBytes(SECRET_BYTES).toString('base64')}`;
      return inTransaction(pool, async (db) => {
        const id = await insertHook(db, input, encrypt(key, secret), person.id);
        await audit(db, person.id, { code: 'hook-made', url: input.url });
        const made = await hook(db, id);
        if (!made) throw new Error('a hook that was just made is gone');
        return { ...made, secret };
      });
    },
    removeHook: async ({ params: { id }, person }) => {
      await inTransaction(pool, async (db) => {
        const gone = await hook(db, id);
        if (!gone || !(await removeHook(db, id))) throw new ApiError('no-such-thing');
        await audit(db, person.id, { code: 'hook-removed', url: gone.url });
      });
      return view(pool);
    },
    sendHookAgain: async ({ params: { id } }) => {
      if (!(await sendAgain(pool, id))) throw new ApiError('no-such-thing', 'It has arrived, or its address was taken away.');
      return view(pool);
    },
  };
};
