import { setTimeout as sleep } from 'node:timers/promises';
import { drawInvoice, invoiceWithoutOrder } from '@umber/demo/drawing';
import { supplierOf } from '@umber/demo/scenario';
import { addDays } from '@umber/core/dates';
import { openPool, type Pool } from '@umber/server/database/database';
import { Installation } from './installation.js';
import { during, p95, whileIdle } from './small-requests.js';

const DOCUMENTS = 500;
/** How many documents are mailed at once. */
const TOGETHER = 10;

/**
 * How long it takes until what one correction taught is read off all that waits of its supplier, and what people notice of it meanwhile.
 * `ownerUrl` is an empty database of its own.
 */
export async function benchHabits(ownerUrl: string): Promise<void> {
  const installation = new Installation(ownerUrl, 41_827, 41_835);
  await installation.begin();
  const pool = openPool(ownerUrl, 4, 'upkeep');
  try {
    const ask = await installation.visitor('nell');
    await arrive(installation, pool);
    const idle = await whileIdle(ask);
    const [first] = (
      await pool.query<{ id: number; version: number }>("select id, version from documents where tray = 'check' order by id limit 1")
    ).rows;
    if (!first) throw new Error('nothing waits at Check');
    const begun = performance.now();
    let next = Infinity;
    const meanwhile = await during(ask, async () => {
      const issued = (await (await ask('GET', `/api/documents/${first.id}`)).json()) as { fields: { issueDate: { value: string } } };
      await ask('PUT', `/api/documents/${first.id}/fields/issueDate`, { version: first.version, value: issued.fields.issueDate.value });
      for (;;) {
        const { rows } = await pool.query<{ read: number }>(
          'select count(distinct document_id)::int as read from readings where habit_owner_id is not null',
        );
        if (rows[0].read > 0 && next === Infinity) next = performance.now() - begun;
        if (rows[0].read >= DOCUMENTS - 1) return;
        await sleep(50);
      }
    });
    const all = performance.now() - begun;
    const each = await pool.query<{ ms: number }>(
      `select percentile_cont(0.5) within group (order by ms) as ms from (
         select 1000 * extract(epoch from read_at - lag(read_at) over (order by read_at)) as ms from readings where habit_owner_id is not null) x where ms is not null`,
    );
    console.log(`${DOCUMENTS} documents wait; one is corrected`);
    console.log(`the first is read again after             ${next.toFixed(0).padStart(7)} ms`);
    console.log(
      `all are read again after                  ${all.toFixed(0).padStart(7)} ms, one every ${Number(each.rows[0]?.ms).toFixed(0)} ms at the median (wanted ≤ 200)`,
    );
    console.log(
      `a small request, p95                      ${p95(meanwhile).toFixed(1).padStart(7)} ms, ${(p95(meanwhile) / p95(idle)).toFixed(2)} times as long as while nothing happens (${p95(idle).toFixed(1)} ms)`,
    );
  } finally {
    await pool.end();
    await installation.end();
  }
}

/** Mails invoices of a supplier who calls everything otherwise than others do, until all wait at Check. */
async function arrive(installation: Installation, pool: Pool): Promise<void> {
  const supplier = supplierOf('harrowgill');
  for (let serial = 0; serial < DOCUMENTS; serial += TOGETHER)
    await Promise.all(
      Array.from({ length: TOGETHER }, async (_, i) => {
        const filename = `oddments-${serial + i}.pdf`;
        const content = await drawInvoice(invoiceWithoutOrder(supplier, addDays('2026-10-01', (serial + i) % 50), 1000 + serial + i));
        await installation.mail(filename, { files: [{ filename, content }] });
      }),
    );
  for (;;) {
    const { rows } = await pool.query<{ waiting: number }>("select count(*)::int as waiting from documents where tray = 'check'");
    if (rows[0].waiting >= DOCUMENTS) return;
    await sleep(500);
  }
}
