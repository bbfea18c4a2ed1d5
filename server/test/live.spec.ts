import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { startServer, type RunningServer } from '../src/server.js';
import { applicationUrl, demoDatabase, mail, TODAY, Visitor } from './harness.js';

describe('what happens is told at once', () => {
  let server: RunningServer;
  let standIn: Server;
  const wishes: string[] = [];
  let pool: { end(): Promise<void> };
  beforeAll(async () => {
    const made = await demoDatabase();
    pool = made.pool;
    standIn = createServer((request, response) => {
      request.on('data', (chunk: Buffer) => wishes.push(chunk.toString()));
      request.on('end', () => response.writeHead(200, { 'Content-Type': 'application/json' }).end('{"supplier":"S","subject":"T"}'));
    });
    await new Promise<void>((resolve) => standIn.listen(0, '127.0.0.1', resolve));
    server = await startServer({
      databaseUrl: applicationUrl(made.url),
      ownerUrl: made.url,
      httpPort: 0,
      smtpPort: 0,
      webFolder: null,
      demoUrl: `http://127.0.0.1:${(standIn.address() as AddressInfo).port}`,
      today: () => TODAY,
      secret: Buffer.alloc(32),
      readers: 1,
    });
  });
  afterAll(async () => {
    await server.close();
    standIn.close();
    await pool.end();
  });

  it('over the live stream, to those who are signed in', async () => {
    const base = `http://127.0.0.1:${server.httpPort}`;
    expect((await fetch(`${base}/api/events`)).status).toBe(401);
    const signIn = await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: base },
      body: JSON.stringify({ login: 'nell', password: 'tray-by-the-window' }),
    });
    const stop = new AbortController();
    const stream = await fetch(`${base}/api/events`, { headers: { Cookie: signIn.headers.getSetCookie()[0] }, signal: stop.signal });
    expect(stream.headers.get('content-type')).toBe('text/event-stream');
    const reader = stream.body?.getReader();
    await mail(server.smtpPort, [], { subject: 'news' });
    let heard = '';
    while (!heard.includes('"arrival"')) heard += new TextDecoder().decode((await reader?.read())?.value);
    expect(heard).toMatch(/data: \[\{"what":"arrival","id":\d+\}/);
    stop.abort();
  });

  it('by the stand-in supplier, where the demo is on', async () => {
    const clerk = await Visitor.signedIn(server.httpPort, 'nell');
    expect(await clerk.ok('POST', '/api/demo/supplier-writes', { what: 'clean' })).toEqual({ supplier: 'S', subject: 'T' });
    expect(wishes).toEqual(['{"what":"clean"}']);
    expect(await clerk.send('POST', '/api/demo/supplier-writes', { what: 'gold' })).toMatchObject({ status: 400 });
  });
});
