import { drawInvoice, drawLetter, invoiceOfOrder } from '@umber/demo/drawing';
import { scenarioOrders, supplierOf } from '@umber/demo/scenario';
import { arrivedFile } from './documents.js';
import { testServer, TODAY, Visitor, type TestServer } from './harness.js';

type View = Awaited<ReturnType<typeof arrivedFile>>;

/** A statement of account, ticked off line by line against what is here. */
describe('a statement of account', () => {
  let server: TestServer;
  let clerk: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());

  it('says what never came, what has another amount and what was paid; what comes later is ticked off', async () => {
    const supplier = supplierOf('tarnside');
    const orders = scenarioOrders(TODAY).filter((one) => one.supplier.key === 'tarnside');
    const drawn = (nth: number, serial: number) => invoiceOfOrder(orders[nth], '2026-11-03', serial);
    const [here, other, missing, unlisted] = [
      drawn(0, 911),
      drawn(1, 912),
      drawn(2, 913),
      invoiceOfOrder(orders[0], '2026-11-05', 914, { part: 0.01 }),
    ];
    const send = async (one: typeof here) =>
      arrivedFile(server, clerk, `${one.number}.pdf`, await drawInvoice(one), `accounts@${supplier.domain}`);
    const [first, second, fourth] = [await send(here), await send(other), await send(unlisted)];
    const letter = await drawLetter({
      supplier,
      kind: 'statement',
      date: '2026-11-20',
      invoices: [
        { number: here.number, date: here.issueDate, amount: here.gross },
        { number: other.number, date: other.issueDate, amount: '17.35' },
        { number: missing.number, date: missing.issueDate, amount: missing.gross },
        { number: 'CINV-260999', date: '2026-11-10', amount: '-40.00' },
        { number: null, date: '2026-11-12', amount: '-100.00' },
      ],
    });
    const statement = await arrivedFile(server, clerk, 'statement-november.pdf', letter, `accounts@${supplier.domain}`);
    expect([statement.tray, statement.kind]).toEqual(['filed', 'statement']);
    const told = (view: View) =>
      view.statement.lines.map(({ kind, number, state, document }: View) => [kind, number, state, document?.id ?? null]);
    expect(told(statement)).toEqual([
      ['invoice', here.number, 'fits', first.id],
      ['invoice', other.number, 'differs', second.id],
      ['invoice', missing.number, 'missing', null],
      ['credit', 'CINV-260999', 'missing', null],
      ['payment', null, 'payment', null],
    ]);
    expect(statement.statement.sum).toBe(statement.statement.closing);
    if (['sign-off', 'post', 'posted'].includes(fourth.tray))
      expect(statement.statement.notListed.map(({ id }: { id: number }) => id)).toContain(fourth.id);
    await send(missing);
    expect(told(await clerk.ok('GET', `/api/documents/${statement.id}`))[2].slice(0, 3)).toEqual(['invoice', missing.number, 'fits']);
  });

  it('is one too where a person says so, and none where it is said to be something else', async () => {
    const supplier = supplierOf('bellwether');
    const letter = await drawLetter({
      supplier,
      kind: 'reminder',
      date: '2026-11-20',
      invoices: [{ number: 'INV-250977', date: '2026-10-12', amount: '812.40' }],
    });
    const reminder = await arrivedFile(server, clerk, 'reminder-7.pdf', letter, `accounts@${supplier.domain}`);
    expect([reminder.kind, reminder.statement]).toEqual(['reminder', null]);
    const said = await clerk.ok('PUT', `/api/documents/${reminder.id}/kind`, { version: reminder.version, kind: 'statement' });
    expect(said.statement.lines).toMatchObject([{ kind: 'invoice', number: 'INV-250977', amount: '812.40', state: 'missing' }]);
    const back = await clerk.ok('PUT', `/api/documents/${reminder.id}/kind`, { version: said.version, kind: 'reminder' });
    expect(back.statement).toBeNull();
  });
});
