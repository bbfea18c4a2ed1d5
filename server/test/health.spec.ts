import { testServer, type TestServer } from './harness.js';

describe('health', () => {
  let server: TestServer;
  const ask = async (path: string) => {
    const answer = await fetch(`http://127.0.0.1:${server.httpPort}${path}`);
    return { status: answer.status, body: (await answer.json()) as unknown, id: answer.headers.get('x-request-id') };
  };
  beforeAll(async () => (server = await testServer()));
  afterAll(() => server.close());

  it('says that the server is alive, and that every part answers, to anybody', async () => {
    expect(await ask('/healthz')).toMatchObject({ status: 200, body: { alive: true } });
    expect(await ask('/readyz')).toMatchObject({ status: 200, body: { database: true, queue: true, readers: true } });
  });

  it('gives each request an id of its own', async () => {
    const [one, two] = [await ask('/healthz'), await ask('/healthz')];
    expect(one.id).toMatch(/^[0-9a-f-]{36}$/);
    expect(one.id).not.toBe(two.id);
  });

  it('says which part does not answer', async () => {
    server.services.readers.close();
    expect(await ask('/readyz')).toMatchObject({ status: 503, body: { database: true, readers: false } });
    expect(await ask('/healthz')).toMatchObject({ status: 200 });
  });
});
