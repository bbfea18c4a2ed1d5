import { spawnSync } from 'node:child_process';
import { chownSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** How workers are shut in: by what the system offers, the first that works. */
export type CageKind = 'other-user' | 'same-user' | 'environment-only';

/** A program before the worker's own, and whom the worker runs as. */
interface Cage {
  readonly kind: CageKind;
  /** Program and arguments that start `node` within the cage; empty where it is started as it is. */
  readonly before: readonly string[];
  readonly uid: number | null;
}

/** A worker opens no files but its own, writes no core dumps, and no file larger than the pages of one that is allowed. */
const LIMITS = ['prlimit', '--nofile=512', '--core=0', `--fsize=${2 * 1024 ** 3}`, '--'];
const NO_RIGHTS = ['--no-new-privs', '--bounding-set', '-all', '--inh-caps', '-all'];

/** The user that owns nothing, where the system has it. */
function nobody(): { uid: number; gid: number } | null {
  const id = (flag: string) => Number(spawnSync('id', [flag, 'nobody'], { encoding: 'utf8' }).stdout.trim() || NaN);
  const [uid, gid] = [id('-u'), id('-g')];
  return Number.isInteger(uid) && Number.isInteger(gid) ? { uid, gid } : null;
}

/** Cages that the system may offer, the tightest first: no network, no rights, and where the server is root another user. */
function candidates(): Cage[] {
  const root = process.getuid?.() === 0;
  const other = root ? nobody() : null;
  const apart = ['unshare', '--net', '--ipc', '--'];
  return [
    ...(other
      ? [
          {
            kind: 'other-user',
            before: [
              ...apart,
              ...LIMITS,
              'setpriv',
              '--reuid',
              String(other.uid),
              '--regid',
              String(other.gid),
              '--clear-groups',
              ...NO_RIGHTS,
              '--',
            ],
            uid: other.uid,
          } as const,
        ]
      : []),
    root
      ? { kind: 'same-user', before: [...apart, ...LIMITS, 'setpriv', ...NO_RIGHTS, '--'], uid: null }
      : {
          kind: 'same-user',
          before: ['unshare', '--user', '--map-current-user', '--net', '--ipc', '--', ...LIMITS, 'setpriv', '--no-new-privs', '--'],
          uid: null,
        },
    { kind: 'environment-only', before: [], uid: null },
  ];
}

/** Reads the program that would run, and finds no network: what a cage must allow and must not. */
const PROBE = `require('fs').readFileSync(process.argv[1]);
const socket = require('net').connect(9, '127.0.0.1');
socket.on('error', ({ code }) => process.exit(code === 'ENETUNREACH' ? 0 : 3));
socket.on('connect', () => process.exit(3));`;

function works({ kind, before }: Cage, script: string): boolean {
  if (kind === 'environment-only') return true;
  const [program, ...args] = [...before, process.execPath, '-e', PROBE, script];
  return spawnSync(program, args, { env: emptyEnvironment(tmpdir()), stdio: 'ignore', timeout: 20_000, cwd: '/' }).status === 0;
}

let chosen: Cage | undefined;

/** The cage that workers of this program are put into. */
export function cageFor(script: string): Cage {
  return (chosen ??= candidates().find((cage) => works(cage, script)) as Cage);
}

/** A worker's environment: nothing of the server's own. */
const emptyEnvironment = (folder: string): NodeJS.ProcessEnv => ({
  PATH: '/usr/local/bin:/usr/bin:/bin',
  LANG: 'C.UTF-8',
  HOME: folder,
  TMPDIR: folder,
});

/** How a worker is started: with `fork`'s options, in a temporary folder of its own that `clear` removes. */
export function caged(script: string, nodeArguments: readonly string[]) {
  const { before, uid } = cageFor(script);
  const folder = mkdtempSync(join(tmpdir(), 'umber-reader-'));
  if (uid !== null) chownSync(folder, uid, uid);
  const [program = process.execPath, ...args] = before;
  return {
    execPath: program,
    execArgv: before.length === 0 ? [...nodeArguments] : [...args, process.execPath, ...nodeArguments],
    env: emptyEnvironment(folder),
    cwd: folder,
    clear: () => rmSync(folder, { recursive: true, force: true }),
  };
}

/** The worker's program, also where the server runs from its sources. */
export const WORKER = fileURLToPath(
  new URL(import.meta.url.includes('/src/') ? '../../dist/readers/worker.js' : './worker.js', import.meta.url),
);
