// npm run lint: rules, directions, format and types, two at a time; what one of them says is printed when it ends.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './prerequisites.mjs';

const LANES = [
  [['eslint', '.']],
  [
    ['prettier', '--check', '--log-level', 'warn', '.'],
    // The tests are held against what is built of the rest.
    ['tsc', '-b'],
    ['tsc', '-p', 'tsconfig.tests.json'],
    'depcruise core/src contract/src server/src web/src demo/src stand-ins/src corpus/src evaluation/src --config .dependency-cruiser.mjs'.split(
      ' ',
    ),
  ],
];

/** Runs a command of the project's packages; whether it found nothing. */
function run([command, ...args]) {
  return new Promise((resolve, reject) => {
    const child = spawn(join(ROOT, 'node_modules/.bin', command), args, { cwd: ROOT });
    let said = '';
    child.stdout.on('data', (data) => (said += data));
    child.stderr.on('data', (data) => (said += data));
    child.on('error', reject);
    child.on('close', (code) => {
      if (code !== 0) console.log(`${[command, ...args].join(' ')}\n${said}`);
      resolve(code === 0);
    });
  });
}

async function runAll(lane) {
  let clean = true;
  for (const command of lane) clean = (await run(command)) && clean;
  return clean;
}

const clean = await Promise.all(LANES.map(runAll));
process.exit(clean.every(Boolean) ? 0 : 1);
