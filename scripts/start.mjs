// npm start: sets up what is missing, starts the database, the server and the demo's stand-ins, prints where to go.
import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, watch, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { Cluster, freePort, makeDataFolder, reachable } from './cluster.mjs';
import { keepCluster, Part } from './parts.mjs';
import { ensureBuild, ensureModules, ensurePackages, ensureSpace, ROOT, say, Trouble } from './prerequisites.mjs';

const fresh = process.argv.some((arg) => arg === '--fresh' || arg.startsWith('--fresh='));
/** Starts the server anew when what is built of it changes (npm run dev). */
const watches = process.argv.includes('--watch');
const HTTP_PORT = Number(process.env.UMBER_PORT ?? 4400);
const SMTP_PORT = Number(process.env.UMBER_MAIL_PORT ?? 4425);

const parts = [];
let cluster;
let endWatch = () => undefined;
let folder;
let stopping = false;
/** Whether the folder is ours: another start's marker is not to be removed. */
let claimed = false;

async function stop(code) {
  if (stopping) return;
  stopping = true;
  endWatch();
  await Promise.race([Promise.all(parts.map((part) => part.stop())), new Promise((resolve) => setTimeout(resolve, 8000))]);
  for (const part of parts) part.child?.kill('SIGKILL');
  cluster?.stop();
  if (claimed) rmSync(join(folder, 'running.pid'), { force: true });
  if (claimed) rmSync(join(ROOT, '.data', 'database.url'), { force: true });
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void (console.log('\n  Stopping …'), stop(0)));

/** Starts one of our programs; it runs until everything stops, or, with `once`, until it has done its work. */
async function start(name, program, env, { once = false } = {}) {
  const part = new Part(name, program, env, folder);
  parts.push(part);
  await part.start({ once });
  if (once) parts.splice(parts.indexOf(part), 1);
  return part;
}

/** Starts the server and its background work again a moment after their build has changed. */
function restartOnChange(built) {
  let timer;
  let restarting = Promise.resolve();
  const restart = async () => {
    say('The server starts anew …');
    for (const part of built) await part.again().catch((error) => console.error(`  ${error.message}`));
  };
  for (const part of ['server', 'core', 'contract'])
    watch(join(ROOT, part, 'dist'), { recursive: true }, () => {
      clearTimeout(timer);
      timer = setTimeout(() => (restarting = restarting.then(restart)), 500);
    });
}

/** What --fresh would delete is deleted only when somebody types the word; without a terminal, only where the word is given. */
async function assertMeant() {
  const word = 'delete';
  if (process.argv.includes(`--fresh=${word}`)) return;
  if (!process.stdin.isTTY)
    throw new Trouble(`--fresh deletes everything that was kept, the books too. Where that is meant: npm start -- --fresh=${word}`);
  const asked = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await asked.question(`  --fresh deletes everything that was kept, the books too. Type "${word}" to do so: `);
  asked.close();
  if (answer.trim() !== word) throw new Trouble('Nothing was deleted. npm start goes on with what is there.');
}

/** `.data` in the checkout; where PostgreSQL's user cannot get there, a folder of its own under /var/lib. */
function dataFolder() {
  const own = join(ROOT, '.data');
  makeDataFolder(own);
  if (reachable(own)) return own;
  const elsewhere = `/var/lib/umber-tray-${createHash('sha256').update(ROOT).digest('hex').slice(0, 8)}`;
  makeDataFolder(elsewhere);
  say(`PostgreSQL may not look into ${ROOT}, so the data is kept in ${elsewhere}.`);
  return elsewhere;
}

/** The folder that the stand-in copier writes scans to. */
function copierFolder() {
  const path = join(folder, 'copier');
  mkdirSync(path, { recursive: true, mode: 0o755 });
  return path;
}

/** The installation's key, made once: passwords of mailboxes are sealed with it. */
function secretKey() {
  const path = join(folder, 'secret.key');
  if (!existsSync(path)) writeFileSync(path, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(path, 'utf8').trim();
}

function assertAlone() {
  const path = join(folder, 'running.pid');
  const pid = existsSync(path) ? Number(readFileSync(path, 'utf8')) : null;
  const alive = pid !== null && existsSync(`/proc/${pid}/cmdline`) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs');
  if (alive)
    throw new Trouble(`Umber Tray is running already from this folder (process ${pid}). Use it, or stop it with Ctrl-C in its terminal.`);
  writeFileSync(path, String(process.pid), { mode: 0o600 });
  claimed = true;
}

try {
  console.log('\nUmber Tray\n');
  ensureSpace();
  ensurePackages();
  ensureModules();
  ensureBuild();
  folder = dataFolder();
  assertAlone();
  cluster = new Cluster(folder);
  const loading = join(folder, 'demo.loading');
  if (fresh && cluster.exists && !existsSync(loading)) await assertMeant();
  if (fresh || existsSync(loading)) {
    if (!fresh) say('The last start was cut short while the demo was loading: it begins anew.');
    cluster.stop();
    for (const name of ['postgres', 'database.json', 'demo.loading', 'demo.loaded', 'other-ledger.json'])
      rmSync(join(folder, name), { recursive: true, force: true });
  }
  if (!cluster.exists) say('Making the database …');
  cluster.create();
  const ownerUrl = await cluster.start();
  const databaseUrl = cluster.applicationUrl('postgres');
  writeFileSync(join(ROOT, '.data', 'database.url'), ownerUrl, { mode: 0o600 });
  const httpPort = await freePort(HTTP_PORT);
  if (httpPort !== HTTP_PORT) say(`Port ${HTTP_PORT} is in use, so ${httpPort} is taken.`);
  const smtpPort = await freePort(SMTP_PORT);
  const demoPort = await freePort(await freePort(0));
  const postPort = await freePort(await freePort(0));
  const ledgerPort = await freePort(await freePort(0));
  const env = {
    UMBER_DATABASE_URL: databaseUrl,
    UMBER_HTTP_PORT: String(httpPort),
    UMBER_SMTP_PORT: String(smtpPort),
    UMBER_SECRET: secretKey(),
    UMBER_DATA: folder,
    // Folders that sources may fetch from: where others put what is shared, and the demo's copier.
    UMBER_FOLDERS: `${process.env.UMBER_FOLDERS ?? '/srv:/mnt:/media'}:${copierFolder()}`,
    UMBER_SEALS: process.env.UMBER_SEALS ?? join(folder, 'seals.txt'),
    // Letters to suppliers go to the demo's post office, unless a mail server is given.
    UMBER_MAIL_OUT: process.env.UMBER_MAIL_OUT ?? `127.0.0.1:${postPort}`,
    UMBER_MAIL_FROM: process.env.UMBER_MAIL_FROM ?? 'invoices@kestrelfell.example',
    UMBER_DEMO_POST_PORT: String(postPort),
    UMBER_DEMO_POST_FOLDER: join(folder, 'letters'),
    // Entries go to the demo’s other ledger, unless one is named.
    UMBER_LEDGER_URL: process.env.UMBER_LEDGER_URL ?? `http://127.0.0.1:${ledgerPort}/entries`,
    UMBER_DEMO_LEDGER_PORT: String(ledgerPort),
    UMBER_DEMO_LEDGER_FILE: join(folder, 'other-ledger.json'),
    UMBER_DEMO_PORT: String(demoPort),
    UMBER_DEMO_FOLDER: copierFolder(),
    UMBER_DEMO_URL: `http://127.0.0.1:${demoPort}`,
  };
  const marker = join(folder, 'demo.loaded');
  if (!existsSync(marker)) writeFileSync(loading, '');
  await start('Preparing the database', 'server/dist/demo/prepare.js', { ...env, UMBER_OWNER_URL: ownerUrl }, { once: true });
  const server = await start('The server', 'server/dist/main.js', env);
  const works = await start('The background work', 'server/dist/works-main.js', env);
  const supplier = await start('The demo’s suppliers', 'stand-ins/dist/supplier.js', env);
  for (const part of watches ? [supplier] : parts) part.keep();
  endWatch = keepCluster(cluster);
  if (existsSync(loading)) {
    say('The demo’s suppliers are writing: their mails are being read …');
    await start('The demo’s first day', 'stand-ins/dist/first-day.js', env, { once: true });
    rmSync(loading);
    writeFileSync(marker, '');
  }
  const { DEMO_PASSWORD, PEOPLE, COMPANY } = await import('../demo/dist/scenario/index.js');
  console.log(`\n  Open      http://127.0.0.1:${httpPort}\n  Password  ${DEMO_PASSWORD}   (the same for everyone in the demo)\n`);
  for (const person of PEOPLE) console.log(`  ${person.login.padEnd(8)}  ${person.role.padEnd(14)} ${person.name}`);
  console.log(
    `\n  Mail for ${COMPANY.invoicesAddress} is taken at 127.0.0.1:${smtpPort}.\n  Ctrl-C stops everything; npm start -- --fresh begins anew.\n`,
  );
  if (watches) restartOnChange([server, works]);
} catch (error) {
  console.error(error instanceof Trouble ? `\n  ${error.message}\n` : error);
  await stop(1);
}
