import { scenarioOrders } from '@umber/demo/scenario';
import { drawInvoice, invoiceOfOrder } from '@umber/demo/drawing';
import { arrived, arrivedFile } from './documents.js';
import { testServer, TODAY, until, Visitor, type TestServer } from './harness.js';

/** Orders and receipts as purchasing makes them, and what waits for them. */
describe('orders and receipts', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'tom', 'ruth', 'abel', 'wyn']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(() => server.close());
  const sql = async (text: string, values: unknown[] = []) => (await server.pool.query(text, values)).rows;
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  const look = (document: { id: number }) => people.nell.ok('GET', `/api/documents/${document.id}`);
  const codes = (document: { exceptions: { facts: { code: string } }[] }) => document.exceptions.map(({ facts }) => facts.code).sort();
  const ownerId = async (login: string) => (await sql('select id from people where login = $1', [login]))[0].id as number;
  const supplierId = async (name: string) => (await sql('select id from suppliers where name like $1', [`${name}%`]))[0].id as number;

  const line = (description: string, quantity: string, price: string, more: Record<string, unknown> = {}) => ({
    id: null,
    itemNumber: null,
    ourItem: null,
    description,
    quantity,
    unit: 'pcs',
    price,
    pricePer: '1',
    priceSteps: [],
    byAmount: false,
    check: 'receipt',
    account: '5010',
    costCentre: null,
    ...more,
  });
  const wish = async (supplier: string, lines: unknown[], more: Record<string, unknown> = {}) => ({
    number: '',
    kind: 'goods',
    supplierId: await supplierId(supplier),
    ownerId: await ownerId('tom'),
    costCentre: 'PW',
    project: null,
    currency: 'GBP',
    orderedOn: '2026-11-02',
    blanketId: null,
    valueLimit: null,
    validUntil: null,
    note: '',
    charges: [],
    discountPercent: '0',
    lines,
    ...more,
  });
  const received = (lines: { id: number }[], quantities: string[], more: Record<string, unknown> = {}) => ({
    kind: 'receipt',
    receivedOn: '2026-11-10',
    deliveryNote: 'DN 7',
    lines: lines.map(({ id }, i) => ({ orderLineId: id, quantity: quantities[i] })),
    ...more,
  });

  it('an order is entered, changed with its versions, closed and reopened', async () => {
    const entered = await people.nell.ok('POST', '/api/orders', await wish('Hartscale', [line('Track jack', '2', '310')]));
    expect(entered.order).toMatchObject({ number: expect.stringMatching(/^5\d{4}$/), state: 'open', version: 1, worth: '620.00' });
    const changed = await people.nell.ok('PUT', `/api/orders/${entered.order.id}`, {
      ...(await wish('Hartscale', [
        line('Track jack', '3', '320', { id: entered.order.lines[0].id }),
        line('Jack handle', '3', '1250', { pricePer: '100' }),
      ])),
      number: entered.order.number,
      version: 1,
      reason: 'One more',
    });
    expect(changed.order.lines.map(({ unitPrice, pricePer }: { unitPrice: string; pricePer: string }) => [unitPrice, pricePer])).toEqual([
      ['320', '1'],
      ['12.5', '100'],
    ]);
    expect(changed.versions).toMatchObject([
      {
        version: 1,
        by: 'Nell Ashgrove',
        reason: 'One more',
        changes: [
          { what: 'quantity', line: 1, before: '2', after: '3' },
          { what: 'unitPrice', line: 1, before: '310', after: '320' },
          { what: 'line', line: 2, before: null, after: 'Jack handle' },
        ],
      },
    ]);
    const stale = await people.nell.send('PUT', `/api/orders/${entered.order.id}/state`, {
      version: 1,
      state: 'closed',
      reason: 'Done with',
    });
    expect(stale).toMatchObject({ status: 409, body: { code: 'stale' } });
    const closed = await people.nell.ok('PUT', `/api/orders/${entered.order.id}/state`, {
      version: 2,
      state: 'closed',
      reason: 'Done with',
    });
    const refused = await people.nell.send('POST', `/api/orders/${entered.order.id}/receipts`, received(closed.order.lines, ['1', '1']));
    expect(refused).toMatchObject({ status: 409, body: { message: expect.stringContaining('Reopen it') } });
    const open = await people.nell.ok('PUT', `/api/orders/${entered.order.id}/state`, { version: 3, state: 'open', reason: 'Came late' });
    expect(open.order.state).toBe('open');
    await expect(sql('update order_versions set reason = reason')).rejects.toThrow('append-only');
  });

  it.each([
    ['without lines', { lines: [] }, /at least one line/],
    ['of a price that is no number', { lines: [line('Jack', '1', '12,50')] }, /at most six decimals/],
    ['of no quantity', { lines: [line('Jack', '0', '12')] }, /above zero/],
    ['of an account that is none', { lines: [line('Jack', '1', '12', { account: '9' })] }, /no such account/],
    ['with a limit that is no blanket order', { valueLimit: '100' }, /Only a blanket order/],
    ['by an amount with a price', { lines: [line('Service', '100', '2', { byAmount: true })] }, /price of 1/],
  ])('an order %s is refused with what to do', async (_name, more, words) => {
    const answer = await people.nell.send('POST', '/api/orders', await wish('Hartscale', [line('Jack', '1', '12')], more));
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.status).toBeLessThan(500);
    expect(answer.body.message).toMatch(words);
  });

  it('the same number twice is refused, and two who enter at once have two numbers', async () => {
    const body = await wish('Hartscale', [line('Jack', '1', '12')], { number: 'PO-77' });
    await people.nell.ok('POST', '/api/orders', body);
    expect(await people.tom.send('POST', '/api/orders', body)).toMatchObject({ status: 409, body: { code: 'already-there' } });
    const both = await Promise.all(
      ['nell', 'tom'].map(async (who) => people[who].ok('POST', '/api/orders', await wish('Hartscale', [line('Jack', '1', '12')]))),
    );
    expect(both[0].order.number).not.toBe(both[1].order.number);
  });

  it('receipts come in parts, go back and stand in the books at the order’s price', async () => {
    const { order } = await people.nell.ok('POST', '/api/orders', await wish('Hartscale', [line('Signal lamp', '10', '40')]));
    const value = async () =>
      (
        await sql(
          "select coalesce(sum(debit - credit), 0)::text as v from journal_lines where text like '%GR-%' and account = '5010' and entry_id in (select e.id from journal_entries e join receipts r on r.id = e.receipt_id where r.order_id = $1)",
          [order.id],
        )
      )[0].v;
    await people.tom.ok('POST', `/api/orders/${order.id}/receipts`, received(order.lines, ['6']));
    expect(await value()).toBe('240.00');
    const more = await people.tom.ok('POST', `/api/orders/${order.id}/receipts`, received(order.lines, ['5']));
    expect(more.order.lines[0].received).toBe('11');
    const back = await people.tom.ok('POST', `/api/orders/${order.id}/receipts`, received(order.lines, ['3'], { kind: 'return' }));
    expect([back.order.lines[0].received, await value()]).toEqual(['8', '320.00']);
    const tooMuch = await people.tom.send('POST', `/api/orders/${order.id}/receipts`, received(order.lines, ['9'], { kind: 'return' }));
    expect(tooMuch).toMatchObject({ status: 409, body: { message: expect.stringContaining('8 pcs came') } });
    const tomorrow = await people.tom.send(
      'POST',
      `/api/orders/${order.id}/receipts`,
      received(order.lines, ['1'], { receivedOn: '2026-11-24' }),
    );
    expect(tomorrow.status).toBe(400);
    const balance = await people.ruth.ok('GET', '/api/ledger/trial-balance');
    expect(balance.debit).toBe(balance.credit);
  });

  it('what is inspected counts once it was found good, and is inspected once', async () => {
    const { order } = await people.nell.ok(
      'POST',
      '/api/orders',
      await wish('Hartscale', [line('Boiler tube', '10', '40', { check: 'inspection' })]),
    );
    const came = await people.nell.ok('POST', `/api/orders/${order.id}/receipts`, received(order.lines, ['10']));
    expect(came.order.lines[0].received).toBe('0');
    const inspect = (accepted: string) =>
      people.tom.send('PUT', `/api/receipts/${came.receipts[0].id}/inspection`, { lines: [{ orderLineId: order.lines[0].id, accepted }] });
    const own = await people.nell.send('PUT', `/api/receipts/${came.receipts[0].id}/inspection`, {
      lines: [{ orderLineId: order.lines[0].id, accepted: '10' }],
    });
    expect(own).toMatchObject({ status: 403, body: { code: 'own-work' } });
    expect((await inspect('11')).status).toBe(409);
    expect((await inspect('8')).body.order.lines[0].received).toBe('8');
    expect((await inspect('10')).status).toBe(409);
  });

  it('a blanket order gives no more than its limit, to call-offs and invoices together', async () => {
    const frame = await people.nell.ok(
      'POST',
      '/api/orders',
      await wish('Hartscale', [line('Ballast, per tonne', '9999', '20', { check: 'order' })], {
        kind: 'blanket',
        valueLimit: '1000.00',
        validUntil: '2027-01-31',
      }),
    );
    const callOff = async (quantity: string, more: Record<string, unknown> = {}) =>
      people.nell.send(
        'POST',
        '/api/orders',
        await wish('Hartscale', [line('Ballast, per tonne', quantity, '20')], { blanketId: frame.order.id, ...more }),
      );
    expect((await callOff('40')).status).toBe(201);
    expect(await callOff('11')).toMatchObject({ status: 409, body: { message: expect.stringContaining('200.00 left of 1000.00') } });
    expect(await callOff('1', { orderedOn: '2027-02-01' })).toMatchObject({
      status: 409,
      body: { message: expect.stringContaining('has ended') },
    });
    const page = await people.nell.ok('GET', `/api/orders/${frame.order.id}`);
    expect(page.callOffs).toMatchObject([{ worth: '800.00' }]);
  });

  it('an invoice that waits for its receipt goes on by itself once that is entered, and comes back when goods go back', async () => {
    // The third order of this supplier came short.
    let document = await arrived(server, people.nell, 'hartscale', 2);
    expect([document.tray, codes(document)]).toEqual(['match', ['not-received']]);
    const [order] = document.orders;
    const short = order.lines[0];
    await people.tom.ok('POST', `/api/orders/${order.id}/receipts`, {
      ...received([short], [String(Number(short.quantity) - Number(short.received))]),
    });
    document = await until('it goes on', async () => {
      const now = await look(document);
      return now.tray === 'match' ? null : now;
    });
    expect(['sign-off', 'post']).toContain(document.tray);
    await people.tom.ok('POST', `/api/orders/${order.id}/receipts`, received([short], ['1'], { kind: 'return' }));
    document = await until('it comes back', async () => {
      const now = await look(document);
      return now.tray === 'match' ? now : null;
    });
    expect(codes(document)).toEqual(['not-received']);
    expect(document.trail[0].person).toBeNull();
  });

  it('an order made for an invoice after it came wants an approver, and who made it neither approves nor posts', async () => {
    const supplier = scenarioOrders(TODAY).find((one) => one.supplier.key === 'crakewell')?.supplier;
    const [drawn] = scenarioOrders(TODAY).filter((one) => one.supplier.key === 'crakewell');
    const pdf = await drawInvoice(invoiceOfOrder({ ...drawn, number: '47001' }, '2026-11-10', 9301, { part: 0.2 }));
    let document = await arrivedFile(server, people.nell, 'late.pdf', pdf, `accounts@${supplier?.domain}`);
    expect([document.tray, codes(document)]).toEqual(['match', ['order-unknown']]);
    const lines = document.lines.map(({ cells }: { cells: Record<string, string> }) =>
      line(cells.description, cells.quantity, cells.unitPrice, {
        check: 'order',
        itemNumber: cells.itemNumber,
        unit: cells.unit,
        account: supplier?.account,
      }),
    );
    await people.abel.ok(
      'POST',
      '/api/orders',
      await wish(supplier?.name ?? '', lines, {
        number: '47001',
        currency: supplier?.currency,
        costCentre: supplier?.costCentre,
        ownerId: await ownerId('tom'),
      }),
    );
    document = await until('it is matched with the new order', async () => {
      const now = await look(document);
      return now.tray === 'match' ? null : now;
    });
    expect(document.tray).toBe('sign-off');
    expect(document.approvals[0].because.because).toContainEqual({ code: 'late-order' });
    expect(document.approvals.map(({ approverId }: { approverId: number }) => approverId)).not.toContain(await ownerId('abel'));
    for (const { approver } of document.approvals) {
      const login = approver.split(' ')[0].toLowerCase();
      people[login] ??= await Visitor.signedIn(server.httpPort, login);
      document = await people[login].ok('POST', at(document, 'approve'), { version: document.version, comment: '' });
    }
    expect(await people.abel.send('POST', at(document, 'post'), { version: document.version })).toMatchObject({
      status: 403,
      body: { code: 'own-posting' },
    });
  });

  it('an auditor looks and changes nothing', async () => {
    expect((await people.wyn.send('POST', '/api/orders', await wish('Hartscale', [line('Jack', '1', '12')]))).status).toBe(403);
    expect((await people.wyn.send('GET', '/api/orders?q=Hartscale')).body.length).toBeGreaterThan(0);
  });
});
