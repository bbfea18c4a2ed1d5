import { drawLetter, type DrawnLetter } from '@umber/demo/drawing';
import { supplierOf } from '@umber/demo/scenario';
import { keepBlob } from '../archive/blobs.js';
import { inTransaction, type Pool } from '../database/database.js';
import { insertArrival, sourceOfKind } from '../intake/queries.js';
import { ageArrival } from './queries.js';

const OLD: readonly (readonly [supplier: string, kind: DrawnLetter['kind'], date: string, amount: string])[] = [
  ['tarnside', 'statement', '2013-11-29', '412.80'],
  ['bellwether', 'reminder', '2013-12-12', '96.15'],
  ['hartscale', 'statement', '2014-03-31', '1204.00'],
  ['crakewell', 'reminder', '2014-05-08', '310.40'],
  ['dapplemere', 'statement', '2014-09-30', '88.00'],
  ['mossrigg', 'reminder', '2015-02-17', '540.75'],
  ['ovenden', 'statement', '2015-06-30', '2310.20'],
  ['fellbeam', 'statement', '2017-12-29', '77.30'],
  ['garthwater', 'reminder', '2019-04-04', '129.90'],
];

/** Papers of earlier years, as if they had been brought over from before: some of them need not be kept any longer. They are read like all others. */
export async function bringOldPapers(pool: Pool): Promise<void> {
  const source = await sourceOfKind(pool, 'upload');
  if (!source) return;
  for (const [key, kind, date, amount] of OLD) {
    const invoices = [
      { number: `${key.slice(0, 2).toUpperCase()}-${date.slice(2, 4)}${date.slice(5, 7)}`, date: `${date.slice(0, 7)}-01`, amount },
    ];
    const bytes = await drawLetter({ supplier: supplierOf(key), kind, date, invoices });
    await inTransaction(pool, async (db) => {
      const arrival = {
        source: source.id,
        kind: 'file',
        bytes,
        name: `${kind} ${date}.pdf`,
        from: null,
        to: [],
        origin: null,
        person: null,
        tags: [],
      } as const;
      const id = await insertArrival(db, arrival, await keepBlob(db, bytes));
      if (id !== null) await ageArrival(db, id, date);
    });
  }
}
