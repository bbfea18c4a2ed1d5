import { readFile } from 'node:fs/promises';
import { arrived } from './documents.js';
import { testServer, Visitor, type TestServer } from './harness.js';

/**
 * What a dishonest supplier or colleague would try. Documents arrive as mail does; what a page would have to say is then written into the
 * record, as reading would have, and the document is matched as if it had just been read.
 */
describe('what must not pass unasked', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'tom', 'ruth', 'abel', 'sol']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(() => server.close());
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  const look = (document: { id: number }) => people.nell.ok('GET', `/api/documents/${document.id}`);
  const sql = async (text: string, values: unknown[] = []) => (await server.pool.query(text, values)).rows;
  const codes = (document: { exceptions: { facts: { code: string } }[] }) => document.exceptions.map(({ facts }) => facts.code).sort();

  /** An invoice that arrived, fits and waits at Post, changed by `sql` as if its page said so, and matched again. */
  async function matched(key: string, nth: number, change: (id: number) => Promise<unknown>, twist: Parameters<typeof arrived>[4] = {}) {
    const document = await arrived(server, people.nell, key, nth, { part: 0.1, ...twist });
    expect(document.tray).toBe('post');
    await change(document.id);
    const parked = await people.ruth.ok('POST', at(document, 'park'), { version: document.version, reason: 'Looked at' });
    return people.ruth.ok('POST', at(parked, 'reopen'), { version: parked.version });
  }
  const head = (set: string) => (id: number) => sql(`update documents set ${set} where id = $1`, [id]);

  it('goods whose lines name no quantity, billed again and again', async () => {
    const bare = (id: number) => sql('update document_lines set quantity = null, unit_price = null where document_id = $1', [id]);
    const first = await matched('dapplemere', 0, bare, { part: 1 });
    expect([first.tray, codes(first)]).toEqual(['post', []]);
    const second = await arrived(server, people.nell, 'dapplemere', 0, { part: 0.4 });
    expect(second.tray).toBe('match');
    expect(new Set(codes(second))).toEqual(new Set(['not-received']));
  });

  it.each([
    [
      'carriage that no order has',
      'carriage = 2500, net_total = net_total + 2500, tax_total = tax_total + 125, gross_total = gross_total + 2625',
      ['carriage'],
    ],
    ['tax that no rate makes', 'tax_total = 2500, gross_total = net_total + 2500', ['tax-amount']],
    [
      'a discount that no order has',
      'document_discount = round(net_total * 0.48, 2), net_total = net_total - round(net_total * 0.48, 2), tax_total = round((net_total - round(net_total * 0.48, 2)) * 0.05, 2), gross_total = net_total - round(net_total * 0.48, 2) + round((net_total - round(net_total * 0.48, 2)) * 0.05, 2)',
      ['discount'],
    ],
    ['a total below zero', 'net_total = -net_total, tax_total = -tax_total, gross_total = -gross_total', ['not-above-zero']],
  ])('%s', async (_name, set, wanted) => {
    const document = await arrived(server, people.nell, 'ovenden', 0, { part: 0.05 });
    await sql("update documents set tray = 'match' where id = $1", [document.id]);
    await head(set)(document.id);
    const coded = await people.nell.ok('PUT', at(document, 'coding/0'), {
      version: document.version,
      account: document.lines[0].account,
      costCentre: document.lines[0].costCentre,
    });
    expect(codes(coded).filter((code) => code !== 'duplicate')).toEqual(wanted);
    expect(coded.tray).toBe('match');
  });

  it('a printed rate and another charged', async () => {
    const document = await matched('tarnside', 0, async (id) => {
      await sql('update document_lines set tax_rate = 20 where document_id = $1', [id]);
      await head('tax_total = round(net_total * 0.99, 2), gross_total = net_total + round(net_total * 0.99, 2)')(id);
    });
    expect(document).toMatchObject({ tray: 'match', exceptions: [{ facts: { code: 'tax-amount' }, figures: [{ name: 'tax' }, {}] }] });
  });

  it('a credit note that is printed below zero is no debt, and one that gives back what was never invoiced is asked about', async () => {
    const document = await arrived(server, people.nell, 'bocage', 1, { credit: true, part: 0.2 });
    expect(document.tray).toBe('match');
    expect(codes(document)).toContain('more-than-invoiced');
    await sql('update documents set net_total = -net_total, tax_total = -tax_total, gross_total = -gross_total where id = $1', [
      document.id,
    ]);
    await sql('update document_lines set net_amount = -net_amount, quantity = -quantity where document_id = $1', [document.id]);
    const coded = await people.nell.ok('PUT', at(document, 'coding/0'), {
      version: document.version,
      account: document.lines[0].account,
      costCentre: document.lines[0].costCentre,
    });
    expect(Number(coded.fields.grossTotal.value)).toBeGreaterThan(0);
    expect(
      coded.lines.every(
        (line: { cells: { netAmount: string; quantity: string } }) => Number(line.cells.netAmount) > 0 && Number(line.cells.quantity) > 0,
      ),
    ).toBe(true);
    expect(coded.trail.map(({ act }: { act: { code: string } }) => act.code)).toContain('amounts-turned');
  });

  it('an account that is not on file, accepted by one, or covering another one later', async () => {
    const other = 'GB82WEST12345698765432';
    let document = await arrived(server, people.nell, 'mossrigg', 1, { otherIban: other });
    const exception = document.exceptions.find((one: { facts: { code: string } }) => one.facts.code === 'bank-account');
    const say = (who: string, what: string, version: number) =>
      people[who].send('POST', at(document, `exceptions/${exception.id}/${what}`), { version, reason: 'Rang them' });
    expect(await say('nell', 'accept', document.version)).toMatchObject({ status: 409, body: { code: 'incomplete' } });
    expect((await say('sol', 'confirm', document.version)).status).toBe(403);
    document = (await say('nell', 'confirm', document.version)).body;
    expect(document).toMatchObject({ tray: 'match', exceptions: [{ confirmations: [{ by: 'Nell Ashgrove', reason: 'Rang them' }] }] });
    expect(await say('nell', 'confirm', document.version)).toMatchObject({ status: 403, body: { code: 'own-work' } });
    document = (await say('tom', 'confirm', document.version)).body;
    expect(document.tray).toBe('sign-off');
    // Who confirmed approves nothing of it, and who approves does not post: somebody else stands in.
    expect(document.approvals.map((one: { approver: string }) => one.approver)).not.toContain('Tom Brackley');
    // The page's account is forgotten by nobody who takes it off the record or types the one on file.
    const asker = document.approvals[0].approver === 'Ruth Denholm' ? 'ruth' : 'abel';
    document = await people[asker].ok('POST', at(document, 'send-back'), { version: document.version, reason: 'Look again' });
    document = await people.nell.ok('PUT', at(document, 'fields/sellerIban'), { version: document.version, value: '' });
    for (const doubt of document.doubts)
      document = await people.nell.ok('POST', at(document, `doubts/${doubt.id}/settle`), { version: document.version });
    document = await people.nell.ok('POST', at(document, 'settle'), { version: document.version });
    // Nell had confirmed it and has touched the document since: it is asked again.
    expect(document).toMatchObject({ tray: 'match', exceptions: [{ facts: { code: 'bank-account', account: other }, confirmations: [] }] });
    const again = document.exceptions[0].id;
    const late = await people.nell.send('POST', at(document, `exceptions/${again}/confirm`), { version: document.version, reason: 'Yes' });
    expect(late).toMatchObject({ status: 403, body: { code: 'own-work' } });
  });

  it('a changed IBAN that an earlier version asked about can still be confirmed, by two', async () => {
    const other = 'GB82WEST12345698765432';
    let document = await arrived(server, people.nell, 'tarnside', 1, { part: 0.1, otherIban: other });
    const [exception] = document.exceptions;
    // As that version kept it.
    await sql(
      'update exceptions set facts = \'{"code": "iban-changed"}\', figures = jsonb_set(figures, \'{0,name}\', \'"iban"\') where id = $1',
      [exception.id],
    );
    const migration = new URL('../migrations/0023_accounts_to_confirm.sql', import.meta.url);
    await sql(await readFile(migration, 'utf8'));
    for (const who of ['nell', 'tom'])
      document = await people[who].ok('POST', at(document, `exceptions/${exception.id}/confirm`), {
        version: document.version,
        reason: 'Rang them',
      });
    expect(document.exceptions).toMatchObject([{ id: exception.id, facts: exception.facts, acceptedBy: 'Tom Brackley' }]);
    expect(['sign-off', 'post']).toContain(document.tray);
  });

  it.each([
    ['O for 0', (number: string) => number.replaceAll('0', 'O')],
    ['lost noughts', (number: string) => number.replace(/(\D)0+/g, '$1')],
    ['a prefix', (number: string) => `RG ${number}`],
    ['a suffix', (number: string) => `${number}/A`],
    ['another number', () => 'ZZ-77231'],
  ])('the same invoice once more with %s', async (_name, change) => {
    const first = await arrived(server, people.nell, 'valmorin', 0, { part: 0.1 });
    const [{ number }] = await sql('select invoice_number as number from documents where id = $1', [first.id]);
    const second = await arrived(server, people.nell, 'valmorin', 0, { part: 0.1 });
    await sql('update documents set invoice_number = $2, issue_date = (select issue_date from documents where id = $3) where id = $1', [
      second.id,
      change(number),
      first.id,
    ]);
    await sql("update documents set tray = 'match' where id = any($1) and tray <> 'match'", [[second.id]]);
    const coded = await people.nell.ok('PUT', at(second, 'coding/0'), {
      version: second.version,
      account: second.lines[0].account,
      costCentre: second.lines[0].costCentre,
    });
    expect(codes(coded)).toContain('duplicate');
    await sql("update documents set tray = 'turned-away' where id = any($1)", [[first.id, second.id]]);
  });

  it('the same invoice from another supplier record', async () => {
    const first = await arrived(server, people.nell, 'elsterfurt', 0, { part: 0.1 });
    const [twin] = await sql(
      `insert into suppliers (name, tax_id, iban, mail_domain, country, currency, terms_days, default_account, default_cost_centre, name_key)
       select upper(name), null, iban, null, country, currency, terms_days, default_account, default_cost_centre, name_key from suppliers where id = $1 returning id`,
      [first.supplier.id],
    );
    const second = await arrived(server, people.nell, 'elsterfurt', 0, { part: 0.1 });
    await sql(
      "update documents set tray = 'match', supplier_id = $2, invoice_number = (select invoice_number from documents where id = $3) where id = $1",
      [second.id, twin.id, first.id],
    );
    const coded = await people.nell.ok('PUT', at(second, 'coding/0'), {
      version: second.version,
      account: '5020',
      costCentre: 'WS',
    });
    expect(codes(coded)).toContain('duplicate');
  });

  it('one number of a supplier twice in the books, whatever the program does', async () => {
    const [first, second] = [
      await arrived(server, people.nell, 'lindenau', 0, { part: 0.1 }),
      await arrived(server, people.nell, 'lindenau', 0, { part: 0.2 }),
    ];
    expect([first.tray, second.tray]).toEqual(['post', 'post']);
    await expect(
      sql('update documents set invoice_number = (select invoice_number from documents where id = $2) where id = $1', [
        second.id,
        first.id,
      ]),
    ).rejects.toMatchObject({ constraint: 'documents_number_once' });
  });

  it('one receipt taken by two invoices that are settled at the same moment', async () => {
    const two = [
      await arrived(server, people.nell, 'penaserena', 0, { part: 0.6, totalOff: '2.00' }),
      await arrived(server, people.nell, 'penaserena', 0, { part: 0.7, totalOff: '3.00' }),
    ];
    for (const document of two)
      await sql('update documents set gross_total = net_total + tax_total, amount_due = net_total + tax_total where id = $1', [
        document.id,
      ]);
    for (const document of two) await sql('update doubts set settled_at = now() where document_id = $1', [document.id]);
    await Promise.all(two.map((document) => people.nell.send('POST', at(document, 'settle'), { version: document.version })));
    const after = await Promise.all(two.map(look));
    const trays = after.map(({ tray }) => tray).sort();
    expect(trays[0]).toBe('match');
    expect(['post', 'sign-off']).toContain(trays[1]);
  });

  it('what was parked on its way to the books is not taken by another, and is matched again when it is taken up or posted', async () => {
    let first = await arrived(server, people.nell, 'crakewell', 0);
    first = await people.ruth.ok('POST', at(first, 'park'), { version: first.version, reason: 'Asked the buyer' });
    const second = await arrived(server, people.nell, 'crakewell', 0, { part: 0.5 });
    expect([second.tray, new Set(codes(second))]).toEqual(['match', new Set(['not-received'])]);
    // Goods that go back while it rests: it no longer fits, though it did.
    await sql('delete from receipt_lines where order_line_id = $1', [first.orders[0].lines[0].id]);
    first = await people.ruth.ok('POST', at(first, 'reopen'), { version: first.version });
    expect([first.tray, codes(first)]).toEqual(['match', ['not-received']]);

    const third = await arrived(server, people.nell, 'crakewell', 1, { part: 0.5 });
    await sql('delete from receipt_lines where order_line_id = $1', [third.orders[0].lines[0].id]);
    const refused = await people.ruth.send('POST', at(third, 'post'), { version: third.version });
    expect(refused).toMatchObject({ status: 409, body: { code: 'no-longer-fits' } });
    expect(await look(third)).toMatchObject({ tray: 'match', entryNumber: null, exceptions: [{ facts: { code: 'not-received' } }] });
  });

  it('an account is frozen with the entry that owes money to it, and who confirmed it', async () => {
    const document = await arrived(server, people.nell, 'hartscale', 1, { part: 0.1 });
    const entry = await people.ruth.ok('POST', at(document, 'post'), { version: document.version });
    expect(entry.paidTo).toMatchObject({ source: 'page', confirmedBy: [] });
    await sql('update suppliers set iban = null where id = $1', [document.supplier.id]);
    expect((await people.ruth.ok('GET', at(document, 'entry'))).paidTo).toEqual(entry.paidTo);
    await expect(sql('update entry_accounts set account = null')).rejects.toMatchObject({ code: '42501' });
  });

  it('a new supplier that waits to be confirmed gets no document by itself, and one like another is asked about', async () => {
    const [known] = await people.nell.ok('GET', '/api/suppliers?q=Whinstone');
    const typed = {
      name: 'Whinstone-Telecom Limited',
      taxId: '',
      iban: '',
      mailDomain: '',
      country: 'GB',
      currency: 'GBP',
      termsDays: 30,
      account: '5130',
      costCentre: 'OF',
    };
    const refused = await people.nell.send('POST', '/api/suppliers', typed);
    expect(refused).toMatchObject({ status: 409, body: { code: 'like-another', message: expect.stringContaining(known.name) } });
    const added = await people.nell.ok('POST', '/api/suppliers', { ...typed, another: true });
    expect(added.waitsSince.like).toEqual([known.name]);
    const fresh = { ...typed, name: 'Swinside Tea Merchants Ltd', mailDomain: 'swinside.example', account: '5060', costCentre: 'TR' };
    const waiting = await people.nell.ok('POST', '/api/suppliers', fresh);
    const document = await arrived(server, people.nell, 'dapplemere', 1, { part: 0.1 });
    await sql(
      "update documents set tray = 'match', supplier_id = null, seller_name = $2, seller_tax_id = null, seller_iban = null where id = $1",
      [document.id, waiting.name],
    );
    const coded = await people.nell.ok('PUT', at(document, 'coding/0'), {
      version: document.version,
      account: '5060',
      costCentre: 'TR',
    });
    expect(coded).toMatchObject({ supplier: null, exceptions: [{ facts: { code: 'supplier-unknown' } }] });
  });
});
