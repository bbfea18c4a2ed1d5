// npm run bench -- reading | intake | database | answering | checking | habits | pairing | e-invoices | archive | faults: how fast the parts are, as ratios against a baseline of the same run.
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Cluster } from './cluster.mjs';
import { ensureBuild, ensureModules, ensurePackages, isRoot, say, Trouble } from './prerequisites.mjs';

const [part, rounds] = process.argv.slice(2);

/** Runs the work on a database of its own, which is removed afterwards. */
async function withDatabase(work) {
  const folder = mkdtempSync(join(tmpdir(), 'umber-bench-'));
  chmodSync(folder, isRoot() ? 0o711 : 0o700);
  const cluster = new Cluster(folder);
  try {
    cluster.create();
    await work(await cluster.start(), cluster);
  } finally {
    cluster.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}

try {
  if (!['reading', 'intake', 'database', 'answering', 'checking', 'habits', 'pairing', 'e-invoices', 'archive', 'faults'].includes(part))
    throw new Trouble(
      'Say what to measure: npm run bench -- reading, intake, database, answering, checking, habits, pairing, e-invoices, archive or faults',
    );
  ensurePackages({ browser: part === 'reading' || part === 'checking' });
  ensureModules();
  ensureBuild();
  if (part === 'reading') await (await import('../evaluation/dist/bench.js')).benchReading();
  else if (part === 'e-invoices') (await import('../evaluation/dist/bench-e-invoices.js')).benchEInvoices();
  else if (part === 'pairing') (await import('../evaluation/dist/bench-pairing.js')).benchPairing();
  else if (part === 'intake') await withDatabase((await import('../evaluation/dist/bench-intake.js')).benchIntake);
  else if (part === 'archive')
    await withDatabase(async (url) => (await import('../evaluation/dist/bench-archive.js')).benchArchive(url, Number(rounds ?? 200_000)));
  else if (part === 'answering') await withDatabase((await import('../evaluation/dist/bench-answering.js')).benchAnswering);
  else if (part === 'checking') await withDatabase((await import('../evaluation/dist/bench-checking.js')).benchChecking);
  else if (part === 'habits') await withDatabase((await import('../evaluation/dist/bench-habits.js')).benchHabits);
  else if (part === 'faults') {
    const { benchFaults } = await import('../evaluation/dist/bench-faults.js');
    await withDatabase((url, cluster) => benchFaults(url, cluster, Number(rounds ?? 50)));
  } else await withDatabase((await import('../evaluation/dist/bench-database.js')).benchDatabase);
} catch (error) {
  say(error instanceof Trouble ? error.message : String(error.stack));
  process.exit(1);
}
