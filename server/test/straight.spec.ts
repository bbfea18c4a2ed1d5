import { arrived } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

type View = Awaited<ReturnType<typeof arrived>>;

/** Invoices in no doubt that go to Post with nobody's hand, where two people said so of their supplier. */
describe('straight through', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'tom', 'ruth', 'abel', 'sol']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(() => server.close());
  const as = async (login: string) => (people[login] ??= await Visitor.signedIn(server.httpPort, login));
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  const page = (id: number) => people.nell.ok('GET', `/api/suppliers/${id}`);
  const change = async (who: string, id: number, more: Record<string, unknown>) => {
    const { record, version } = await page(id);
    return people[who].send('PUT', `/api/suppliers/${id}`, { ...record, version, reason: 'They deliver well', ...more });
  };
  const causes = (document: View) =>
    document.approvals.flatMap((one: { because: { because: { code: string }[] } }) => one.because.because.map(({ code }) => code));
  const askedOf = (document: View) => as((document.approvals[0].approver as string).split(' ')[0].toLowerCase());

  it('is off at first, is switched on by two, shows the first ones, then goes, and is switched off by what people find', async () => {
    const first = await arrived(server, people.nell, 'hartscale', 1, { part: 0.1 });
    expect(first.trail.some(({ act }: View) => act?.straight)).toBe(false);
    const id = first.supplier.id as number;
    expect((await change('nell', id, { straightLimit: '-5' })).body.message).toMatch(/amount above zero/);
    const asked = await change('nell', id, { straightLimit: '900000', sampleEvery: 100 });
    expect([asked.status, asked.body.record.straightLimit]).toEqual([200, null]);
    const [waiting] = asked.body.changes;
    expect((await people.nell.send('POST', `/api/suppliers/${id}/changes/${waiting.id}`, { confirmed: true })).status).toBe(403);
    await people.abel.ok('POST', `/api/suppliers/${id}/changes/${waiting.id}`, { confirmed: true });
    expect((await page(id)).record).toMatchObject({ straightLimit: '900000.00', sampleEvery: 100 });

    for (let shown = 0; shown < 3; shown++) {
      const sample = await arrived(server, people.nell, 'hartscale', 0, { part: 0.04 + shown / 50 });
      expect([sample.tray, causes(sample)]).toEqual(['sign-off', ['sample']]);
      await (await askedOf(sample)).ok('POST', at(sample, 'approve'), { version: sample.version, comment: '' });
    }
    expect((await page(id)).straight).toEqual({ went: 0, shown: 3, right: 3, wrong: 0 });

    const gone: View[] = [];
    for (let n = 0; gone.length < 2; n++) {
      const next = await arrived(server, people.nell, 'hartscale', 1, { part: 0.03 + n / 50 });
      if (next.tray === 'post') gone.push(next);
    }
    expect(gone[0]).toMatchObject({ tray: 'post', handledBy: [], approvals: [] });
    expect(gone[0].trail.find(({ act }: View) => act?.act === 'read').act).toMatchObject({ to: 'post', straight: true });
    // Who finds something wrong in them sends them back; twice, and it is off.
    for (const [nth, document] of gone.entries()) {
      await people.ruth.ok('POST', at(document, 'send-back'), { version: document.version, reason: 'That was never delivered' });
      expect((await page(id)).record.straightLimit).toBe(nth === 0 ? '900000.00' : null);
    }
    const after = await page(id);
    expect(after.straight).toMatchObject({ right: 3, wrong: 2 });
    expect(after.changes[0]).toMatchObject({
      takesTwo: false,
      reason: expect.stringMatching(/^Switched off by itself: 2 of the last 20/),
      changes: [{ field: 'straightLimit', before: '900000.00', after: null }],
    });
    const last = await arrived(server, people.nell, 'hartscale', 0, { part: 0.12 });
    expect(last.trail.some(({ act }: View) => act?.straight)).toBe(false);
  });

  it('is no way round what is asked: beyond the limit, touched, dearer, or without an order', async () => {
    const { id } = (await people.nell.ok('GET', '/api/suppliers?q=Hartscale'))[0];
    await server.pool.query('update suppliers set straight_limit = 100000, sample_every = 100 where id = $1', [id]);
    const dearer = await arrived(server, people.nell, 'hartscale', 0, { dearer: 9 });
    expect(dearer.tray).toBe('match');
    const accepted = dearer.exceptions.find(({ acceptedReason }: View) => acceptedReason === null);
    const now = await people.nell.ok('POST', at(dearer, `exceptions/${accepted.id}/accept`), { version: dearer.version, reason: 'Agreed' });
    expect(now.trail.some(({ act }: View) => act?.straight)).toBe(false);
    expect(await server.pool.query('select 1 from straight_runs where document_id = $1', [dearer.id])).toMatchObject({ rowCount: 0 });
    await server.pool.query('update suppliers set straight_limit = 0.01 where id = $1', [id]);
    const beyond = await arrived(server, people.nell, 'hartscale', 1);
    expect(beyond.trail.some(({ act }: View) => act?.straight)).toBe(false);
    // Switching off is done by one.
    expect((await change('nell', id, { straightLimit: '' })).body.record.straightLimit).toBeNull();
  });

  it('tolerances of a supplier’s own hold once a second person confirmed them', async () => {
    const { id } = (await people.nell.ok('GET', '/api/suppliers?q=Mossrigg'))[0];
    const { record } = await page(id);
    expect(Object.values(record.tolerances).every((value) => value === null)).toBe(true);
    const before = await arrived(server, people.nell, 'mossrigg', 0, { dearer: 4, part: 0.1 });
    expect(before.exceptions.map(({ facts }: View) => facts.code)).toContain('price');
    expect((await change('nell', id, { tolerances: { ...record.tolerances, pricePercent: 'much' } })).body.message).toMatch(
      /A tolerance is a number/,
    );
    const asked = await change('nell', id, { tolerances: { ...record.tolerances, pricePercent: '5', priceAmount: '5000' } });
    const [waiting] = asked.body.changes;
    expect(waiting.changes).toEqual([{ field: 'tolerances', before: null, after: 'pricePercent 5, priceAmount 5000' }]);
    await people.ruth.ok('POST', `/api/suppliers/${id}/changes/${waiting.id}`, { confirmed: true });
    expect((await page(id)).record.tolerances).toMatchObject({ pricePercent: '5', priceAmount: '5000.00', underPercent: null });
    // What waited is looked at again by itself, and fits now.
    await until('the price is within what may pass', async () => {
      const now = await people.nell.ok('GET', `/api/documents/${before.id}`);
      return !now.exceptions.some(({ facts }: View) => facts.code === 'price');
    });
  });
});
