// npm start: sets up what is missing, starts the database, the server and the demo's stand-ins, prints where to go.
import { fork } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, openSync, readFileSync, rmSync, watch, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Cluster, freePort, makeDataFolder, reachable } from './cluster.mjs';
import { ensureBuild, ensureModules, ensurePackages, ensureSpace, ROOT, say, Trouble } from './prerequisites.mjs';

const fresh = process.argv.includes('--fresh');
/** Starts the server anew when what is built of it changes (npm run dev). */
const watches = process.argv.includes('--watch');
const HTTP_PORT = Number(process.env.UMBER_PORT ?? 4400);
const SMTP_PORT = Number(process.env.UMBER_MAIL_PORT ?? 4425);

const children = [];
let cluster;
let folder;
let stopping = false;
/** Whether the folder is ours: another start's marker is not to be removed. */
let claimed = false;

async function stop(code) {
  if (stopping) return;
  stopping = true;
  const ended = children.map((child) =>
    child.exitCode !== null || child.signalCode !== null ? null : new Promise((resolve) => child.once('exit', resolve)),
  );
  for (const child of children) child.kill('SIGTERM');
  await Promise.race([Promise.all(ended), new Promise((resolve) => setTimeout(resolve, 8000))]);
  for (const child of children) child.kill('SIGKILL');
  cluster?.stop();
  if (claimed) rmSync(join(folder, 'running.pid'), { force: true });
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void (console.log('\n  Stopping …'), stop(0)));

/** Starts one of our programs and waits until it says that it is ready. */
function start(program, env, { until = 'ready' } = {}) {
  const log = openSync(join(folder, `${program.split('/').at(-1).replace('.js', '')}.log`), 'a', 0o600);
  const child = fork(join(ROOT, program), [], { env: { ...process.env, ...env }, stdio: ['ignore', log, log, 'ipc'] });
  children.push(child);
  return new Promise((resolve, reject) => {
    child.once('message', resolve);
    child.once('exit', (code) =>
      until === 'exit' && code === 0 ? resolve() : reject(new Trouble(`${program} ended with ${code}. What it said stands in ${folder}.`)),
    );
  });
}

/** Ends the server and starts it again a moment after its build has changed. */
function restartOnChange(env) {
  let timer;
  let restarting = Promise.resolve();
  const restart = async () => {
    const at = children.findIndex((child) => child.spawnargs.some((arg) => arg.endsWith('server/dist/main.js')) && child.exitCode === null);
    if (at >= 0) {
      const [child] = children.splice(at, 1);
      child.removeAllListeners('exit');
      const ended = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGTERM');
      await ended;
    }
    say('The server starts anew …');
    await start('server/dist/main.js', env).catch((error) => console.error(`  ${error.message}`));
  };
  for (const part of ['server', 'core', 'contract'])
    watch(join(ROOT, part, 'dist'), { recursive: true }, () => {
      clearTimeout(timer);
      timer = setTimeout(() => (restarting = restarting.then(restart)), 500);
    });
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
  if (fresh || existsSync(loading)) {
    if (!fresh) say('The last start was cut short while the demo was loading: it begins anew.');
    cluster.stop();
    for (const name of ['postgres', 'database.json', 'demo.loading', 'demo.loaded'])
      rmSync(join(folder, name), { recursive: true, force: true });
  }
  if (!cluster.exists) say('Making the database …');
  cluster.create();
  const databaseUrl = await cluster.start();
  const httpPort = await freePort(HTTP_PORT);
  if (httpPort !== HTTP_PORT) say(`Port ${HTTP_PORT} is in use, so ${httpPort} is taken.`);
  const smtpPort = await freePort(SMTP_PORT);
  const demoPort = await freePort(await freePort(0));
  const env = {
    UMBER_DATABASE_URL: databaseUrl,
    UMBER_HTTP_PORT: String(httpPort),
    UMBER_SMTP_PORT: String(smtpPort),
    UMBER_SECRET: secretKey(),
    UMBER_DEMO_PORT: String(demoPort),
    UMBER_DEMO_FOLDER: copierFolder(),
    UMBER_DEMO_URL: `http://127.0.0.1:${demoPort}`,
  };
  const marker = join(folder, 'demo.loaded');
  if (!existsSync(marker)) writeFileSync(loading, '');
  await start('server/dist/demo/prepare.js', env, { until: 'exit' });
  await start('server/dist/main.js', env);
  await start('stand-ins/dist/supplier.js', env);
  if (existsSync(loading)) {
    say('The demo’s suppliers are writing: their mails are being read …');
    await start('stand-ins/dist/first-day.js', env, { until: 'exit' });
    rmSync(loading);
    writeFileSync(marker, '');
  }
  const { DEMO_PASSWORD, PEOPLE, COMPANY } = await import('../demo/dist/scenario/index.js');
  console.log(`\n  Open      http://127.0.0.1:${httpPort}\n  Password  ${DEMO_PASSWORD}   (the same for everyone in the demo)\n`);
  for (const person of PEOPLE) console.log(`  ${person.login.padEnd(8)}  ${person.role.padEnd(14)} ${person.name}`);
  console.log(
    `\n  Mail for ${COMPANY.invoicesAddress} is taken at 127.0.0.1:${smtpPort}.\n  Ctrl-C stops everything; npm start -- --fresh begins anew.\n`,
  );
  if (watches) restartOnChange(env);
  for (const child of watches ? [] : children.filter((one) => one.exitCode === null))
    child.on(
      'exit',
      (code) => void (!stopping && (console.error(`\n  A part ended unexpectedly (${code}). What it said stands in ${folder}.`), stop(1))),
    );
} catch (error) {
  console.error(error instanceof Trouble ? `\n  ${error.message}\n` : error);
  await stop(1);
}
