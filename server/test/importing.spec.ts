import ExcelJS from 'exceljs';
import { testServer, Visitor, type TestServer } from './harness.js';

/** Tables that people bring in: looked at before, all of it or nothing, and taken back. */
describe('tables that are brought in', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'tom', 'ruth', 'abel', 'wyn']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(() => server.close());
  const sql = async (text: string, values: unknown[] = []) => (await server.pool.query(text, values)).rows;
  const wish = (table: string, text: string | Buffer, fileName = `${table}.csv`) => ({
    table,
    fileName,
    bytes: Buffer.from(text).toString('base64'),
  });
  const start = (who: string, table: string, text: string | Buffer) => people[who].ok('POST', '/api/imports', wish(table, text));
  const send = (who: string, id: number, verb: 'apply' | 'undo') => people[who].send('POST', `/api/imports/${id}/${verb}`);
  const faults = (view: { rows: { faults: { code: string; column: string | null; text?: string }[] }[] }) =>
    view.rows.flatMap((row) => row.faults.map(({ code, column, text }) => text ?? `${column} ${code}`));

  const ORDERS = [
    'Order;Supplier;Order date;Buyer;Cost centre;Currency;Pos;Item;Description;Qty;Unit;Price;Per;Account',
    '70001;Hartscale Sleepers Ltd;3.11.2026;tom;PW;GBP;1;HS-1;Track jack;4;pcs;310,00;;5010',
    '70001;Hartscale Sleepers Ltd;3.11.2026;tom;PW;GBP;2;HS-2;Jack handle;100;pcs;1.250,00;100;5010',
    '70002;Hartscale Sleepers Ltd;4.11.2026;tom;PW;GBP;1;HS-3;Grease;12;pcs;9,50;;5010',
  ];
  const orders = (rows = ORDERS) => rows.join('\r\n');

  it('orders: what would come is shown, comes whole, can be changed by the next file, and goes back', async () => {
    const first = await start('nell', 'orders', orders());
    expect(first.counts).toEqual({ new: 2, changed: 0, same: 0, wrong: 0 });
    expect(await sql("select 1 from orders where number like '7000_'")).toHaveLength(0);
    expect(await send('nell', first.id, 'apply')).toMatchObject({ status: 200, body: { appliedBy: 'Nell Ashgrove' } });
    expect((await send('nell', first.id, 'apply')).status).toBe(409);
    expect(
      await sql(
        "select o.number, p.login, l.position, trim_scale(l.unit_price)::text as price, trim_scale(l.quantity)::text as quantity from orders o join order_lines l on l.order_id = o.id join people p on p.id = o.owner_id where o.number like '7000_' order by 1, 3",
      ),
    ).toEqual([
      { number: '70001', login: 'tom', position: 1, price: '310', quantity: '4' },
      { number: '70001', login: 'tom', position: 2, price: '12.5', quantity: '100' },
      { number: '70002', login: 'tom', position: 1, price: '9.5', quantity: '12' },
    ]);
    const again = await start('nell', 'orders', orders());
    expect(again.counts).toEqual({ new: 0, changed: 0, same: 2, wrong: 0 });
    expect((await send('nell', again.id, 'apply')).body.message).toMatch(/nothing to bring in/);
    const changed = await start('nell', 'orders', orders().replace('9,50', '9,80'));
    expect(changed.rows.find(({ state }: { state: string }) => state === 'changed')).toMatchObject({
      key: '70002',
      changes: [{ what: 'line 1, price', before: '9.5', after: '9.8' }],
    });
    await people.nell.ok('POST', `/api/imports/${changed.id}/apply`);
    expect((await send('nell', first.id, 'undo')).body.message).toMatch(/Only the last/);
    await people.nell.ok('POST', `/api/imports/${changed.id}/undo`);
    expect(
      (
        await sql(
          "select trim_scale(l.unit_price)::text as price, o.version from orders o join order_lines l on l.order_id = o.id where o.number = '70002'",
        )
      )[0],
    ).toEqual({ price: '9.5', version: 3 });
    const listed = (await people.wyn.ok('GET', '/api/imports')) as { id: number; canUndo: boolean }[];
    expect(listed.map(({ id, canUndo }) => [id, canUndo])).toEqual([
      [changed.id, false],
      [first.id, false],
    ]);
  });

  it('say what is wrong by row, and then nothing comes', async () => {
    const rows = orders([
      ORDERS[0],
      ORDERS[1].replaceAll('70001', '70011'),
      ORDERS[1].replaceAll('70001', '70012').replace('tom', 'nobody'),
      ORDERS[1].replaceAll('70001', '70013').replace('310,00', 'a lot'),
      ORDERS[1].replaceAll('70001', '70014').replace(';5010', ';9999'),
      ORDERS[1].replaceAll('70001', '70015').replace('Hartscale Sleepers Ltd', 'Nobody at all'),
      ORDERS[1].replaceAll('70001', ''),
    ]);
    const view = await start('nell', 'orders', rows);
    expect(view.counts).toMatchObject({ new: 1, wrong: 5 });
    expect(faults(view)).toEqual([
      'There is nobody called “nobody”.',
      'price no-number',
      expect.stringMatching(/account/),
      'No supplier is called “Nobody at all”.',
      'orderNumber missing',
    ]);
    expect(await send('nell', view.id, 'apply')).toMatchObject({
      status: 409,
      body: { message: expect.stringMatching(/^5 rows are wrong/) },
    });
    expect(await sql("select 1 from orders where number = '70011'")).toHaveLength(0);
  });

  it('columns are chosen where heads say nothing, and that is remembered', async () => {
    const text = 'A,B,C,D\n70001,1,2,2026-11-10\n70001,2,60,2026-11-10';
    const blind = await start('nell', 'receipts', text);
    expect(blind.counts.wrong).toBe(1);
    const seen = await people.nell.ok('PUT', `/api/imports/${blind.id}/mapping`, {
      mapping: { orderNumber: 0, line: 1, quantity: 2, receivedOn: 3 },
    });
    expect(seen.counts).toEqual({ new: 1, changed: 0, same: 0, wrong: 0 });
    await people.nell.ok('POST', `/api/imports/${blind.id}/apply`);
    const receivedOf = async () =>
      (
        await sql(
          "select l.position, trim_scale(sum(case r.kind when 'return' then -x.quantity else x.quantity end))::text as quantity, bool_and(r.entered_by = p.id) as nell from receipts r join receipt_lines x on x.receipt_id = r.id join order_lines l on l.id = x.order_line_id join orders o on o.id = l.order_id join people p on p.login = 'nell' where o.number = '70001' group by 1 order by 1",
        )
      ).map(({ position, quantity, nell }) => [position, quantity, nell]);
    expect(await receivedOf()).toEqual([
      [1, '2', true],
      [2, '60', true],
    ]);
    expect((await start('nell', 'receipts', text)).mapping).toMatchObject({ orderNumber: 0, line: 1, quantity: 2, receivedOn: 3 });
    await people.nell.ok('POST', `/api/imports/${blind.id}/undo`);
    expect(await receivedOf()).toEqual([
      [1, '0', true],
      [2, '0', true],
    ]);
  });

  it('suppliers: a new one waits for a second person, and so does an account of one on file', async () => {
    const [known] = await sql(
      "select name, tax_id, iban, country, currency, default_account, default_cost_centre, terms_days from suppliers where name like 'Hartscale%'",
    );
    const book = new ExcelJS.Workbook();
    const sheet = book.addWorksheet('Suppliers');
    sheet.addRow(['Lieferant', 'USt-Id', 'IBAN', 'Land', 'Währung', 'Sachkonto', 'Kostenstelle', 'Zahlungsziel', 'Anschrift']);
    sheet.addRow(['Quernmoor Papers Ltd', 'GB293847510', 'GB82WEST12345698765432', 'GB', 'GBP', '5010', 'PW', 30, 'Mill Lane 4']);
    sheet.addRow([
      known.name,
      known.tax_id,
      'GB33BUKB20201555555555',
      known.country,
      known.currency,
      known.default_account,
      known.default_cost_centre,
      45,
      '',
    ]);
    const bytes = Buffer.from(await book.xlsx.writeBuffer());
    const view = await start('nell', 'suppliers', bytes);
    expect([view.counts, faults(view)]).toEqual([{ new: 1, changed: 1, same: 0, wrong: 0 }, []]);
    expect(view.rows.find(({ state }: { state: string }) => state === 'changed').changes).toEqual(
      expect.arrayContaining([
        { what: 'iban (waits for a second person)', before: known.iban, after: 'GB33BUKB20201555555555' },
        { what: 'termsDays', before: String(known.terms_days), after: '45' },
      ]),
    );
    await people.nell.ok('POST', `/api/imports/${view.id}/apply`);
    const state = async () => ({
      added: await sql("select confirmed_by, address from suppliers where name = 'Quernmoor Papers Ltd'"),
      known: (await sql('select iban, terms_days from suppliers where name = $1', [known.name]))[0],
    });
    expect(await state()).toEqual({ added: [{ confirmed_by: null, address: 'Mill Lane 4' }], known: { iban: known.iban, terms_days: 45 } });
    const undone = await send('ruth', view.id, 'undo');
    expect(undone.status).toBe(200);
    expect(await state()).toEqual({ added: [], known: { iban: known.iban, terms_days: known.terms_days } });
    expect(await sql('select 1 from supplier_changes where takes_two and answered_at is null')).toHaveLength(0);
  });

  it('accounts and cost centres are a controller’s', async () => {
    const text = 'Number,Name,Kind\n5990,Sundries,expense\n5010,Materials and parts,expense\n';
    expect((await people.nell.send('POST', '/api/imports', wish('accounts', text))).status).toBe(403);
    expect((await people.tom.send('POST', '/api/imports', wish('accounts', text))).status).toBe(403);
    const view = await start('ruth', 'accounts', text);
    expect(view.counts).toMatchObject({ new: 1, wrong: 0 });
    expect((await send('nell', view.id, 'apply')).status).toBe(403);
    await people.ruth.ok('POST', `/api/imports/${view.id}/apply`);
    await people.ruth.ok('POST', `/api/imports/${view.id}/undo`);
    expect(await sql("select 1 from accounts where number = '5990'")).toHaveLength(0);
    const centres = await start('ruth', 'cost-centres', 'Code\tName\tManager\nQX\tQuarry\tTom Fettle\nQY\tYard\tnobody');
    expect(centres.counts.wrong + centres.counts.new).toBe(2);
    expect(faults(centres).at(-1)).toMatch(/nobody called “nobody”/);
  });

  it('what is no table is turned away with a sentence', async () => {
    for (const [bytes, say] of [
      [Buffer.from([0x50, 0x4b, 3, 4, 1, 2, 3]), /CSV or XLSX/],
      [Buffer.from([0, 1, 2, 3, 4, 0, 0]), /CSV or XLSX/],
      [Buffer.from('only,heads\n'), /no rows below/],
    ] as const) {
      const { status, body } = await people.nell.send('POST', '/api/imports', wish('orders', bytes));
      expect([status, body.message]).toEqual([400, expect.stringMatching(say)]);
    }
  });

  it('what is handed out comes back as it is, and starts no formula', async () => {
    await sql("update suppliers set address = '=1+1' where name like 'Hartscale%'");
    const text = (await people.nell.send('GET', '/api/exports/suppliers')).body as string;
    expect(text).toContain(",'=1+1\n");
    for (const table of ['orders', 'accounts', 'cost-centres']) {
      const view = await start('ruth', table, (await people.ruth.send('GET', `/api/exports/${table}`)).body as string);
      expect([table, view.counts.new, view.counts.changed, faults(view)]).toEqual([table, 0, 0, []]);
    }
  });

  it('two who bring the same in at once bring it once', async () => {
    const text = orders([ORDERS[0], ORDERS[1].replaceAll('70001', '70021')]);
    const [one, two] = [await start('nell', 'orders', text), await start('ruth', 'orders', text)];
    const both = await Promise.all([send('nell', one.id, 'apply'), send('ruth', two.id, 'apply')]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect(await sql("select 1 from orders where number = '70021'")).toHaveLength(1);
  });
});
