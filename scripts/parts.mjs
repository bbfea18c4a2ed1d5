// The programs of an installation: each is started, and started again when it ends by itself.
import { fork } from 'node:child_process';
import { openSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, say, Trouble } from './prerequisites.mjs';

/** Seconds before a program that ended is started again, from its first fall on; one that ran for so long begins anew. */
const BACK_OFF = [1, 2, 5, 10, 30];
const RAN_LONG_MS = 5 * 60_000;

export class Part {
  /** `name` as people are told of it; `program` below the checkout; what it says goes into `folder`. */
  constructor(name, program, env, folder) {
    Object.assign(this, { name, program, env, folder });
    this.falls = 0;
    this.ending = false;
  }

  get log() {
    return join(this.folder, `${this.program.split('/').at(-1).replace('.js', '')}.log`);
  }

  /** Starts it and waits until it says that it is ready; with `once`, until it has ended well. */
  start({ once = false } = {}) {
    const log = openSync(this.log, 'a', 0o600);
    const child = fork(join(ROOT, this.program), [], { env: { ...process.env, ...this.env }, stdio: ['ignore', log, log, 'ipc'] });
    this.child = child;
    this.since = Date.now();
    return new Promise((resolve, reject) => {
      if (!once) child.once('message', resolve);
      child.once('error', reject);
      child.once('exit', (code, signal) =>
        once && code === 0 ? resolve() : reject(new Trouble(`${this.name} ended (${code ?? signal}). What it said stands in ${this.log}.`)),
      );
    });
  }

  /** Starts it again whenever it ends, until it is stopped; people are told. */
  keep() {
    this.child.once('exit', (code, signal) => {
      if (this.ending) return;
      this.falls = Date.now() - this.since > RAN_LONG_MS ? 0 : this.falls;
      const seconds = BACK_OFF[Math.min(this.falls++, BACK_OFF.length - 1)];
      say(`${this.name} ended (${code ?? signal}) and is started again in ${seconds} s. What it said stands in ${this.log}.`);
      this.timer = setTimeout(() => {
        this.start().then(
          () => say(`${this.name} runs again.`),
          () => undefined,
        );
        this.keep();
      }, seconds * 1000);
    });
  }

  async again() {
    this.child.removeAllListeners('exit');
    const ended = this.child.exitCode === null ? new Promise((resolve) => this.child.once('exit', resolve)) : null;
    this.child.kill('SIGTERM');
    await ended;
    await this.start();
  }

  /** Asks it to end; resolves when it has. */
  stop() {
    this.ending = true;
    clearTimeout(this.timer);
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
    const ended = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    return ended;
  }
}

/** Milliseconds between two looks at the database. */
const LOOK_MS = 2000;

/** Looks whether PostgreSQL runs and starts it again on its port where it does not. Returns how to end that. */
export function keepCluster(cluster) {
  let falls = 0;
  let busy = false;
  const look = setInterval(async () => {
    if (busy || cluster.runs()) return;
    busy = true;
    say('PostgreSQL has ended and is started again. Nothing that was kept is lost.');
    try {
      await cluster.start({ port: cluster.port });
      falls = 0;
      say('PostgreSQL runs again.');
    } catch (error) {
      const seconds = BACK_OFF[Math.min(falls++, BACK_OFF.length - 1)];
      say(`${error.message}\n  It is tried again in ${seconds} s.`);
      await new Promise((resolve) => setTimeout(resolve, seconds * 1000));
    }
    busy = false;
  }, LOOK_MS);
  return () => clearInterval(look);
}
