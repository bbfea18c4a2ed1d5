import { createCanvas } from '@napi-rs/canvas';
import { invoicePdf } from './documents.js';
import { mail, testServer, until, Visitor, type TestServer } from './harness.js';

describe('sending what came to a tray', () => {
  let server: TestServer;
  let clerk: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
    const [source] = (await clerk.ok('GET', '/api/sources')).filter((one: { kind: string }) => one.kind === 'mail');
    await clerk.ok('PUT', `/api/sources/${source.id}/rules`, {
      before: [],
      rules: [
        { conditions: [{ part: 'subject', test: 'contains', text: 'newsletter' }], does: { act: 'turn-away', reason: 'advertising' } },
        { conditions: [{ part: 'subject', test: 'contains', text: 'archive' }], does: { act: 'keep' } },
      ],
    });
  });
  afterAll(() => server.close());

  const arrived = async (subject: string, nth: number) => {
    await mail(server.smtpPort, [{ filename: `${subject}.pdf`, content: await invoicePdf('tarnside', nth) }], { subject });
    const { rows } = await until(`${subject} to be taken apart`, async () => {
      const found = await server.pool.query("select id from arrivals where subject = $1 and state <> 'stored'", [subject]);
      return found.rows.length > 0 && found;
    });
    return rows[0].id as number;
  };
  const documentsOf = async (id: number) =>
    (await server.pool.query('select id, tray, kind from documents where arrival_id = $1 order by id', [id])).rows;
  const read = (id: number) =>
    until('its document to be read', async () => {
      const [document] = await documentsOf(id);
      return document && document.tray !== 'arriving' && document;
    });
  const send = (id: number, to: string, reason?: string) => clerk.send('POST', `/api/arrivals/${id}/send`, { to, reason });

  it('moves all its documents, with a reason where they rest, and reopens them', async () => {
    const id = await arrived('plain', 0);
    const { tray } = await read(id);
    expect((await send(id, 'parked')).body.message).toBe('Say why, in a few words.');
    expect((await send(id, 'parked', 'asked the buyer')).body).toEqual({ sent: 1, left: [] });
    expect((await documentsOf(id))[0].tray).toBe('parked');
    expect((await send(id, 'check')).body.sent).toBe(1);
    expect((await documentsOf(id))[0].tray).toBe(tray);
    expect((await send(id, 'turned-away', 'not for us')).body.sent).toBe(1);
    expect((await send(id, 'turned-away', 'not for us')).body.message).toBe('Nothing of this arrival can be sent there.');
    expect((await send(id, 'filed')).body.sent).toBe(1);
    expect(await documentsOf(id)).toMatchObject([{ tray: 'filed', kind: 'other' }]);
    expect((await send(id, 'check')).body.sent).toBe(1);
    expect(await read(id)).toMatchObject({ kind: 'invoice' });
  });

  it('tells of a document that cannot go there', async () => {
    const id = await arrived('posted already', 1);
    const { id: document } = await read(id);
    await server.pool.query("update documents set tray = 'posted' where id = $1", [document]);
    expect((await send(id, 'parked', 'asked the buyer')).body).toMatchObject({
      sent: 0,
      left: [{ id: document, why: expect.stringMatching('Posted') }],
    });
  });

  it('reads after all what a rule turned away, or kept unread', async () => {
    const away = await arrived('newsletter with an invoice', 2);
    expect(await clerk.ok('GET', `/api/arrivals/${away}`)).toMatchObject({ state: 'turned-away' });
    expect((await send(away, 'filed')).status).toBe(400);
    expect((await send(away, 'check')).body).toEqual({ sent: 1, left: [] });
    expect(await read(away)).toMatchObject({ kind: 'invoice' });

    const kept = await arrived('archive', 0);
    expect(await documentsOf(kept)).toMatchObject([{ tray: 'filed' }]);
    expect((await send(kept, 'check')).body.sent).toBe(1);
    const document = await until('it to be read', async () => {
      const [one] = await documentsOf(kept);
      return one.tray !== 'filed' && one.tray !== 'arriving' && one;
    });
    expect((await clerk.ok('GET', `/api/documents/${document.id}`)).trail).toContainEqual(
      expect.objectContaining({ act: { code: 'moved', act: 'read-again', to: 'arriving' } }),
    );
  });

  it('reads a picture that was left aside as it does not look like a page, once', async () => {
    const logo = await createCanvas(300, 120).encode('png');
    await mail(server.smtpPort, [{ filename: 'till.png', content: logo }], { subject: 'only a little picture' });
    const [{ id }] = await until('the mail to be taken apart', async () => {
      const { rows } = await server.pool.query("select id from arrivals where subject = 'only a little picture' and state <> 'stored'");
      return rows.length > 0 && rows;
    });
    const aside = { code: 'left-out', parts: [{ code: 'picture-aside', file: 'till.png' }], turnedAway: null };
    expect(await clerk.ok('GET', `/api/arrivals/${id}`)).toMatchObject({ state: 'no-documents', reason: aside });
    const readIt = (file: string) => clerk.send('POST', `/api/arrivals/${id}/read-aside`, { file });
    expect(await readIt('another.png')).toMatchObject({ status: 400, body: { message: 'Nothing of this name waits to be read.' } });
    const answers = await Promise.all([readIt('till.png'), readIt('till.png')]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 400]);
    expect(await clerk.ok('GET', `/api/arrivals/${id}`)).toMatchObject({ state: 'unpacked', reason: null });
    const document = await read(id);
    expect(await documentsOf(id)).toHaveLength(1);
    expect((await clerk.ok('GET', `/api/documents/${document.id}`)).trail).toContainEqual(
      expect.objectContaining({ person: expect.any(String), act: { code: 'read-aside', file: 'till.png' } }),
    );
  });
});
