import { PLAIN_LAYOUT } from '@umber/core/exports';
import { arrivedFile, learned } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';
import { oddInvoice } from './odd-invoice.js';

/** Fields of the company's own, from being added to being searched, matched and exported. */
describe('own fields', () => {
  let server: TestServer;
  let clerk: Visitor;
  let administrator: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
    administrator = await Visitor.signedIn(server.httpPort, 'sol');
  });
  afterAll(() => server.close());
  const SITE = {
    name: 'Works site',
    level: 'head',
    type: 'choice',
    required: true,
    labels: ['Site'],
    choices: ['North yard', 'South yard'],
    pattern: '',
    least: null,
    most: null,
    matches: null,
  };
  const BATCH = { ...SITE, name: 'Batch', level: 'line', type: 'text', required: false, labels: ['Lot'], choices: [], pattern: 'B-99*' };
  const view = (id: number) => clerk.ok('GET', `/api/documents/${id}`);
  const own = (document: { own: readonly { field: { key: string }; value: string | null }[] }, key: string) =>
    document.own.find(({ field }) => field.key === key);

  it('are added and changed by an administrator, and what waits is read with them', async () => {
    const waits = await arrivedFile(
      server,
      clerk,
      'own-0.pdf',
      await oddInvoice('HO-4001', {
        more: [
          [40, 160, 'Site'],
          [100, 160, 'South yard'],
        ],
      }),
    );
    expect(waits.own).toEqual([]);
    const [field] = await administrator.ok('POST', '/api/own-fields', SITE);
    expect(field).toEqual({ key: 'works-site', ...SITE });
    const read = await until('what waits to be read with it', async () => {
      const now = await view(waits.id);
      return own(now, 'works-site')?.value === 'South yard' ? now : undefined;
    });
    expect(own(read, 'works-site')).toMatchObject({ settled: false, read: { evidence: [{ code: 'labelled', label: 'Site' }] } });
    expect(await administrator.send('POST', '/api/own-fields', { ...SITE, name: 'works SITE' })).toMatchObject({ status: 409 });
    expect(await administrator.send('PUT', '/api/own-fields/works-site', { ...SITE, type: 'text' })).toMatchObject({ status: 400 });
    expect(await administrator.send('POST', '/api/own-fields', { ...SITE, name: 'Gate', choices: ['one'] })).toMatchObject({
      status: 400,
      body: { message: expect.stringContaining('at least two') },
    });
    await administrator.ok('POST', '/api/own-fields', BATCH);
    const trail = await administrator.ok('GET', '/api/audit?q=');
    expect(trail.map(({ act }: { act: { code: string } }) => act.code)).toContain('own-field-added');
  });

  it('are asked about, given by hand in their own form only, kept, found, and needed where they must be there', async () => {
    const document = await arrivedFile(server, clerk, 'own-1.pdf', await oddInvoice('HO-4101', { order: '44001', net: 440 }));
    expect(document.doubts.some(({ field }: { field: string }) => field === 'own:works-site')).toBe(true);
    const give = (field: string, value: string, version: number) =>
      clerk.send('PUT', `/api/documents/${document.id}/fields/${field}`, { version, value });
    expect(await give('own:works-site', 'West yard', document.version)).toMatchObject({
      status: 400,
      body: { message: expect.stringContaining('one of North yard, South yard') },
    });
    expect(await give('own:gone', 'x', document.version)).toMatchObject({ status: 404 });
    const { body: given } = await give('own:works-site', 'North yard', document.version);
    expect(own(given, 'works-site')).toMatchObject({ value: 'North yard', settled: true });
    const cell = (value: string, version: number) =>
      clerk.send('PUT', `/api/documents/${document.id}/lines/0/own:batch`, { version, value });
    expect(await cell('nonsense', given.version)).toMatchObject({
      status: 400,
      body: { message: expect.stringContaining('must look like') },
    });
    const { body: batched } = await cell('B-7712', given.version);
    expect(batched.lines[0].own).toEqual({ 'own:batch': 'B-7712' });
    const moved = await clerk.ok('PUT', `/api/documents/${document.id}/lines`, {
      version: batched.version,
      edit: { edit: 'move', at: 0, to: 1 },
    });
    expect(moved.lines.map((line: { own: object }) => line.own)).toEqual([{}, { 'own:batch': 'B-7712' }]);
    const undone = await clerk.ok('POST', `/api/documents/${document.id}/undo`, { version: moved.version, step: moved.steps.at(-1).id });
    expect(own(undone, 'works-site')?.value).toBeNull();
    const { body: again } = await give('own:works-site', 'North yard', undone.version);
    const found = (words: string) => clerk.ok('GET', `/api/search?q=${encodeURIComponent(words)}`);
    expect(await found('North yard')).toMatchObject([{ id: document.id, by: 'own' }]);
    expect(again.tray).toBe('check');
    expect((await cell('B-7712', again.version)).status).toBe(200);
    const preview = await clerk.ok('POST', '/api/export/preview', {
      what: { trays: [], kinds: [], supplierId: null, date: 'issueDate', from: null, to: null, words: 'HO-4101', since: 'all' },
      layout: {
        ...PLAIN_LAYOUT,
        shape: 'joined',
        columns: [
          { field: 'invoiceNumber', head: 'Nr' },
          { field: 'own:works-site', head: 'Yard' },
          { field: 'own-line:batch', head: 'Batch' },
        ],
      },
    });
    expect(preview.tables[0].rows).toEqual([
      ['HO-4101', 'North yard', 'B-7712'],
      ['HO-4101', 'North yard', ''],
    ]);
  });

  it('what a person gives is known on the next page', async () => {
    const more = (yard: string) =>
      [
        [40, 160, 'Ground of'],
        [110, 160, yard],
      ] as const;
    const first = await arrivedFile(
      server,
      clerk,
      'own-2.pdf',
      await oddInvoice('HO-4201', { order: '45001', net: 520, more: more('North yard') }),
    );
    expect(own(first, 'works-site')?.value).toBeNull();
    await clerk.ok('PUT', `/api/documents/${first.id}/fields/own:works-site`, { version: first.version, value: 'North yard' });
    await learned(server, first.id);
    const next = await arrivedFile(
      server,
      clerk,
      'own-3.pdf',
      await oddInvoice('HO-4202', { order: '45002', net: 560, more: more('South yard') }),
    );
    expect(own(next, 'works-site')?.value).toBe('South yard');
  });

  it('stand in the searchable PDF, and are gone from the screens once they are taken away', async () => {
    const document = await arrivedFile(
      server,
      clerk,
      'own-4.pdf',
      await oddInvoice('HO-4301', {
        order: '46001',
        net: 600,
        more: [
          [40, 160, 'Site'],
          [100, 160, 'South yard'],
        ],
      }),
    );
    const pdf = Buffer.from(await (await clerk.raw(`/api/documents/${document.id}/searchable.pdf`)).arrayBuffer());
    expect(pdf.toString('latin1')).toContain('<ut:field>works-site</ut:field><ut:value>South yard</ut:value>');
    const left = await administrator.ok('DELETE', '/api/own-fields/works-site');
    expect(left.map(({ key }: { key: string }) => key)).toEqual(['batch']);
    expect((await view(document.id)).own).toEqual([]);
    const again = await administrator.ok('POST', '/api/own-fields', { ...SITE, required: false });
    expect(again.at(-1).key).toBe('works-site-2');
    expect(await administrator.send('DELETE', '/api/own-fields/works-site')).toMatchObject({ status: 404 });
  });
});
