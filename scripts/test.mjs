// npm test: sets up, then lint, unit, integration and browser tests. Names on the command line choose parts, paths choose tests of them:
// npm test -- unit core/src/reading
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, chmodSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Cluster } from './cluster.mjs';
import { ensureBuild, ensureModules, ensurePackages, ensureSpace, isRoot, ROOT, say, Trouble } from './prerequisites.mjs';

const PARTS = ['lint', 'unit', 'integration', 'browser'];
const args = process.argv.slice(2);
const chosen = PARTS.filter((part) => args.includes(part));
const parts = chosen.length > 0 ? chosen : PARTS;
const rest = args.filter((arg) => !PARTS.includes(arg));

function run(name, command, commandArgs, env = {}) {
  console.log(`\n== ${name}`);
  const start = Date.now();
  const { status } = spawnSync(command, commandArgs, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } });
  const took = `after ${Math.round((Date.now() - start) / 1000)} s`;
  if (status !== 0) throw new Trouble(`${name} failed ${took}.`);
  say(`== ${name} passed ${took}`);
}
const jest = (projects, env = {}) =>
  run(
    `${projects[0]} tests`,
    process.execPath,
    [
      '--experimental-vm-modules',
      '--no-warnings',
      'node_modules/jest/bin/jest.js',
      ...rest,
      '--selectProjects',
      ...projects,
      '--maxWorkers=2',
    ],
    env,
  );

let cluster;
let code = 0;
try {
  console.log('Umber Tray: tests');
  // One part of the unit tests by its path needs nothing but what the last whole run left: the way of working on one file.
  const quick = parts.length === 1 && parts[0] === 'unit' && rest.length > 0;
  if (!quick) {
    ensureSpace();
    ensurePackages({
      browser: parts.includes('browser'),
      mailServer: parts.includes('integration'),
      pdfTools: parts.includes('integration'),
    });
    ensureModules();
    ensureBuild({ web: parts.includes('browser') });
  }
  if (parts.includes('lint')) run('lint', 'npm', ['run', '--silent', 'lint']);
  if (parts.includes('unit')) jest(['unit', 'components']);
  if (parts.includes('integration') || parts.includes('browser')) {
    const folder = mkdtempSync(join(tmpdir(), 'umber-test-'));
    chmodSync(folder, isRoot() ? 0o711 : 0o700);
    cluster = new Cluster(folder);
    cluster.create();
    const env = { UMBER_LOG: 'silent', ...process.env, UMBER_TEST_DATABASE_URL: await cluster.start({ durable: false }) };
    if (parts.includes('integration')) jest(['integration'], env);
    if (parts.includes('browser'))
      run('browser tests', process.execPath, ['node_modules/@playwright/test/cli.js', 'test', '-c', 'e2e', ...rest], env);
  }
  say('\nAll passed.');
} catch (error) {
  console.error(error instanceof Trouble ? `\n${error.message}\n` : error);
  code = 1;
} finally {
  cluster?.remove();
  if (cluster) rmSync(cluster.folder, { recursive: true, force: true });
}
process.exit(code);
