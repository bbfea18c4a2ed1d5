import type { OtherLedgerView } from '@umber/contract/other-ledger';
import { audit } from '../audit/queries.js';
import { ApiError } from '../api-error.js';
import { inTransaction, type Database } from '../database/database.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';
import {
  batchCsv,
  handedCounts,
  handsEntries,
  ledgerCodes,
  newestBatches,
  releaseEntry,
  sendBatchAgain,
  setHandsEntries,
  setLedgerCode,
  stoppedEntries,
  takeBatchApart,
  waitingBatch,
} from './queries.js';

type OtherLedger =
  'otherLedger' | 'switchOtherLedger' | 'setLedgerCodes' | 'handEntryAgain' | 'sendBatchAgain' | 'makeBatchAnew' | 'ledgerBatch';
const [BATCHES, STOPPED] = [50, 200];

/** Entries handed to another ledger: under which codes, what it said, and what does not go on by itself. */
export const otherLedgerRoutes = ({ pool, ledgerUrl }: Services): Handlers<OtherLedger> => {
  const view = async (db: Database): Promise<OtherLedgerView> => ({
    url: ledgerUrl,
    isOn: await handsEntries(db),
    codes: await ledgerCodes(db),
    ...(await handedCounts(db)),
    batches: await newestBatches(db, BATCHES),
    stopped: await stoppedEntries(db, STOPPED),
  });
  return {
    otherLedger: () => view(pool),
    switchOtherLedger: async ({ input: { isOn }, person }) => {
      if (isOn && ledgerUrl === null)
        throw new ApiError('incomplete', 'No other ledger is named. Ask who runs the server to name one (UMBER_LEDGER_URL).');
      await inTransaction(pool, async (db) => {
        await setHandsEntries(db, isOn);
        await audit(db, person.id, { code: 'other-ledger-switched', isOn });
      });
      return view(pool);
    },
    setLedgerCodes: async ({ input: { codes }, person }) => {
      await inTransaction(pool, async (db) => {
        const known = new Map((await ledgerCodes(db)).map(({ kind, ours, theirs }) => [`${kind} ${ours}`, theirs]));
        for (const change of codes) {
          const before = known.get(`${change.kind} ${change.ours}`);
          if (before === undefined) throw new ApiError('no-such-thing', `There is no ${change.kind.replace('-', ' ')} ${change.ours}.`);
          if (before === change.theirs) continue;
          await setLedgerCode(db, change);
          await audit(db, person.id, { code: 'ledger-code-set', kind: change.kind, ours: change.ours, before, after: change.theirs });
        }
      });
      return view(pool);
    },
    handEntryAgain: async ({ params: { id }, person }) => {
      await inTransaction(pool, async (db) => {
        const entry = await releaseEntry(db, id);
        if (entry === null) throw new ApiError('no-such-thing', 'This entry was not refused, or is on its way again.');
        await audit(db, person.id, { code: 'ledger-entry-again', entry });
      });
      return view(pool);
    },
    sendBatchAgain: async ({ params: { id }, person }) => {
      await inTransaction(pool, async (db) => {
        if (!(await sendBatchAgain(db, id))) throw new ApiError('no-such-thing', 'This batch was answered already.');
        await audit(db, person.id, { code: 'ledger-batch-again', batch: id });
      });
      return view(pool);
    },
    makeBatchAnew: async ({ params: { id }, person }) => {
      await inTransaction(pool, async (db) => {
        const batch = await waitingBatch(db, id);
        if (batch === null) throw new ApiError('no-such-thing', 'This batch was answered already, or is tried again by itself.');
        if (batch.maybeTaken)
          throw new ApiError(
            'incomplete',
            'A try of this batch was not answered, so it may have been booked there. Send it again as it is: it is booked once.',
          );
        await audit(db, person.id, { code: 'ledger-batch-anew', batch: id, entries: await takeBatchApart(db, id) });
      });
      return view(pool);
    },
    ledgerBatch: async ({ params: { id }, response }) => {
      const csv = await batchCsv(pool, id);
      if (csv === null) throw new ApiError('no-such-thing');
      response.attachment(`entries-${id}.csv`).type('text/csv').send(csv);
    },
  };
};
