import { arrivedFile } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';
import { oddInvoice } from './odd-invoice.js';

/** Rules that people make by hand: tried, switched on, borne out, and what they may not do. */
describe('rules by hand', () => {
  let server: TestServer;
  let clerk: Visitor;
  let controller: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
    controller = await Visitor.signedIn(server.httpPort, 'ruth');
  });
  afterAll(() => server.close());
  const SLIP = {
    field: 'orderReference',
    when: ['Put down'],
    unless: ['Draft'],
    look: [{ look: 'right-of', words: 'Your slip' }],
    take: { kind: 'reference', which: 'nearest', pattern: '99999' },
    change: [],
  };
  const view = (id: number) => clerk.ok('GET', `/api/documents/${id}`);

  it('are made for a supplier on file of whom nothing was learned, are off at first, and are tried on any documents', async () => {
    const [supplier] = await clerk.ok('GET', '/api/suppliers?q=');
    const { id } = await clerk.ok('POST', `/api/suppliers/${supplier.id}/habits`);
    expect(await clerk.ok('POST', `/api/suppliers/${supplier.id}/habits`)).toEqual({ id });
    expect(await clerk.send('POST', '/api/suppliers/999999/habits')).toMatchObject({ status: 404 });
    const before = await clerk.ok('GET', `/api/habits/${id}`);
    expect(before).toMatchObject({ name: supplier.name, habits: [], everyone: false });
    const saved = await clerk.ok('PUT', `/api/habits/${id}/rule`, { version: before.version, subject: null, rule: SLIP });
    expect(saved.habits).toMatchObject([{ habit: { what: 'rule', rule: SLIP }, off: true, speaks: false, by: 'Nell Ashgrove' }]);
    const document = await arrivedFile(server, clerk, 'ruled-1.pdf', await oddInvoice('HO-3101'));
    expect(document.fields.orderReference.value).toBeNull();
    const tried = await clerk.ok('POST', `/api/habits/${id}/rule-tried`, { rule: SLIP, on: 'check', search: 'HO-3101' });
    expect(tried).toMatchObject([{ id: document.id, value: '40533', printed: '40533', page: 1, missed: null, now: null, settled: false }]);
    const nowhere = { ...SLIP, look: [{ look: 'below', words: 'No such words' }] };
    expect(await clerk.ok('POST', `/api/habits/${id}/rule-tried`, { rule: nowhere, on: 'all', search: 'HO-3101' })).toMatchObject([
      { value: null, missed: 'look' },
    ]);
    expect(await clerk.ok('POST', `/api/habits/${id}/rule-tried`, { rule: SLIP, on: 'supplier', search: '' })).toEqual([]);
    const removed = await clerk.ok('PUT', `/api/habits/${id}/rule-removed`, { version: saved.version, subject: saved.habits[0].subject });
    expect(removed.habits).toEqual([]);
    expect(await clerk.send('PUT', `/api/habits/${id}/rule-removed`, { version: removed.version, subject: 'rule gone' })).toMatchObject({
      status: 404,
    });
  });

  it('for all suppliers are a controller’s, read what waits again, and ask until a document bears them out', async () => {
    const everyone = (await clerk.ok('GET', '/api/habits')).find(({ everyone }: { everyone: boolean }) => everyone);
    const path = `/api/habits/${everyone.id}`;
    const { version } = await clerk.ok('GET', path);
    expect(await clerk.send('PUT', `${path}/rule`, { version, subject: null, rule: SLIP })).toMatchObject({ status: 403 });
    const saved = await controller.ok('PUT', `${path}/rule`, { version, subject: null, rule: SLIP });
    const [{ subject }] = saved.habits;
    const waits = await arrivedFile(server, clerk, 'ruled-2.pdf', await oddInvoice('HO-3201', { order: '41001', net: 440 }));
    expect(waits.fields.orderReference.value).toBeNull();
    await controller.ok('PUT', `${path}/switched`, { version: saved.version, subject, off: false });
    const read = await until('what waits to be read again', async () => {
      const now = await view(waits.id);
      return now.fields.orderReference.value === null ? undefined : now;
    });
    expect(read.fields.orderReference).toMatchObject({ value: '41001', read: { evidence: expect.arrayContaining([{ code: 'rule' }]) } });
    const asked = (document: { doubts: readonly { field: string }[] }) => document.doubts.some(({ field }) => field === 'orderReference');
    expect(asked(read)).toBe(true);
    await clerk.ok('PUT', `/api/documents/${waits.id}/fields/orderReference`, { version: read.version, value: '41001' });
    await until('the rule to be borne out', async () => ((await clerk.ok('GET', path)).habits[0].held > 0 ? true : undefined));
    const next = await arrivedFile(
      server,
      clerk,
      'ruled-3.pdf',
      await oddInvoice('FS-1', { order: '42001', net: 480, name: 'Fallowbeck Sundries Ltd', taxId: 'GB 880 1234 56' }),
    );
    expect(next.fields.orderReference.value).toBe('42001');
    expect(asked(next)).toBe(false);
  });

  it('that are not whole, or write into amounts and accounts, are refused with what is wrong', async () => {
    const everyone = (await controller.ok('GET', '/api/habits')).find(({ everyone }: { everyone: boolean }) => everyone);
    const { version } = await controller.ok('GET', `/api/habits/${everyone.id}`);
    const save = (rule: object) => controller.send('PUT', `/api/habits/${everyone.id}/rule`, { version, subject: null, rule });
    expect(await save({ ...SLIP, when: [], unless: [], field: 'sellerIban', look: [{ look: 'code' }] })).toMatchObject({ status: 200 });
    expect(await save({ ...SLIP, look: [] })).toMatchObject({ status: 400 });
    expect(await save({ ...SLIP, look: [{ look: 'right-of', words: ' ' }] })).toMatchObject({
      status: 400,
      body: { message: expect.stringContaining('Type the words') },
    });
    for (const field of ['sellerIban', 'grossTotal'])
      expect(await save({ ...SLIP, field, change: [{ change: 'replace', what: '1', by: '9' }] })).toMatchObject({
        status: 400,
        body: { message: expect.stringContaining('replaces nothing') },
      });
    expect(await save({ ...SLIP, field: 'quantity' })).toMatchObject({ status: 400 });
    expect(await save({ ...SLIP, take: { ...SLIP.take, kind: 'everything' } })).toMatchObject({ status: 400 });
  });
});
