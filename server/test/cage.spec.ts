import { fork } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { caged, cageFor, WORKER } from '../src/readers/cage.js';

/** What a hostile file could find out that had taken a worker over. */
const SPY = `
const { connect } = require('node:net');
const { writeFileSync } = require('node:fs');
const { userInfo } = require('node:os');
const tried = (work) => { try { work(); return 'done'; } catch (error) { return error.code; } };
process.once('message', (secret) => {
  const socket = connect(9, '127.0.0.1');
  socket.on('error', ({ code }) => process.send({
    environment: Object.keys(process.env).sort(), network: code, uid: process.getuid(), folder: process.cwd(),
    secret: tried(() => require('node:fs').readFileSync(secret)), outside: tried(() => writeFileSync('/umber-was-here', '')), inside: tried(() => writeFileSync('mine', '')),
  }));
});`;

describe('the cage of a worker', () => {
  it('has none of the server’s secrets, no network, and where the server is root another user', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'umber-spy-'));
    const secret = join(folder, 'database.json');
    await writeFile(secret, 'the password', { mode: 0o600 });
    const { clear, ...options } = caged(WORKER, []);
    const spy = join(options.cwd, 'spy.cjs');
    await writeFile(spy, SPY, { mode: 0o644 });
    const child = fork(spy, [], { ...options, stdio: ['ignore', 'inherit', 'inherit', 'ipc'] });
    const said = new Promise<Record<string, unknown>>((resolve) =>
      child.once('message', (message) => resolve(message as Record<string, unknown>)),
    );
    child.send(secret);
    const { environment, network, uid, folder: own, ...files } = await said;
    child.kill('SIGKILL');
    expect(environment).toEqual(
      ['HOME', 'LANG', 'NODE_CHANNEL_FD', 'NODE_CHANNEL_SERIALIZATION_MODE', 'PATH', 'TMPDIR'].filter((name) =>
        (environment as string[]).includes(name),
      ),
    );
    expect(own).toBe(options.cwd);
    const { kind } = cageFor(WORKER);
    if (kind !== 'environment-only') expect(network).toBe('ENETUNREACH');
    if (kind === 'other-user') {
      expect(uid).not.toBe(process.getuid?.());
      expect(files).toEqual({ secret: 'EACCES', outside: 'EACCES', inside: 'done' });
    }
    clear();
    expect(existsSync(options.cwd)).toBe(false);
  });
});
