import { letterPdf } from './letters.js';
import { learnSorting } from '../src/sorting/learn.js';
import { isForgotten } from '../src/sorting/queries.js';
import { scenarioOrders } from '@umber/demo/scenario';
import { arrived, arrivedFile, invoicePdf } from './documents.js';
import { testServer, TODAY, until, Visitor, type TestServer } from './harness.js';

describe('what is no invoice', () => {
  let server: TestServer;
  let clerk: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());

  const read = (name: string, content: Buffer) => arrivedFile(server, clerk, name, content);
  const seller = 'Tarnside Lubricants Ltd';

  it('a reminder is filed and points at the invoice it is about, if that is here', async () => {
    const invoice = await read('invoice.pdf', await invoicePdf('tarnside', 0));
    const number = invoice.fields.invoiceNumber.value;
    const reminder = await read(
      'reminder.pdf',
      await letterPdf(['Payment reminder', seller, 'Date 12 October 2026', `Invoice no. ${number}`, 'Please pay at once.']),
    );
    expect(reminder).toMatchObject({ tray: 'filed', kind: 'reminder', reason: { code: 'filed', kind: 'reminder', cited: 1 }, doubts: [] });
    expect(reminder.citations).toMatchObject([{ number, document: { id: invoice.id, tray: invoice.tray } }]);
    const lost = await read(
      'lost.pdf',
      await letterPdf(['Payment reminder', seller, 'Date 13 October 2026', 'Invoice no. TL-999999', 'Please pay at once.']),
    );
    expect(lost.citations).toEqual([{ number: 'TL-999999', amount: null, document: null }]);
  });

  it('and a clerk who sorts one otherwise is learned from', async () => {
    const overview = (n: number) =>
      letterPdf([
        'Account overview',
        seller,
        `Date ${n} September 2026`,
        'Below you find the sums of your account.',
        'Kind regards',
        'Our bookkeeping department',
      ]);
    const first = await read('overview-1.pdf', await overview(1));
    expect(first.kind).not.toBe('statement');
    const sorted = await clerk.ok('PUT', `/api/documents/${first.id}/kind`, { version: first.version, kind: 'statement' });
    expect(sorted).toMatchObject({ tray: 'filed', kind: 'statement' });
    await until('it to be learned', async () => (await clerk.ok('GET', '/api/sorting')).version > 0);
    const second = await read('overview-2.pdf', await overview(2));
    expect(second).toMatchObject({ tray: 'filed', kind: 'statement' });
    expect(second.trail.map(({ act }: { act: object }) => act)).toContainEqual({ code: 'sorted-like', kind: 'statement', examples: 1 });
  });

  it('and one correction changes no other document unasked, above all no titled one of another supplier', async () => {
    const mistaken = await read('mistaken.pdf', await invoicePdf('tarnside', 0));
    const version = async () => (await clerk.ok('GET', '/api/sorting')).version as number;
    const before = await version();
    // Said at Check, where it is: sent back there as a person would find it.
    await server.pool.query("update documents set tray = 'check' where id = $1", [mistaken.id]);
    await clerk.ok('PUT', `/api/documents/${mistaken.id}/kind`, { version: mistaken.version, kind: 'credit-note' });
    await until('it to be learned', async () => (await version()) > before);
    const others = [...new Set(scenarioOrders(TODAY).map(({ supplier }) => supplier.key))].filter((key) => key !== 'tarnside').slice(0, 8);
    for (const key of others) expect(await arrived(server, clerk, key, 0)).toMatchObject({ kind: 'invoice', doubts: [] });
    // The next of the same supplier is still what its title says, and is asked about.
    const next = await read('next.pdf', await invoicePdf('tarnside', 1));
    expect(next).toMatchObject({ tray: 'check', kind: 'invoice', doubts: [{ field: 'kind' }] });
  });

  it('and what was learned is learned anew where a new version has emptied it', async () => {
    expect(await isForgotten(server.pool)).toBe(false);
    await server.pool.query(`update sorting_models set model = '{"examples": []}'`);
    expect(await isForgotten(server.pool)).toBe(true);
    await learnSorting(server.pool);
    expect(await isForgotten(server.pool)).toBe(false);
  });

  it('that is an invoice after all is read as one', async () => {
    const invoice = await read('after-all.pdf', await invoicePdf('tarnside', 1));
    const filed = await server.pool.query("update documents set tray = 'filed', kind = 'other' where id = $1 returning version", [
      invoice.id,
    ]);
    await clerk.ok('PUT', `/api/documents/${invoice.id}/kind`, { version: filed.rows[0].version, kind: 'invoice' });
    const again = await until('it to be read again', async () => {
      const view = await clerk.ok('GET', `/api/documents/${invoice.id}`);
      return view.tray !== 'arriving' && view.tray !== 'filed' && view;
    });
    expect(again).toMatchObject({ kind: 'invoice', fields: { invoiceNumber: { value: invoice.fields.invoiceNumber.value } } });
    expect(again.lines.length).toBe(invoice.lines.length);
  });
});
