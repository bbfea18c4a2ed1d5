import type { SourceRule } from '@umber/core/intake';
import { ledgerCodes, setHandsEntries, setLedgerCode } from '../other-ledger/queries.js';
import { openPool, type Database } from '../database/database.js';
import { insertSource, replaceRules, sourceOfKind } from '../intake/queries.js';
import { prepareDatabase } from '../works.js';
import { loadDemo } from './load.js';
import { bringOldPapers } from './old-papers.js';

/** Rules that the clerks wrote for mail. */
const DEMO_RULES: readonly SourceRule[] = [
  { conditions: [{ part: 'subject', test: 'contains', text: 'newsletter' }], does: { act: 'turn-away', reason: 'advertising' } },
  { conditions: [{ part: 'recipient', test: 'contains', text: '+coal' }], does: { act: 'department', department: 'Locomotive Shed' } },
];

/** What the stand-in for another ledger calls our codes: but for one that nobody has named yet, and one that it does not know. */
async function nameCodes(db: Database): Promise<void> {
  for (const { kind, ours } of await ledgerCodes(db)) {
    const theirs = kind === 'cost-centre' ? `K-${ours}` : ours === '5320' ? 'GROUNDS' : `${ours}00`;
    if (ours !== '5340') await setLedgerCode(db, { kind, ours, theirs });
  }
  for (const rate of ['0', '5', '5.5', '7', '10', '19', '20', '21', '22'])
    await setLedgerCode(db, { kind: 'tax-rate', ours: rate, theirs: `V${rate.replace('.', '')}` });
  await setHandsEntries(db, true);
}

/** Migrates the database and loads the demo where it is empty. Prints `fresh` or `kept`. */
const url = process.env.UMBER_OWNER_URL;
if (!url) throw new Error('The setting UMBER_OWNER_URL is missing. Start with npm start.');
const pool = openPool(url, 2, 'upkeep');
try {
  await prepareDatabase({ ownerUrl: url, databaseUrl: process.env.UMBER_DATABASE_URL ?? url });
  const folder = process.env.UMBER_DEMO_FOLDER;
  // The folder that the stand-in copier writes to; kept where it was switched off or changed since.
  if (folder)
    await insertSource(
      pool,
      'folder',
      'The copier’s folder',
      true,
      { path: folder, afterwards: 'move', foldersAreTags: true, polls: false },
      null,
    );
  const fresh = await loadDemo(pool, new Date().toISOString().slice(0, 10), true);
  const mail = await sourceOfKind(pool, 'mail');
  if (fresh) await nameCodes(pool);
  // Where nobody writes, nothing is brought over either.
  if (fresh && process.env.UMBER_DEMO_COUNT !== '0') await bringOldPapers(pool);
  if (fresh && mail) await replaceRules(pool, mail.id, DEMO_RULES);
  console.log(fresh ? 'fresh' : 'kept');
} finally {
  await pool.end();
}
