import { openPool, type Pool } from '@umber/server/database/database';
import { migrate } from '@umber/server/database/migrate';
import { loadDemo } from '@umber/server/demo/load';
import { documentView } from '@umber/server/documents/view';
import { entryRows, openItemCount, openItems, trialBalanceRows } from '@umber/server/ledger/queries';
import { likeDocuments } from '@umber/server/matching/queries';
import { ordersNamed, openLines } from '@umber/server/orders/queries';
import { searchSuppliers, suppliersLike } from '@umber/server/suppliers/queries';
import { arrivalRows, sumUpRestingCounts, trayCounts, trayRows, trayTotal } from '@umber/server/trays/queries';
import { timed, timedLine } from './timed.js';

const DOCUMENTS = 100_000;
const SUPPLIERS = 100_000;
const ORDERS = 50_000;
const TODAY = '2026-11-23';
const TIMES = 40;
/** Milliseconds that each query may take, 95 times in 100. */
const WANTED = 50;

/** So much that a large office has after some years; the same rows each time. */
const SEED = [
  `insert into suppliers (name, tax_id, iban, mail_domain, country, currency, terms_days, default_account, default_cost_centre)
   select (array['Alder', 'Birch', 'Cedar', 'Dogwood', 'Elm', 'Fir', 'Hazel', 'Juniper', 'Larch', 'Maple'])[1 + n % 10] || ' ' || (array['Fixings', 'Bakery', 'Works', 'Dairy', 'Haulage', 'Timber', 'Paints'])[1 + n % 7] || ' ' || n || ' Ltd',
     'GB' || lpad((900000000 - n)::text, 9, '0'), 'GB00BENC' || lpad(n::text, 14, '0'), 'supplier' || n || '.example', 'GB', 'GBP', 30, '5010', 'PW'
   from generate_series(1, ${SUPPLIERS}) n`,
  `insert into orders (number, supplier_id, owner_id, cost_centre, currency, ordered_on, state)
   select 'B' || n, (select min(id) from suppliers) + n % ${SUPPLIERS}, (select min(id) from people), 'PW', 'GBP', date '2026-01-01' + n % 300, case when n % 5 = 0 then 'closed' else 'open' end
   from generate_series(1, ${ORDERS}) n`,
  `insert into order_lines (order_id, position, description, quantity, unit_price, account)
   select o.id, p, 'Goods ' || p, 10, 12.5, '5010' from orders o, generate_series(1, 4) p where o.number like 'B%'`,
  `insert into receipts (number, order_id, received_on) select 'R-' || number, id, ordered_on + 5 from orders where number like 'B%'`,
  `insert into receipt_lines (receipt_id, order_line_id, quantity)
   select r.id, l.id, l.quantity from receipts r join order_lines l on l.order_id = r.order_id where r.number like 'R-B%'`,
  `insert into blobs (sha256, bytes) values (sha256('bench'), 'bench')`,
  `insert into arrivals (source_id, kind, blob, sender, subject, body_text, state)
   select (select id from sources where kind = 'mail'), 'mail', sha256('bench'), 'accounts@supplier' || n % ${SUPPLIERS} || '.example', 'Invoice ' || n, 'Attached is invoice ' || n, 'unpacked'
   from generate_series(1, ${DOCUMENTS}) n`,
  `insert into files (arrival_id, name, blob, read_at) select id, 'invoice-' || id || '.pdf', sha256('bench'), now() from arrivals where subject like 'Invoice %'`,
  `insert into documents (arrival_id, file_id, tray, tray_since, kind, invoice_number, issue_date, due_date, currency, seller_name, net_total, tax_total, gross_total, supplier_id)
   select f.arrival_id, f.id, case when f.id % 100 < 92 then 'posted' when f.id % 100 < 94 then 'filed' else (array['check', 'match', 'sign-off', 'post', 'parked', 'turned-away'])[1 + f.id % 6] end,
     now() - (f.id % 900) * interval '1 day', 'invoice', 'INV-' || f.id, date '2026-11-01' - (f.id % 900)::int, date '2026-12-01' - (f.id % 900)::int, 'GBP', 'Seller', 100 + f.id % 5000, 20, 120 + f.id % 5000,
     (select min(id) from suppliers) + f.id % ${SUPPLIERS}
   from files f where f.name like 'invoice-%'`,
  `insert into document_lines (document_id, position, description, quantity, unit_price, net_amount, account, cost_centre)
   select d.id, p, 'Goods ' || p, 1, 25, 25, '5010', 'PW' from documents d, generate_series(0, 3) p where d.invoice_number like 'INV-%'`,
  `insert into document_orders (document_id, order_id, known_by) select id, (select min(id) from orders) + file_id % ${ORDERS}, 'number' from documents where invoice_number like 'INV-%'`,
  `insert into line_pairs (document_id, line, order_line_id, quantity, amount)
   select d.id, p, (select min(id) from order_lines) + (d.id * 4 + p) % (${ORDERS} * 4), 1, 25 from documents d, generate_series(0, 3) p where d.invoice_number like 'INV-%'`,
  `insert into trail (document_id, act) select d.id, '{"code": "checked"}' from documents d, generate_series(1, 5)`,
  `insert into doubts (document_id, field, question) select id, 'dueDate', '{"code": "not-found"}' from documents where tray = 'check'`,
  `insert into exceptions (document_id, line, facts) select id, 0, '{"code": "iban-changed"}' from documents where tray = 'match'`,
  `insert into approvals (document_id, approver_id, because) select id, (select min(id) from people), '{"person": 1, "because": [{"code": "every"}], "inPlace": false}' from documents where tray = 'sign-off'`,
  `with posted as (select id, row_number() over (order by id) as n, gross_total, supplier_id from documents where tray = 'posted'),
     entries as (insert into journal_entries (number, kind, posted_on, period, description, document_id, currency, exchange_rate)
       select 100000 + n, 'invoice', date '2026-11-10', '2026-11', 'Invoice', id, 'GBP', 1 from posted returning id, document_id),
     credits as (insert into journal_lines (entry_id, position, account, supplier_id, text, debit, credit)
       select e.id, 2, '2100', p.supplier_id, 'Invoice', 0, p.gross_total from entries e join posted p on p.id = e.document_id)
   insert into journal_lines (entry_id, position, account, cost_centre, text, debit, credit) select e.id, 1, '5010', 'PW', 'Invoice', p.gross_total, 0 from entries e join posted p on p.id = e.document_id`,
  'analyze',
];

/** How long the queries of the screens and jobs take beside 100,000 documents. `databaseUrl` is an empty database of its own. */
export async function benchDatabase(databaseUrl: string): Promise<void> {
  const pool = openPool(databaseUrl, 2);
  try {
    await migrate(pool);
    await loadDemo(pool, TODAY);
    const filling = await pool.connect();
    await filling.query('set statement_timeout = 0');
    for (const statement of SEED) await filling.query(statement);
    filling.release(true);
    // As the job does every ten minutes.
    await sumUpRestingCounts(pool);
    const ids = (
      await pool.query<{ id: number }>("select id from documents where tray in ('check', 'match', 'post') order by md5(id::text) limit 200")
    ).rows;
    const supplier = (await pool.query<{ id: number }>('select max(id)::int - 777 as id from suppliers')).rows[0].id;
    let turn = 0;
    const next = () => ids[turn++ % ids.length].id;
    const traits = { name: 'Cedar Haulage 4711 Ltd', taxId: 'GB 899 995 289', iban: null, mailDomain: 'supplier4711.example' };
    const asked: readonly (readonly [string, (db: Pool) => Promise<unknown>])[] = [
      ['tray counts', (db) => trayCounts(db, TODAY)],
      ...(['check', 'match', 'sign-off', 'post', 'posted', 'parked', 'filed'] as const).map(
        (tray) => [`tray ${tray}`, async (db: Pool) => [await trayRows(db, tray, TODAY, 1000), await trayTotal(db, tray)]] as const,
      ),
      ['arrivals, newest', (db) => arrivalRows(db, '', 300)],
      ['arrivals by words', (db) => arrivalRows(db, 'invoice 4711', 300)],
      ['open a document with its order', (db) => documentView(db, next())],
      ['supplier by what a page shows', (db) => suppliersLike(db, traits)],
      ['supplier by a name misread', (db) => suppliersLike(db, { ...traits, name: 'Ceder Hauiage 4711', taxId: null, mailDomain: null })],
      ['supplier by words', (db) => searchSuppliers(db, 'haulage 47')],
      ['supplier by words with a slip', (db) => searchSuppliers(db, 'junper works 3456')],
      ['open order lines of a supplier', (db) => openLines(db, supplier, [], 1)],
      ['orders by words', (db) => ordersNamed(db, 'B4711')],
      ['documents that may be the same', (db) => likeDocuments(db, 1, supplier)],
      ['journal, newest', (db) => entryRows(db, 500)],
      ['open items', async (db) => [await openItems(db, 500), await openItemCount(db)]],
      ['trial balance', (db) => trialBalanceRows(db)],
    ];
    console.log(`${DOCUMENTS} documents, ${SUPPLIERS} suppliers, ${ORDERS} orders; ${TIMES} times each, milliseconds`);
    for (const [name, ask] of asked) {
      console.log(timedLine(name, await timed(() => ask(pool), TIMES), WANTED));
    }
  } finally {
    await pool.end();
  }
}
