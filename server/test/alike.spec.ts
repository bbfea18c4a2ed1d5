import { drawInvoice, invoiceWithoutOrder } from '@umber/demo/drawing';
import { supplierOf } from '@umber/demo/scenario';
import { arrivedFile, learned } from './documents.js';
import { mail, testServer, until, Visitor, type TestServer } from './harness.js';
import { oddInvoice } from './odd-invoice.js';

describe('documents of an unknown supplier that look alike', () => {
  let server: TestServer;
  let clerk: Visitor;
  let ids: number[];
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
    ids = [];
    for (const serial of [31, 32, 33, 34]) ids.push(await read(serial));
  });
  afterAll(() => server.close());

  const read = async (serial: number) => {
    const name = `gillbeck-${serial}.pdf`;
    const content = await drawInvoice(invoiceWithoutOrder(supplierOf('gillbeck'), '2026-11-10', serial));
    await mail(server.smtpPort, [{ filename: name, content }], { from: 'accounts@gillbeck-scaffolding.example' });
    return until(`${name} to be read`, async () => {
      const { rows } = await server.pool.query(
        "select d.id from documents d join files f on f.id = d.file_id where f.name = $1 and d.tray <> 'arriving'",
        [name],
      );
      return rows[0]?.id as number | undefined;
    });
  };
  const view = (id: number) => clerk.ok('GET', `/api/documents/${id}`);
  const group = async () => (await view(ids[ids.length - 1])).alike;
  const marked = async (chosen: number[]) => Promise.all(chosen.map(async (id) => ({ id, version: (await view(id)).version as number })));
  const say = async (chosen: number[], does: object) =>
    clerk.send('POST', `/api/alike/${ids[0]}`, { documents: await marked(chosen), does });

  it('stand together, in the tray and on their screens, with their small pictures', async () => {
    expect(await group()).toEqual({ group: ids[0], others: 3 });
    const { rows } = await clerk.ok('GET', '/api/trays/match');
    expect(
      rows
        .filter((row: { alike: unknown }) => row.alike)
        .map((row: { id: number }) => row.id)
        .sort(),
    ).toEqual([...ids].sort());
    const alike = await clerk.ok('GET', `/api/alike/${ids[0]}`);
    expect(alike.documents.map((document: { id: number }) => document.id)).toEqual(ids);
    expect(alike.documents[0]).toMatchObject({ tray: 'match', kind: 'invoice', seller: 'Gillbeck Scaffolding Ltd', page: 1 });
    const path = `/api/files/${alike.documents[0].fileId}/pages/1/small`;
    const [first, again] = [await clerk.raw(path), await clerk.raw(path)];
    expect([first.status, first.headers.get('content-type')]).toEqual([200, 'image/jpeg']);
    expect(Buffer.from(await first.arrayBuffer()).equals(Buffer.from(await again.arrayBuffer()))).toBe(true);
  });

  it('one that does not belong is taken out', async () => {
    const answer = await say([ids[3]], { act: 'apart' });
    expect(answer.body).toMatchObject({ settled: 1, left: [] });
    expect((await view(ids[3])).alike).toBeNull();
    expect((await view(ids[0])).alike).toEqual({ group: ids[0], others: 2 });
  });

  it('are settled at once; one that somebody moved meanwhile stays as it is, and is told', async () => {
    const documents = await marked(ids.slice(0, 3));
    await clerk.ok('POST', `/api/documents/${ids[2]}/park`, { version: documents[2].version, reason: 'asked the buyer' });
    const suppliers = await clerk.ok('GET', '/api/suppliers?q=Tarnside');
    const answer = await clerk.ok('POST', `/api/alike/${ids[0]}`, { documents, does: { act: 'supplier', supplierId: suppliers[0].id } });
    expect(answer).toMatchObject({ settled: 2, left: [{ id: ids[2] }], view: { documents: [] } });
    for (const id of ids.slice(0, 2)) {
      const document = await view(id);
      expect(document.supplier.name).toBe('Tarnside Lubricants Ltd');
      expect(document.alike).toBeNull();
      expect(document.trail.map((step: { act: { code: string } }) => step.act.code)).toContain('supplier-chosen');
    }
    expect((await view(ids[2])).tray).toBe('parked');
    expect((await clerk.send('GET', `/api/alike/${ids[0]}`)).body.message).toBe('These documents are settled already.');
  });

  it('can be said to be something else, or turned away', async () => {
    const [fifth, sixth] = [await read(35), await read(36)];
    const { alike } = await view(sixth);
    const post = async (id: number, does: object) => clerk.ok('POST', `/api/alike/${alike.group}`, { documents: await marked([id]), does });
    await post(fifth, { act: 'kind', kind: 'delivery-note' });
    expect(await view(fifth)).toMatchObject({ tray: 'filed', kind: 'delivery-note' });
    await post(sixth, { act: 'turn-away', reason: 'not for us' });
    expect(await view(sixth)).toMatchObject({ tray: 'turned-away', reason: { code: 'said', text: 'not for us' } });
  });

  it('want a sensible choice', async () => {
    const seventh = await read(37);
    const { version, kind, doubts } = await view(seventh);
    // One like it was sorted as a delivery note, but it says that it is an invoice: that is asked.
    expect([kind, doubts]).toMatchObject([
      'invoice',
      [{ field: 'kind', question: { code: 'kind-sorted-otherwise', titled: 'invoice', kind: 'delivery-note', examples: 1 } }],
    ]);
    const { rows } = await server.pool.query('select group_id from page_layouts where document_id = $1', [seventh]);
    const send = (body: unknown) => clerk.send('POST', `/api/alike/${rows[0].group_id}`, body);
    const documents = [{ id: seventh, version }];
    expect((await send({ documents: [], does: { act: 'apart' } })).body.message).toBe('Choose at least one document.');
    expect((await send({ documents, does: { act: 'sell' } })).status).toBe(400);
    expect((await send({ documents, does: { act: 'turn-away', reason: '' } })).status).toBe(400);
    expect((await send({ documents, does: { act: 'supplier', supplierId: 999999 } })).body).toMatchObject({
      settled: 0,
      left: [{ id: seventh, why: 'There is no such supplier.' }],
    });
  });

  it('are taught together: one is settled, the others are read by it and accepted; who is put on file takes it over', async () => {
    const odd = async (n: number) =>
      arrivedFile(server, clerk, `odd-${n}.pdf`, await oddInvoice(`HO-51${n}`, { order: `4050${n}`, net: 300 + 40 * n }));
    const [first, second, third] = [await odd(1), await odd(2), await odd(3)];
    const { alike } = await view(third.id);
    expect(alike.others).toBe(2);
    const seen = () => clerk.ok('GET', `/api/alike/${alike.group}`);
    const before = await seen();
    expect(before.documents.map(({ taught, order }: { taught: boolean; order: string | null }) => [taught, order])).toEqual([
      [false, null],
      [false, null],
      [false, null],
    ]);
    let now = first;
    for (const [field, value] of Object.entries({
      invoiceNumber: 'HO-511',
      orderReference: '40501',
      netTotal: '340.00',
      taxTotal: '68.00',
      grossTotal: '408.00',
      amountDue: '408.00',
    }))
      now = await clerk.ok('PUT', `/api/documents/${first.id}/fields/${field}`, { version: now.version, value });
    for (let [doubt] = now.doubts; doubt; [doubt] = now.doubts)
      now = await clerk.ok('POST', `/api/documents/${first.id}/doubts/${doubt.id}/settle`, { version: now.version });
    await clerk.ok('POST', `/api/documents/${first.id}/settle`, { version: now.version });
    await learned(server, first.id);
    const { documents: after } = await seen();
    expect(after.map(({ number, order, taught, checked }: Record<string, unknown>) => [number, order, taught || checked])).toEqual([
      ['HO-511', '40501', true],
      ['HO-512', '40502', true],
      ['HO-513', '40503', true],
    ]);
    const waiting = after
      .filter(({ tray }: { tray: string }) => tray === 'check')
      .map(({ id, version }: { id: number; version: number }) => ({ id, version }));
    const stale = waiting.map((one: { id: number; version: number }, i: number) => (i === 0 ? { ...one, version: one.version - 1 } : one));
    if (waiting.length > 0) {
      const answer = await clerk.ok('POST', `/api/alike/${alike.group}/accept`, { documents: stale });
      expect(answer.left).toMatchObject([{ id: waiting[0].id }]);
      const rest = answer.view.documents.find(({ id }: { id: number }) => id === waiting[0].id);
      await clerk.ok('POST', `/api/alike/${alike.group}/accept`, { documents: [{ id: rest.id, version: rest.version }] });
    }
    for (const id of [second.id, third.id]) expect(await view(id)).toMatchObject({ tray: 'match', doubts: [] });
    const put = await clerk.ok('POST', '/api/suppliers', {
      name: 'Harrowgill Oddments Ltd',
      taxId: '',
      iban: '',
      mailDomain: '',
      country: 'GB',
      currency: 'GBP',
      termsDays: 30,
      account: '5010',
      costCentre: 'PW',
      another: false,
    });
    const documents = await marked([first.id, second.id, third.id]);
    await clerk.ok('POST', `/api/alike/${alike.group}`, { documents, does: { act: 'supplier', supplierId: put.id } });
    await until('the supplier to take over what was learned', async () =>
      (await clerk.ok('GET', '/api/habits')).some(
        ({ name, onFile }: { name: string; onFile: boolean }) => onFile && name === 'Harrowgill Oddments Ltd',
      )
        ? true
        : undefined,
    );
  });
});
