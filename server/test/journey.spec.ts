import { arrived } from './documents.js';
import { testServer, Visitor, type TestServer } from './harness.js';

describe('the way of an invoice', () => {
  let server: TestServer;
  let clerk: Visitor;
  let manager: Visitor;
  let controller: Visitor;
  beforeAll(async () => {
    server = await testServer();
    [clerk, manager, controller] = await Promise.all(['nell', 'tom', 'ruth'].map((login) => Visitor.signedIn(server.httpPort, login)));
  });
  afterAll(() => server.close());
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;

  it('with a price variance leads over a reason and the manager to a balanced entry', async () => {
    let document = await arrived(server, clerk, 'hartscale', 0, { dearer: 6.5 });
    expect(document).toMatchObject({ tray: 'match', exceptions: [{ facts: { code: 'price' }, line: 0 }] });
    document = await clerk.ok('POST', at(document, `exceptions/${document.exceptions[0].id}/accept`), {
      version: document.version,
      reason: 'New price list',
    });
    expect(document).toMatchObject({ tray: 'sign-off', exceptions: [{ acceptedBy: 'Nell Ashgrove', acceptedReason: 'New price list' }] });
    expect(document.approvals.map((one: { approver: string }) => one.approver)).toEqual(['Tom Brackley']);
    document = await manager.ok('POST', at(document, 'approve'), { version: document.version, comment: 'fine' });
    expect(document.tray).toBe('post');
    const preview = await controller.ok('GET', at(document, 'entry'));
    expect(preview.number).toBeNull();
    const entry = await controller.ok('POST', at(document, 'post'), { version: document.version });
    expect(entry.lines.map((line: { account: string }) => line.account)).toEqual(['2150', '5900', '1320', '2100']);
    const again = await controller.ok('GET', `/api/documents/${document.id}`);
    expect(again).toMatchObject({ tray: 'posted', entryNumber: entry.number });
    expect(again.trail.map(({ act }: { act: { code: string } }) => act.code)).toEqual([
      'moved',
      'posted',
      'moved',
      'approved',
      'moved',
      'exception-accepted',
      'moved',
      'exception-raised',
      'order-recognised',
      'supplier-recognised',
      'read',
      'arrived-by-mail',
    ]);
    const { items, count } = await controller.ok('GET', '/api/ledger/open-items');
    expect(count).toBe(items.length);
    expect(items).toContainEqual(
      expect.objectContaining({ documentId: document.id, supplier: 'Hartscale Sleepers Ltd', amount: document.fields.grossTotal.value }),
    );
    const balance = await controller.ok('GET', '/api/ledger/trial-balance');
    expect(balance.debit).toBe(balance.credit);
  });

  it('within tolerance goes on untouched', async () => {
    const document = await arrived(server, clerk, 'crakewell', 0, { dearer: 0.5 });
    expect(document).toMatchObject({ tray: 'post', doubts: [], exceptions: [], approvals: [], checkedBy: null });
  });

  it('is posted once, however often and from wherever it is asked', async () => {
    const document = await arrived(server, clerk, 'mossrigg', 0);
    const second = await Visitor.signedIn(server.httpPort, 'abel');
    const answers = await Promise.all(
      [controller, second, controller, second, controller].map((who) =>
        who.send('POST', at(document, 'post'), { version: document.version }),
      ),
    );
    expect(answers.map((answer) => answer.status)).toEqual([200, 200, 200, 200, 200]);
    expect(new Set(answers.map((answer) => answer.body.number)).size).toBe(1);
    const { rows } = await server.pool.query('select count(*)::int as n from journal_entries where document_id = $1', [document.id]);
    expect(rows[0].n).toBe(1);
    const gaps = await server.pool.query('select count(*)::int as n, max(number)::int as last from journal_entries');
    expect(gaps.rows[0].n).toBe(gaps.rows[0].last);
  });

  it('with doubts is settled by the clerk, every change kept with before and after', async () => {
    let document = await arrived(server, clerk, 'penaserena', 0, { totalOff: '9.00' });
    expect(document.tray).toBe('check');
    expect(document.doubts.map((doubt: { field: string }) => doubt.field)).toContain('grossTotal');
    const early = await clerk.send('POST', at(document, 'settle'), { version: document.version });
    expect(early).toMatchObject({ status: 409, body: { code: 'open-doubts' } });
    const bad = await clerk.send('PUT', at(document, 'fields/grossTotal'), { version: document.version, value: 'lots' });
    expect(bad).toMatchObject({ status: 400, body: { code: 'bad-request', message: expect.stringContaining('1234.50') } });
    const right = (Number(document.fields.netTotal.value) + Number(document.fields.taxTotal.value)).toFixed(2);
    const before = document.fields.grossTotal.value;
    document = await clerk.ok('PUT', at(document, 'fields/grossTotal'), { version: document.version, value: right });
    expect(document.trail[0]).toMatchObject({
      person: 'Nell Ashgrove',
      act: { code: 'field-changed', field: 'grossTotal', before, after: right },
    });
    for (const doubt of document.doubts)
      document = await clerk.ok('POST', at(document, `doubts/${doubt.id}/settle`), { version: document.version });
    document = await clerk.ok('POST', at(document, 'settle'), { version: document.version });
    expect(document).toMatchObject({ tray: 'post', checkedBy: 'Nell Ashgrove' });
  });

  it('refuses a change that was made on an older version', async () => {
    const document = await arrived(server, clerk, 'penaserena', 1, { totalOff: '4.00' });
    await clerk.ok('PUT', at(document, 'fields/orderReference'), {
      version: document.version,
      value: document.fields.orderReference.value,
    });
    const late = await clerk.send('PUT', at(document, 'fields/dueDate'), { version: document.version, value: '2027-01-01' });
    expect(late).toMatchObject({ status: 409, body: { code: 'stale' } });
  });

  it('short of the receipt is parked and reopened where it was', async () => {
    let document = await arrived(server, clerk, 'bellwether', 2);
    expect(document.exceptions).toMatchObject([{ facts: { code: 'not-received' } }]);
    document = await clerk.ok('POST', at(document, 'park'), { version: document.version, reason: 'Rest comes on Thursday' });
    expect(document).toMatchObject({ tray: 'parked', reason: { code: 'said', text: 'Rest comes on Thursday' } });
    document = await clerk.ok('POST', at(document, 'reopen'), { version: document.version });
    expect(document.tray).toBe('match');
  });

  it('is not approved by who accepted its exception, and a manager may send it back', async () => {
    let document = await arrived(server, clerk, 'hartscale', 1, { dearer: 8 });
    document = await controller.ok('POST', at(document, `exceptions/${document.exceptions[0].id}/accept`), {
      version: document.version,
      reason: 'Seen',
    });
    expect(await controller.send('POST', at(document, 'approve'), { version: document.version })).toMatchObject({
      status: 403,
      body: { code: 'own-work' },
    });
    const other = await Visitor.signedIn(server.httpPort, 'ines');
    expect(await other.send('POST', at(document, 'approve'), { version: document.version })).toMatchObject({
      status: 403,
      body: { code: 'not-asked' },
    });
    document = await manager.ok('POST', at(document, 'send-back'), { version: document.version, reason: 'Ask for a credit' });
    expect(document).toMatchObject({
      tray: 'check',
      doubts: [{ question: { code: 'sent-back', by: 'Tom Brackley', comment: 'Ask for a credit' } }],
    });
  });

  it('that came before under the same number is not paid twice in silence', async () => {
    const first = await arrived(server, clerk, 'dapplemere', 0, { part: 0.2 });
    await server.pool.query('update documents set invoice_number = $2 where id = $1', [first.id, 'INV-SAME']);
    let second = await arrived(server, clerk, 'dapplemere', 0, { part: 0.3, totalOff: '1.00' });
    second = await clerk.ok('PUT', at(second, 'fields/invoiceNumber'), { version: second.version, value: 'inv same' });
    const right = (Number(second.fields.netTotal.value) + Number(second.fields.taxTotal.value)).toFixed(2);
    expect(second.doubts.map(({ field }: { field: string }) => field)).toContain('amountDue');
    second = await clerk.ok('PUT', at(second, 'fields/grossTotal'), { version: second.version, value: right });
    // The amount due was the total: it follows it, and so do the questions about both.
    expect([second.fields.amountDue.value, second.doubts]).toEqual([right, []]);
    second = await clerk.ok('POST', at(second, 'settle'), { version: second.version });
    expect(second).toMatchObject({
      tray: 'match',
      exceptions: [expect.objectContaining({ facts: expect.objectContaining({ code: 'duplicate' }) })],
    });
  });

  it('with another bank account than on file asks before it is paid', async () => {
    const document = await arrived(server, clerk, 'mossrigg', 1, { otherIban: 'GB82WEST12345698765432' });
    expect(document).toMatchObject({
      tray: 'match',
      exceptions: [
        {
          facts: { code: 'bank-account', account: 'GB82WEST12345698765432' },
          figures: [{ name: 'account', invoice: 'GB82WEST12345698765432' }],
        },
      ],
    });
  });

  it('without an order number waits with its best order proposed', async () => {
    let document = await arrived(server, clerk, 'lindenau', 1, { noOrderNumber: true, part: 0.3 });
    expect(document.exceptions).toMatchObject([{ facts: { code: 'order-unknown' } }]);
    const { orders } = await clerk.ok('GET', at(document, 'proposals'));
    document = await clerk.ok('PUT', at(document, 'order'), { version: document.version, orderIds: [orders[0].id] });
    expect(document.orders[0].number).toBe(orders[0].number);
    expect(document.tray).toBe('post');
  });

  it('of many that fit leads to their entries together, each by itself; what may not be posted keeps none from it', async () => {
    const fits = [await arrived(server, clerk, 'elsterfurt', 0), await arrived(server, clerk, 'elsterfurt', 1)];
    expect(fits.map(({ tray }) => tray)).toEqual(['post', 'post']);
    const all = fits.map(({ id, version }: { id: number; version: number }) => ({ id, version }));
    const documents = [{ ...all[0], version: all[0].version + 7 }, all[1], { id: 999999, version: 1 }];
    const first = await controller.ok('POST', '/api/ledger/post', { documents });
    expect(first.map(({ entry, message }: { entry: number | null; message: string | null }) => [entry !== null, message === null])).toEqual(
      [
        [false, false],
        [true, true],
        [false, false],
      ],
    );
    const second = await controller.ok('POST', '/api/ledger/post', { documents: all });
    // What is posted already is not posted again: the entry that it has is told.
    expect(second.map(({ entry }: { entry: number | null }) => entry)).toEqual([expect.any(Number), first[1].entry]);
    const { rows } = await server.pool.query(
      'select document_id, count(*)::int as n from journal_entries where document_id = any($1) group by 1',
      [all.map(({ id }) => id)],
    );
    expect(rows.map(({ n }) => n)).toEqual([1, 1]);
    for (const bad of [[], [all[0], all[0]], [{ id: 1 }]])
      expect(await controller.send('POST', '/api/ledger/post', { documents: bad })).toMatchObject({ status: 400 });
  });
});
