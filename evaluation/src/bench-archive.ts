import { NO_SEARCH, type ArchiveSearch } from '@umber/contract/searching';
import { openPool } from '@umber/server/database/database';
import { migrate } from '@umber/server/database/migrate';
import { loadDemo } from '@umber/server/demo/load';
import { searchArchive } from '@umber/server/searching/archive';
import { timed, timedLine } from './timed.js';

const TODAY = '2026-11-23';
const TIMES = 40;
/** Milliseconds that a search may take, 95 times in 100. */
const WANTED = 100;
const SUPPLIERS = 5000;
/** Words of a page, and how many different ones there are: the commonest on nearly every page, most of them on few. */
const [WORDS, DIFFERENT] = [160, 40_000];

/** So many documents of ten years, a page each; the same each time. */
const seed = (documents: number): string[] => [
  'select setseed(0.4711)',
  ...['documents', 'trail', 'notes', 'pages'].map((table) => `alter table ${table} disable trigger user`),
  `create temporary table vocabulary as select n, case when n = 1 then 'invoice' when n = 40 then 'carriage' when n = 900 then 'haulage'
     else (array['ba', 'ce', 'di', 'fo', 'gu', 'ha', 'je', 'ki', 'lo', 'mu'])[1 + n % 10] || (array['ner', 'lis', 'tor', 'mat', 'gen', 'ver', 'sol', 'ran', 'pel', 'wick'])[1 + n / 10 % 10]
       || (array['an', 'el', 'ing', 'or', 'ust', 'ike', 'ab', 'ent', 'ow', 'ix'])[1 + n / 100 % 10] || (array['s', 'd', 'er', 'ly', 'ment', 'ton', 'ham', 'ford', 'by', ''])[1 + n / 1000 % 10] || chr(97 + n / 10000) end as word
   from generate_series(1, ${DIFFERENT}) n`,
  'create unique index on vocabulary (n)',
  `insert into suppliers (name, tax_id, iban, mail_domain, country, currency, terms_days, default_account, default_cost_centre)
   select 'Larch Timber ' || n || ' Ltd', 'GB' || lpad((900000000 - n)::text, 9, '0'), 'GB00BENC' || lpad(n::text, 14, '0'), 'supplier' || n || '.example', 'GB', 'GBP', 30, '5010', 'PW' from generate_series(1, ${SUPPLIERS}) n`,
  `insert into blobs (sha256, bytes) values (sha256('bench'), 'bench')`,
  `insert into arrivals (source_id, kind, blob, sender, subject, body_text, state)
   select (select id from sources where kind = 'mail'), 'mail', sha256('bench'), 'accounts@supplier' || n % ${SUPPLIERS} || '.example', 'Paper ' || n, 'Attached', 'unpacked' from generate_series(1, ${documents}) n`,
  `insert into files (arrival_id, name, blob, read_at) select id, 'invoice-' || id || '.pdf', sha256('bench'), now() from arrivals where subject like 'Paper %'`,
  `insert into documents (arrival_id, file_id, tray, tray_since, kind, invoice_number, issue_date, currency, seller_name, net_total, tax_total, gross_total, supplier_id)
   select f.arrival_id, f.id, case when f.id % 100 < 94 then 'posted' else 'filed' end, now(), case when f.id % 20 = 0 then 'credit-note' else 'invoice' end, 'INV-' || 100000 + f.id, date '2026-11-01' - (f.id % 3650)::int, 'GBP', 'Seller',
     100 + f.id % 9000, 20, 120 + f.id % 9000, (select min(id) from suppliers) + f.id % ${SUPPLIERS} from files f where f.name like 'invoice-%'`,
  `insert into archive_texts (document_id, page_text, note_text, mail_text, trail_text)
   select d.id, said, '', '', '' from documents d, lateral (select string_agg(word, ' ' order by place) || ' ' || d.invoice_number || ' ' || d.gross_total as said from (
     select place, 1 + floor((exp(random() * ln(${DIFFERENT})) - 1 + d.id * 0))::int as n from generate_series(1, ${WORDS}) as place) as drawn join vocabulary using (n)) as page
   where d.invoice_number like 'INV-%'`,
  `insert into archive (document_id, numbers, words, people, tags)
   select d.id, ' ' || archive_number(d.invoice_number) || '  =' || d.gross_total || ' ', archive_vector('english', page_text, 'A'), array[1 + d.id % 5], '{}'
   from documents d join archive_texts x on x.document_id = d.id where d.invoice_number like 'INV-%' order by d.id`,
  'insert into archive_words (word) select distinct word from vocabulary where length(word) > 3 on conflict do nothing',
  'vacuum analyze',
];

/** How long searches in the archive take among so many documents. `databaseUrl` is an empty database of its own. */
export async function benchArchive(databaseUrl: string, documents: number): Promise<void> {
  const pool = openPool(databaseUrl, 4);
  try {
    await migrate(pool);
    await loadDemo(pool, TODAY);
    const filling = await pool.connect();
    await filling.query('set statement_timeout = 0');
    const begun = performance.now();
    for (const statement of seed(documents)) await filling.query(statement);
    filling.release(true);
    const { rows } = await pool.query<{ size: string }>(
      "select pg_size_pretty(pg_total_relation_size('archive') + pg_total_relation_size('archive_texts')) as size",
    );
    console.log(
      `${documents} documents, filled in ${Math.round((performance.now() - begun) / 1000)} s, the archive takes ${rows[0].size}; ${TIMES} times each, milliseconds`,
    );
    const words = (
      await pool.query<{ word: string; n: number }>(
        "select word, row_number() over (order by md5(word)) as n from archive_words where word ~ '.{6}' order by md5(word) limit 500",
      )
    ).rows;
    let turn = 0;
    const word = () => words[turn++ % words.length].word;
    const number = () => 100_000 + ((turn++ * 7919) % documents);
    const searches: readonly (readonly [string, () => Partial<ArchiveSearch>])[] = [
      ['nothing: the newest', () => ({})],
      ['a number', () => ({ q: `INV-${number()}` })],
      ['part of a number', () => ({ q: String(number()) })],
      ['an amount', () => ({ q: `${1200 + (turn++ % 500)}.00` })],
      ['a word', () => ({ q: word() })],
      ['two words', () => ({ q: `${word()} ${word()}` })],
      ['a word with a slip', () => ({ q: word().replace(/(..)(.)(.)/, '$1$3$2') })],
      ['a word of one page in 50', () => ({ q: 'haulage' })],
      ['a word of one page in 3', () => ({ q: 'carriage' })],
      ['a word of nearly all pages', () => ({ q: 'invoice' })],
      ['exact words', () => ({ q: `“carriage invoice”` })],
      ['a word, a year, a kind', () => ({ q: 'haulage', years: '2024', kinds: 'credit-note' })],
      ['a year, an amount', () => ({ q: '>9000', years: '2019' })],
      ['a supplier', () => ({ suppliers: String(20 + (turn++ % 900)) })],
      ['who', () => ({ q: 'who:nell haulage' })],
    ];
    let slowest = 0;
    for (const [name, wish] of searches) {
      const took = await timed(() => searchArchive(pool, { ...NO_SEARCH, ...wish() }), TIMES);
      slowest = Math.max(slowest, took.most);
      console.log(timedLine(name, took, WANTED));
    }
    const without = await timed(
      () => pool.query("select document_id from archive_texts where page_text ilike '%haulage%' order by 1 desc limit 20"),
      3,
    );
    const all = await timed(() => pool.query("select count(*) from archive_texts where page_text ilike '%haulage%'"), 3);
    console.log(
      `Baseline, all pages read for one word: the first screen ${without.half.toFixed(0)} ms, all that has it ${all.half.toFixed(0)} ms; the slowest search takes ${(slowest / all.half).toFixed(2)} of that.`,
    );
  } finally {
    await pool.end();
  }
}
