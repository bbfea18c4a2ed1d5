import { drawInvoice, invoiceWithoutOrder } from '@umber/demo/drawing';
import { supplierOf } from '@umber/demo/scenario';
import { mail, testServer, until, Visitor, type TestServer } from './harness.js';

const GILLBECK = supplierOf('gillbeck');

describe('a supplier that is put on file', () => {
  let server: TestServer;
  let clerk: Visitor;
  let controller: Visitor;
  let id: number;
  beforeAll(async () => {
    server = await testServer();
    [clerk, controller] = await Promise.all(['nell', 'ruth'].map((login) => Visitor.signedIn(server.httpPort, login)));
    const content = await drawInvoice(invoiceWithoutOrder(GILLBECK, '2026-11-10', 51));
    await mail(server.smtpPort, [{ filename: 'gillbeck.pdf', content }], { from: `accounts@${GILLBECK.domain}` });
    id = await until('the invoice to be read', async () => {
      const { rows } = await server.pool.query("select id from documents where tray = 'match'");
      return rows[0]?.id as number | undefined;
    });
  });
  afterAll(() => server.close());

  const view = () => clerk.ok('GET', `/api/documents/${id}`);
  const draft = () => clerk.ok('GET', `/api/documents/${id}/supplier-draft`);
  const filledIn = async () => ({ ...(await draft()), account: GILLBECK.account, costCentre: GILLBECK.costCentre });

  it('begins with what the document and its mail show', async () => {
    expect(await draft()).toMatchObject({
      name: GILLBECK.name,
      taxId: GILLBECK.taxId?.replaceAll(' ', ''),
      mailDomain: GILLBECK.domain,
      country: 'GB',
      currency: 'GBP',
    });
  });

  it('is refused with words where something is wrong with it', async () => {
    const filled = await filledIn();
    const refusal = async (change: object) => {
      const { status, body } = await clerk.send('POST', '/api/suppliers', { ...filled, ...change });
      return [status, body.message];
    };
    expect(await refusal({ taxId: 'GB123456789' })).toEqual([400, 'The tax id’s check digits are wrong. Compare it with the page.']);
    expect(await refusal({ iban: 'GB00WEST12345698765432' })).toEqual([
      400,
      'This is no IBAN: its length or check digits are wrong. Compare it with the page.',
    ]);
    expect(await refusal({ country: 'Great Britain' })).toEqual([400, 'Type the country’s two letters, such as GB.']);
    expect(await refusal({ termsDays: -1 })).toEqual([400, 'The days to pay are a number from 0 to 365.']);
    expect(await refusal({ name: ' ' })).toEqual([400, 'Type the supplier’s name, as its invoices say it.']);
    expect(await refusal({ mailDomain: 'accounts@gillbeck.example' })).toEqual([
      400,
      'Type only what stands behind the @ of the supplier’s mails, such as “supplier.example”.',
    ]);
    expect(await refusal({ account: '9999' })).toEqual([404, 'There is no such account or cost centre.']);
    const [tarnside] = await clerk.ok('GET', '/api/suppliers?q=Tarnside');
    expect(await refusal({ taxId: tarnside.taxId })).toEqual([
      409,
      'Tarnside Lubricants Ltd is on file with this tax id already. Choose it instead.',
    ]);
    expect(await clerk.ok('GET', '/api/suppliers?q=Gillbeck')).toEqual([]);
  });

  it('can be chosen at once, but is not posted to before a second person has confirmed it', async () => {
    const supplier = await clerk.ok('POST', '/api/suppliers', await filledIn());
    expect(supplier).toMatchObject({ name: GILLBECK.name, waitsSince: { by: 'Nell Ashgrove' } });
    const proposals = await clerk.ok('GET', `/api/documents/${id}/proposals`);
    expect(proposals.suppliers[0]).toMatchObject({ id: supplier.id, name: GILLBECK.name });
    await clerk.ok('PUT', `/api/documents/${id}/supplier`, { version: (await view()).version, supplierId: supplier.id });
    for (const { approverId } of (await view()).approvals) await approve(approverId);
    const document = await view();
    expect([document.tray, document.supplier.waitsSince.by]).toEqual(['post', 'Nell Ashgrove']);
    const early = await controller.send('POST', `/api/documents/${id}/post`, { version: document.version });
    expect([early.status, early.body.message]).toEqual([
      409,
      `Nell Ashgrove put ${GILLBECK.name} on file, and nobody has confirmed it yet. A controller compares it with the page and confirms it.`,
    ]);
    expect((await clerk.send('POST', `/api/suppliers/${supplier.id}/confirm`)).status).toBe(403);
    expect((await controller.ok('POST', `/api/suppliers/${supplier.id}/confirm`)).waitsSince).toBeNull();
    expect((await controller.ok('POST', `/api/suppliers/${supplier.id}/confirm`)).waitsSince).toBeNull();
    await controller.ok('POST', `/api/documents/${id}/post`, { version: document.version });
    expect((await view()).tray).toBe('posted');
  });

  it('is not confirmed by whoever put it on file', async () => {
    const own = { ...(await filledIn()), name: 'Gillbeck Hire Ltd', taxId: null, iban: null, another: true };
    const supplier = await controller.ok('POST', '/api/suppliers', own);
    const refused = await controller.send('POST', `/api/suppliers/${supplier.id}/confirm`);
    expect([refused.status, refused.body.message]).toEqual([403, 'You put this supplier on file, so someone else must confirm it.']);
    const administrator = await Visitor.signedIn(server.httpPort, 'sol');
    expect((await administrator.ok('POST', `/api/suppliers/${supplier.id}/confirm`)).waitsSince).toBeNull();
  });

  async function approve(personId: number) {
    const { rows } = await server.pool.query('select login from people where id = $1', [personId]);
    const approver = await Visitor.signedIn(server.httpPort, rows[0].login);
    await approver.ok('POST', `/api/documents/${id}/approve`, { version: (await view()).version, comment: '' });
  }
});
