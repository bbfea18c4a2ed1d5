// What the machine must have before Umber Tray can be built and run: Debian packages, npm packages, the build.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../', import.meta.url));
const STAMPS = join(ROOT, 'node_modules/.cache/umber');
/** What the first reader calls the languages of `core/src/languages`, read before anything is built. */
const LANGUAGES = readdirSync(join(ROOT, 'core/src/languages')).flatMap(
  (file) => /^ {2}ocr: '(\w+)',$/m.exec(readFileSync(join(ROOT, 'core/src/languages', file), 'utf8'))?.[1] ?? [],
);
const NEEDED_MB = 1300;

/** A problem that the person at the terminal can solve; printed without a stack. */
export class Trouble extends Error {}

export const isRoot = () => process.getuid?.() === 0;
export const say = (text) => console.log(`  ${text}`);

/** The folder with initdb and pg_ctl, newest version first; null where PostgreSQL is not installed. */
export function postgresHome() {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
  return versions.map((version) => join(base, version, 'bin')).find((bin) => existsSync(join(bin, 'initdb'))) ?? null;
}

const has = (program) => spawnSync('sh', ['-c', `command -v ${program}`]).status === 0;
const hasLanguage = (name) =>
  existsSync(`/usr/share/tesseract-ocr/5/tessdata/${name}.traineddata`) ||
  existsSync(`/usr/share/tesseract-ocr/4.00/tessdata/${name}.traineddata`);

/** Installs the Debian packages that are missing; without root it says the one line to run. */
export function ensurePackages({ browser = false, mailServer = false, pdfTools = false } = {}) {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Trouble(`Node ${process.versions.node} is too old. Umber Tray needs Node 20.19 or later.`);
  const missing = [
    ...(postgresHome() === null ? ['postgresql'] : []),
    ...(has('tesseract') ? [] : ['tesseract-ocr']),
    ...LANGUAGES.filter((name) => !hasLanguage(name)).map((name) => `tesseract-ocr-${name}`),
    ...(browser && !has('chromium') ? ['chromium'] : []),
    ...(pdfTools && !has('qpdf') ? ['qpdf'] : []),
    ...(pdfTools && !has('pdffonts') ? ['poppler-utils'] : []),
    ...(mailServer && !existsSync('/usr/sbin/dovecot') ? ['dovecot-imapd'] : []),
  ];
  if (missing.length === 0) return;
  const line = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (!isRoot()) throw new Trouble(`Some Debian packages are missing. Run this once, then start again:\n\n    sudo ${line}\n`);
  say(`Installing from Debian: ${missing.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const update = spawnSync('apt-get', ['update', '-qq'], { env, encoding: 'utf8' });
  const install = spawnSync('sh', ['-c', `${line} -qq`], { env, encoding: 'utf8' });
  if (install.status !== 0)
    throw new Trouble(
      `Debian’s packages could not be installed (${(install.stderr || update.stderr).trim().split('\n').at(-1)}). Check the network, then run:\n\n    ${line}\n`,
    );
}

/** `npm ci` where the lock file changed since the last time. */
export function ensureModules() {
  const lock = createHash('sha256').update(readFileSync(join(ROOT, 'package-lock.json'))).digest('hex'); // prettier-ignore
  if (stamp('modules') === lock) return;
  say('Installing npm packages …');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], 'The npm packages could not be installed.');
  writeStamp('modules', lock);
}

/** Builds where a source file changed since the last time: what runs in Node, and the interface where it is wanted. */
export function ensureBuild({ web = true } = {}) {
  for (const [name, parts, script, result] of [
    ['node', ['core', 'contract', 'server', 'demo', 'stand-ins', 'corpus', 'evaluation'], 'build:node', 'server/dist/main.js'],
    ['web', ['core', 'contract', 'web'], 'build:web', 'web/dist/browser/index.html'],
  ]) {
    if (name === 'web' && !web) continue;
    const sources = fingerprint(parts);
    if (stamp(`build-${name}`) === sources && existsSync(join(ROOT, result))) continue;
    say(name === 'web' ? 'Building the interface …' : 'Building …');
    run('npm', ['run', script, '--silent'], 'The build failed.');
    writeStamp(`build-${name}`, sources);
  }
}

export function ensureSpace() {
  const { bavail, bsize } = statfsSync(ROOT);
  const free = Math.floor((bavail * bsize) / 1024 / 1024);
  if (free < NEEDED_MB)
    throw new Trouble(`Only ${free} MB are free on the disk that holds ${ROOT}; ${NEEDED_MB} MB are needed. Make room, then start again.`);
}

function run(command, args, failure) {
  try {
    execFileSync(command, args, {
      cwd: ROOT,
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
      maxBuffer: 64 * 1024 * 1024,
      env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
    });
  } catch (error) {
    throw new Trouble(`${failure}\n\n${`${error.stdout ?? ''}\n${error.stderr ?? ''}`.trim().split('\n').slice(-40).join('\n')}\n`);
  }
}

const stamp = (name) => (existsSync(join(STAMPS, name)) ? readFileSync(join(STAMPS, name), 'utf8') : null);
function writeStamp(name, text) {
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(join(STAMPS, name), text);
}

/** What the sources of these parts hold, whatever folder they lie in and whenever they were written. */
function fingerprint(parts) {
  const hash = createHash('sha256');
  const visit = (folder) => {
    for (const entry of readdirSync(join(ROOT, folder), { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (['node_modules', 'dist', '.angular', 'test', 'tsconfig.tsbuildinfo'].includes(entry.name)) continue;
      const path = join(folder, entry.name);
      if (entry.isDirectory()) visit(path);
      else if (!/\.spec\.ts$/.test(entry.name))
        hash
          .update(`${path}\n`)
          .update(readFileSync(join(ROOT, path)))
          .update('\n');
    }
  };
  for (const part of parts) visit(part);
  for (const file of ['package-lock.json', 'tsconfig.base.json']) hash.update(readFileSync(join(ROOT, file)));
  return hash.digest('hex');
}
