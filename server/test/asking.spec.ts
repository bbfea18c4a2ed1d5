import { arrived } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

/** Ways out of what does not fit, beside accepting it. */
describe('ways out of an exception', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'tom', 'ines', 'ruth', 'wyn']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(() => server.close());
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  const look = (document: { id: number }) => people.nell.ok('GET', `/api/documents/${document.id}`);
  const idOf = async (login: string) => (await server.pool.query('select id from people where login = $1', [login])).rows[0].id as number;
  const leaves = (document: { id: number }, tray: string) =>
    until(`it leaves ${tray}`, async () => {
      const now = await look(document);
      return now.tray === tray ? null : now;
    });

  it('who ordered is asked whether it came, says so, and the invoice goes on', async () => {
    // The third order of this supplier came short.
    let document = await arrived(server, people.nell, 'hartscale', 2);
    const [exception] = document.exceptions;
    const wish = { version: document.version, kind: 'arrived', of: await idOf('tom'), text: 'Did the rest of the sleepers come?' };
    const path = at(document, `exceptions/${exception.id}/ask`);
    expect(await people.nell.send('POST', path, { ...wish, of: await idOf('nell') })).toMatchObject({
      status: 409,
      body: { message: expect.stringContaining('yourself') },
    });
    expect(await people.nell.send('POST', path, { ...wish, of: await idOf('wyn') })).toMatchObject({ status: 404 });
    expect((await people.nell.send('POST', path, { ...wish, text: '' })).status).toBe(400);
    document = await people.nell.ok('POST', path, wish);
    expect(document).toMatchObject({ tray: 'match', questions: [{ askedOf: 'Tom Brackley', askedBy: 'Nell Ashgrove', answer: null }] });
    const [asked] = await people.tom.ok('GET', '/api/questions');
    expect(asked).toMatchObject({
      documentId: document.id,
      text: wish.text,
      goods: [{ description: expect.any(String), received: expect.any(String) }],
    });
    const [goods] = asked.goods;
    const came = [{ orderLineId: goods.orderLineId, quantity: String(Number(goods.invoiced) - Number(goods.received)) }];
    const answer = { answer: 'yes', words: 'Came on Friday', receivedOn: '2026-11-20', came };
    expect(await people.ines.send('POST', `/api/questions/${asked.id}/answer`, answer)).toMatchObject({
      status: 403,
      body: { code: 'not-asked' },
    });
    expect((await people.tom.send('POST', `/api/questions/${asked.id}/answer`, { ...answer, receivedOn: null })).status).toBe(400);
    expect((await people.tom.send('POST', `/api/questions/${asked.id}/answer`, { ...answer, answer: 'no', words: '' })).status).toBe(400);
    const two = await Promise.all([1, 2].map(() => people.tom.send('POST', `/api/questions/${asked.id}/answer`, answer)));
    expect(two.map(({ status }) => status).sort()).toEqual([200, 409]);
    document = await leaves(document, 'match');
    expect(document.questions).toMatchObject([{ answer: 'yes', words: 'Came on Friday', answeredBy: 'Tom Brackley' }]);
    expect(document.trail.map(({ act }: { act: { code: string } }) => act.code)).toEqual(expect.arrayContaining(['asked', 'answered']));
  });

  it('what is paid short is booked in full, held back, and ends where the invoice changes', async () => {
    let document = await arrived(server, people.nell, 'montechiaro', 0, { dearer: 9 });
    const exception = document.exceptions.find(({ facts }: { facts: { code: string } }) => facts.code === 'price');
    const path = at(document, `exceptions/${exception.id}/pay-short`);
    const wish = { version: document.version, net: exception.facts.off, reason: 'Dearer than ordered' };
    expect((await people.nell.send('POST', path, { ...wish, net: '0' })).status).toBe(400);
    expect(await people.nell.send('POST', path, { ...wish, net: '9999999' })).toMatchObject({
      status: 409,
      body: { message: expect.stringContaining('whole invoice') },
    });
    for (const one of document.exceptions.filter(({ facts }: { facts: { code: string } }) => facts.code === 'price'))
      document = await people.nell.ok('POST', at(document, `exceptions/${one.id}/pay-short`), {
        version: document.version,
        net: one.facts.off,
        reason: 'Dearer than ordered',
      });
    expect(document.claims[0]).toMatchObject({
      net: exception.facts.off,
      reason: 'Dearer than ordered',
      madeBy: 'Nell Ashgrove',
      credit: null,
    });
    expect(Number(document.claims[0].gross)).toBeGreaterThan(Number(exception.facts.off) - 0.01);
    expect(document.tray).toBe('sign-off');
    const asked = document.approvals[0].approver.split(' ')[0].toLowerCase();
    document = await people[asked].ok('POST', at(document, 'send-back'), { version: document.version, reason: 'Look again' });
    const [line] = document.lines;
    document = await people.nell.ok('PUT', at(document, `lines/${line.position}/unitPrice`), { version: document.version, value: '1' });
    expect(
      (await server.pool.query('select count(*)::int as n from claims where document_id = $1', [document.id])).rows[0].n,
    ).toBeGreaterThan(0);
  });

  it('what waits for its receipt is parked, stays while other goods come, and is taken up once its own came', async () => {
    let document = await arrived(server, people.nell, 'bellwether', 2);
    const exception = document.exceptions.find(({ facts }: { facts: { code: string } }) => facts.code === 'not-received');
    const path = at(document, `exceptions/${exception.id}/wait`);
    const wish = { version: document.version, until: '2026-12-10', reason: 'The rest comes next week' };
    expect((await people.nell.send('POST', path, { ...wish, until: '2026-11-20' })).status).toBe(400);
    document = await people.nell.ok('POST', path, wish);
    expect(document).toMatchObject({ tray: 'parked', restsUntil: '2026-12-10' });
    const [order] = document.orders;
    const short = order.lines.find(({ quantity, received }: { quantity: string; received: string }) => quantity !== received);
    const other = order.lines.find(({ id }: { id: number }) => id !== short.id);
    const receive = (line: { id: number }, quantity: string) =>
      people.tom.ok('POST', `/api/orders/${order.id}/receipts`, {
        kind: 'receipt',
        receivedOn: '2026-11-20',
        deliveryNote: '',
        lines: [{ orderLineId: line.id, quantity }],
      });
    await receive(other, '1');
    await until('it was looked at', async () => (await server.pool.query('select 1 from match_requests')).rowCount === 0);
    expect((await look(document)).tray).toBe('parked');
    await receive(short, String(Number(short.quantity) - Number(short.received)));
    document = await leaves(document, 'parked');
    expect(['sign-off', 'post', 'match']).toContain(document.tray);
    expect(document.exceptions.map(({ facts }: { facts: { code: string } }) => facts.code)).not.toContain('not-received');
  });
});
