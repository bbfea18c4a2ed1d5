import { createServer, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { deliver } from '../src/hooks/deliver.js';
import { signatureOf } from '../src/hooks/send.js';
import { addressesInReach } from '../src/intake/reach.js';
import { arrived } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
type View = any;

/** Other programs that are told when something happens. */
describe('hooks', () => {
  let server: TestServer;
  let program: Server;
  let url: string;
  let answer = 200;
  const got: { headers: IncomingHttpHeaders; body: string }[] = [];
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    program = createServer((request, response) => {
      const chunks: Buffer[] = [];
      request
        .on('data', (chunk: Buffer) => chunks.push(chunk))
        .on('end', () => {
          got.push({ headers: request.headers, body: Buffer.concat(chunks).toString() });
          response.writeHead(answer, { Location: '/elsewhere' }).end('thanks');
        });
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => program.once('listening', resolve));
    url = `http://127.0.0.1:${(program.address() as AddressInfo).port}/told`;
    server = await testServer();
    for (const login of ['nell', 'ruth', 'sol']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(async () => {
    await server.close();
    program.close();
  });

  const log = async (): Promise<View[]> => (await people.sol.ok('GET', '/api/hooks')).log;

  it('are made by administrators, for addresses within reach, with a secret that is shown once', async () => {
    expect((await people.nell.send('POST', '/api/hooks', { url, events: ['posted'] })).status).toBe(403);
    for (const wrong of [
      { url: 'ftp://a.example', events: ['posted'] },
      { url, events: [] },
      { url, events: ['nothing'] },
      { url: 'http://a:b@a.example/', events: ['posted'] },
    ])
      expect((await people.sol.send('POST', '/api/hooks', wrong)).status).toBe(400);
    expect((await people.sol.send('POST', '/api/hooks', { url: 'http://127.0.0.2:9/', events: ['posted'] })).status).toBe(400);
    expect((await people.sol.send('POST', '/api/hooks', { url: 'http://[::1]:9/', events: ['posted'] })).status).toBe(400);
    const made = await people.sol.ok('POST', '/api/hooks', { url, events: ['arrived', 'read', 'doubt', 'posted'] });
    expect(made.secret).toMatch(/^whsec_[A-Za-z0-9+/]{43}=$/);
    const { hooks } = await people.sol.ok('GET', '/api/hooks');
    expect(hooks).toEqual([
      { id: made.id, url, events: ['arrived', 'read', 'doubt', 'posted'], madeBy: 'Sol Everley', madeAt: made.madeAt, waiting: 0 },
    ]);
    const { rows } = await server.pool.query('select secret from hooks');
    expect(rows[0].secret.toString('latin1')).not.toContain(made.secret.slice(6));
    secret = made.secret;
  });
  let secret = '';

  it('are told of what happens, signed, once each', async () => {
    const document = await arrived(server, people.nell, 'hartscale', 0, { part: 0.2 });
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version: document.version });
    const types = () => got.map(({ body }) => JSON.parse(body).type).sort();
    await until('three things', async () => (got.length >= 3 ? true : undefined));
    expect(types()).toEqual(['document.arrived', 'document.posted', 'document.read']);
    const posted = got.find(({ body }) => body.includes('document.posted'));
    expect(JSON.parse(posted?.body ?? '').data.document).toEqual({
      id: document.id,
      kind: 'invoice',
      tray: 'posted',
      supplier: document.supplier.name,
      number: document.fields.invoiceNumber.value,
      currency: document.fields.currency.value,
      total: document.fields.grossTotal.value,
    });
    const id = String(posted?.headers['webhook-id']);
    const moment = Number(posted?.headers['webhook-timestamp']);
    expect(posted?.headers['webhook-signature']).toBe(signatureOf(secret, id, moment, posted?.body ?? ''));
    expect(Math.abs(Date.now() / 1000 - moment)).toBeLessThan(60);
    expect(posted?.headers['webhook-signature']).not.toBe(signatureOf(secret, id, moment, `${posted?.body} `));
    await until('the log', async () => ((await log()).every(({ arrivedAt }: View) => arrivedAt !== null) ? true : undefined));
    expect((await log()).map(({ status, tries }: View) => [status, tries])).toEqual([
      [200, 1],
      [200, 1],
      [200, 1],
    ]);
  });

  it('are told again later where they did not take it, and once more when asked', async () => {
    answer = 302;
    got.length = 0;
    const document = await arrived(server, people.nell, 'mossrigg', 0, { part: 0.3, totalOff: '3.00' });
    await until('what was refused', async () =>
      (await log()).some(({ fault, event }: View) => fault !== null && event === 'doubt') ? true : undefined,
    );
    const refused = (await log()).find(({ event }: View) => event === 'doubt');
    expect(refused).toMatchObject({ documentId: document.id, status: 302, fault: 'It answered with 302.', tries: 1, arrivedAt: null });
    // No other address is followed.
    expect(got.every(({ headers }) => headers['webhook-id'] !== undefined)).toBe(true);
    answer = 204;
    await people.sol.ok('POST', `/api/hooks/deliveries/${refused.id}/again`);
    await until('it to arrive', async () => ((await log()).find(({ id }: View) => id === refused.id)?.arrivedAt ? true : undefined));
    expect((await people.sol.send('POST', `/api/hooks/deliveries/${refused.id}/again`)).status).toBe(404);
  });

  it('are given up after the last try, and say why', async () => {
    answer = 500;
    await arrived(server, people.nell, 'dapplemere', 0, { part: 0.3 });
    await until('a refusal', async () => ((await log())[0].fault !== null ? true : undefined));
    const [{ id }] = await log();
    await server.pool.query('update hook_deliveries set tries = 7, next_at = now() where id = $1', [id]);
    await deliver(server.services);
    await until('it to be given up', async () => ((await log()).find((one: View) => one.id === id)?.nextAt === null ? true : undefined));
    expect((await log()).find((one: View) => one.id === id)).toMatchObject({ tries: 8, arrivedAt: null, fault: 'It answered with 500.' });
  });

  it('are told nothing once they are taken away', async () => {
    const { hooks } = await people.sol.ok('GET', '/api/hooks');
    expect(await people.sol.ok('DELETE', `/api/hooks/${hooks[0].id}`)).toEqual({ hooks: [], log: [] });
    expect((await people.sol.send('DELETE', `/api/hooks/${hooks[0].id}`)).status).toBe(404);
    const { rows } = await server.pool.query('select count(*)::int as n from hook_deliveries where next_at is not null');
    expect(rows).toEqual([{ n: 0 }]);
  });

  it('reach no machine that is this one, however it is written', async () => {
    const nowhere = { folderRoots: [], ownFolders: [], mailHosts: [] };
    for (const address of [
      'http://127.1/',
      'http://2130706433/',
      'http://0x7f.1/',
      'http://localhost/',
      'http://[::ffff:127.0.0.1]/',
      'http://169.254.169.254/',
      'http://0.0.0.0/',
    ])
      await expect(addressesInReach(new URL(address).hostname.replace(/^\[|\]$/g, ''), null, nowhere)).rejects.toThrow(
        'this machine itself',
      );
  });
});
