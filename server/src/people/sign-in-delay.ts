import type { Database } from '../database/database.js';
import { failuresOf, type Failures } from './queries.js';

/** After so many failures the wait begins, and doubles with each more: of a login from one address, of a login from anywhere, of an address. */
const FREE = { pair: 5, login: 25, address: 30 } as const;
/** Seconds that nobody waits longer than. */
const LONGEST = 300;

/** Seconds to wait after so many failures, so many seconds ago; 0 for none. */
export function waitAfter({ failures, since }: Failures, free: number): number {
  if (failures < free) return 0;
  return Math.max(0, Math.ceil(Math.min(LONGEST, 2 ** (failures - free)) - since));
}

/** Seconds that this login has to wait from this address before its password is looked at; whether there is such a login does not matter. */
export async function signInDelay(db: Database, login: string, address: string): Promise<number> {
  return Math.max(0, ...(await failuresOf(db, login, address)).map(({ of, ...failures }) => waitAfter(failures, FREE[of])));
}
