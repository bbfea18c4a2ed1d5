import { execFileSync } from 'node:child_process';
import { once } from 'node:events';
import { setTimeout as sleep } from 'node:timers/promises';
import { drawInvoice, invoiceOfOrder } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { verifyBooks } from '@umber/server/archive/verify-books';
import { openPool, type Pool } from '@umber/server/database/database';
import { Installation, type Ask } from './installation.js';

/** The database that is killed too, as `scripts/cluster.mjs` makes it. */
interface KilledCluster {
  readonly port: number;
  readonly postmaster: number;
  runs(): boolean;
  start(options: { port: number }): Promise<string>;
}

const VICTIMS = ['server', 'background work', 'worker', 'backend', 'postmaster'] as const;
type Victim = (typeof VICTIMS)[number];

/**
 * Kills a part of the installation at a random moment, again and again, while mails come and people settle and post; what was killed is
 * started again as the starter does. Then: nothing that was acknowledged is lost, nothing is there twice, no number is missing, the books
 * are whole. @throws Error where they are not.
 */
export async function benchFaults(ownerUrl: string, cluster: KilledCluster, rounds: number): Promise<void> {
  const installation = new Installation(ownerUrl, 41_917, 41_925);
  await installation.begin();
  const load = new Load(installation);
  await load.signIn();
  const away = new Map<Victim, number[]>();
  let goesOn = true;
  const loading = load.run(() => goesOn);
  for (let round = 0; round < rounds; round++) {
    const victim = VICTIMS[round % VICTIMS.length];
    await sleep(300 + Math.random() * 1500);
    await kill(victim, installation, cluster);
    const begun = performance.now();
    do await restore(installation, cluster);
    while (!(await served(installation)));
    away.set(victim, [...(away.get(victim) ?? []), performance.now() - begun]);
  }
  goesOn = false;
  await loading;
  const pool = openPool(ownerUrl, 2, 'upkeep');
  try {
    await settled(pool, () => restore(installation, cluster));
    await report(pool, load, away, rounds);
  } finally {
    await pool.end();
    await installation.end();
  }
}

/** Mails that come, documents that are settled and posted, each as one person after the other would; what was acknowledged is noted. */
class Load {
  readonly mails = new Set<string>();
  readonly posted = new Set<number>();
  readonly settledOnes = new Set<number>();
  #clerk: Ask | undefined;
  #controller: Ask | undefined;
  #serial = 0;
  constructor(readonly installation: Installation) {}

  async signIn(): Promise<void> {
    [this.#clerk, this.#controller] = await Promise.all(['nell', 'ruth'].map((login) => this.installation.visitor(login)));
  }

  async run(goesOn: () => boolean): Promise<void> {
    const orders = scenarioOrders('2026-11-23');
    const again = async (work: () => Promise<void>) => {
      while (goesOn()) {
        await work().catch(() => undefined);
        await sleep(40);
      }
    };
    const send = async () => {
      const serial = ++this.#serial;
      const order = orders[serial % orders.length];
      const doubtful = serial % 3 === 0 ? { totalOff: '1.00' } : {};
      const content = await drawInvoice(invoiceOfOrder(order, '2026-11-10', 3000 + serial, { part: 0.1, ...doubtful }));
      await this.installation.mail(`mail ${serial}`, { files: [{ filename: `${serial}.pdf`, content }] });
      this.mails.add(`mail ${serial}`);
    };
    await Promise.all([again(send), again(() => this.#settle()), again(() => this.#post())]);
  }

  async #first(
    ask: Ask | undefined,
    tray: string,
  ): Promise<{ id: number; version: number; doubts: { id: number }[]; fields: Record<string, { value: string }> } | null> {
    if (!ask) return null;
    const { rows } = (await (await ask('GET', `/api/trays/${tray}`)).json()) as { rows: { id: number }[] };
    if (rows.length === 0) return null;
    return (await (await ask('GET', `/api/documents/${rows[Math.floor(Math.random() * rows.length)].id}`)).json()) as never;
  }

  async #settle(): Promise<void> {
    const document = await this.#first(this.#clerk, 'check');
    if (!document || !this.#clerk) return;
    const { netTotal, taxTotal } = document.fields;
    const value = (Number(netTotal.value) + Number(taxTotal.value)).toFixed(2);
    const put = await this.#clerk('PUT', `/api/documents/${document.id}/fields/grossTotal`, { version: document.version, value });
    let { version, doubts } = (await put.json()) as { version: number; doubts: { id: number }[] };
    for (const doubt of doubts)
      ({ version, doubts } = (await (
        await this.#clerk('POST', `/api/documents/${document.id}/doubts/${doubt.id}/settle`, { version })
      ).json()) as never);
    if ((await this.#clerk('POST', `/api/documents/${document.id}/settle`, { version })).ok) this.settledOnes.add(document.id);
  }

  async #post(): Promise<void> {
    const document = await this.#first(this.#controller, 'post');
    if (!document || !this.#controller) return;
    if ((await this.#controller('POST', `/api/documents/${document.id}/post`, { version: document.version })).ok)
      this.posted.add(document.id);
  }
}

async function kill(victim: Victim, { server, works }: Installation, cluster: KilledCluster): Promise<void> {
  const own = victim === 'server' ? server : victim === 'background work' ? works : null;
  if (own) {
    const ended = once(own, 'exit');
    own.kill('SIGKILL');
    await ended;
    return;
  }
  const parent = victim === 'worker' ? works?.pid : cluster.postmaster;
  const pids = victim === 'postmaster' ? [cluster.postmaster] : pidsBelow(parent ?? 0);
  const pid = pids[Math.floor(Math.random() * pids.length)];
  if (pid === undefined) return;
  try {
    process.kill(pid, 'SIGKILL');
  } catch {
    // It ended by itself just now.
  }
  await sleep(20);
}

/** The children of a process. */
function pidsBelow(parent: number): number[] {
  try {
    return execFileSync('ps', ['-o', 'pid=', '--ppid', String(parent)], { encoding: 'utf8' })
      .trim()
      .split(/\s+/)
      .map(Number);
  } catch {
    return [];
  }
}

async function restore(installation: Installation, cluster: KilledCluster): Promise<void> {
  if (!cluster.runs()) await cluster.start({ port: cluster.port });
  const ended = (child: Installation['server']) => !child || child.exitCode !== null || child.signalCode !== null;
  if (ended(installation.server)) await installation.startServer();
  if (ended(installation.works)) await installation.startWorks();
}

/** Whether people are served; where they are not it waits a moment before it says so. */
const served = async (installation: Installation): Promise<boolean> => {
  const answers = await readiness(installation);
  if (!answers) await sleep(50);
  return answers;
};
const readiness = (installation: Installation): Promise<boolean> =>
  fetch(`${installation.origin}/readyz`, { signal: AbortSignal.timeout(2000) }).then(
    ({ ok }) => ok,
    () => false,
  );

/** Waits until all that came has been worked off; what ends meanwhile is started again, as the starter does. */
async function settled(pool: Pool, restore: () => Promise<void>): Promise<void> {
  for (let i = 0; i < 600; i++) {
    await restore();
    const { rows } = await pool.query<{ n: number }>(
      "select (select count(*) from arrivals where state = 'stored')::int + (select count(*) from documents where tray = 'arriving')::int as n",
    );
    if (rows[0].n === 0) return;
    await sleep(500);
  }
}

async function report(pool: Pool, load: Load, away: ReadonlyMap<Victim, readonly number[]>, rounds: number): Promise<void> {
  const list = async (text: string) => (await pool.query<{ name: string }>(text)).rows.map(({ name }) => String(name));
  const arrived = await list('select subject as name from arrivals');
  const entries = new Set(await list('select document_id as name from journal_entries where document_id is not null'));
  const waiting = await list(
    "select subject as name from arrivals where state = 'stored' union all select id::text from documents where tray = 'arriving'",
  );
  const lost = [...load.mails].filter((name) => !arrived.includes(name));
  const unposted = [...load.posted].filter((id) => !entries.has(String(id)));
  const doubled = [
    ...arrived.filter((name, i) => arrived.indexOf(name) !== i),
    ...(await list('select document_id as name from journal_entries where document_id is not null group by 1 having count(*) > 1')),
    ...(await list('select file_id as name from documents group by 1 having count(*) > 1')),
  ];
  const findings = await verifyBooks(pool);
  console.log(
    `${rounds} rounds: ${load.mails.size} mails acknowledged, ${load.settledOnes.size} documents settled, ${load.posted.size} posted`,
  );
  for (const [victim, times] of away) {
    const sorted = [...times].sort((a, b) => a - b);
    const seconds = (ms: number | undefined) => `${((ms ?? NaN) / 1000).toFixed(1)} s`;
    console.log(
      `${victim.padEnd(16)} killed ${String(times.length).padStart(3)} times: people served again after ${seconds(sorted[Math.floor(sorted.length / 2)])}, at most ${seconds(sorted.at(-1))}`,
    );
  }
  console.log(
    `lost ${lost.length}, posted but without entry ${unposted.length}, doubled ${doubled.length}, left waiting ${waiting.length}, off in the books ${findings.length}`,
  );
  if (lost.length + unposted.length + doubled.length + waiting.length + findings.length > 0)
    throw new Error(JSON.stringify({ lost, unposted, doubled, waiting, findings }));
}
