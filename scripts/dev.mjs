// npm run dev: database and stand-ins as npm start runs them, on the demo's data; the server starts anew when its code changes, and
// Angular's development server shows the interface with every change at once, passing /api on.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './prerequisites.mjs';

const API = Number(process.env.UMBER_PORT ?? 4400);
const WEB = Number(process.env.UMBER_DEV_PORT ?? 4200);
/** Run as they are: a wrapper around them would leave them behind when it is stopped. */
const TSC = join(ROOT, 'node_modules/typescript/bin/tsc');
const NG = join(ROOT, 'node_modules/@angular/cli/bin/ng.js');
const children = [];

function run(command, args, options = {}) {
  const child = spawn(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  children.push(child);
  child.once('exit', (code) => code !== 0 && code !== null && stop(code));
  return child;
}
function stop(code) {
  for (const child of children) child.kill('SIGTERM');
  process.exitCode = code;
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => stop(0));

const start = run(process.execPath, ['scripts/start.mjs', '--watch'], { stdio: ['inherit', 'pipe', 'inherit'] });
let begun = false;
start.stdout.on('data', (said) => {
  process.stdout.write(said);
  if (begun || !String(said).includes('Ctrl-C stops')) return;
  begun = true;
  run(process.execPath, [TSC, '-b', '--watch', '--preserveWatchOutput']);
  run(process.execPath, [NG, 'serve', '--port', String(WEB), '--proxy-config', 'proxy.dev.mjs'], {
    cwd: join(ROOT, 'web'),
    env: { ...process.env, NG_CLI_ANALYTICS: 'false', UMBER_PORT: String(API) },
  });
  console.log(`\n  The interface with every change at once: http://127.0.0.1:${WEB}\n`);
});
