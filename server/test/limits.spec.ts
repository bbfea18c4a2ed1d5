import { connect } from 'node:net';
import { mkdtemp, symlink, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { COMPANY } from '@umber/demo/scenario';
import { waitAfter } from '../src/people/sign-in-delay.js';
import { mail, testServer, until, Visitor, type TestServer } from './harness.js';

/** Speaks SMTP line by line; the answer to the last line. */
function speak(port: number, lines: readonly string[]): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = connect(port, '127.0.0.1');
    let step = 0;
    socket.on('data', (chunk) => {
      if (!/^\d{3} /m.test(chunk.toString())) return;
      if (step === lines.length) {
        resolve(chunk.toString());
        socket.destroy();
      } else socket.write(`${lines[step++]}\r\n`);
    });
    socket.on('error', reject);
  });
}

describe('limits', () => {
  let server: TestServer;
  let clerk: Visitor;
  let administrator: Visitor;
  beforeAll(async () => {
    server = await testServer();
    [clerk, administrator] = await Promise.all(['nell', 'sol'].map((login) => Visitor.signedIn(server.httpPort, login)));
  });
  afterAll(() => server.close());
  const count = async (text: string) => (await server.pool.query(text)).rows[0].n as number;

  it('begin for a login after some refused tries, double, and do not tell whether it exists', async () => {
    const at = (failures: number, since = 0) => waitAfter({ failures, since }, 5);
    expect([at(4), at(5), at(6), at(9), at(40), at(9, 10), at(9, 16.5)]).toEqual([0, 1, 2, 16, 300, 6, 0]);
    const visitor = new Visitor(server.httpPort);
    for (const login of ['tom', 'nobody-of-that-name']) {
      await server.pool.query(
        "insert into sign_in_failures (login, address) select $1, '127.0.0.1' from generate_series(1, 12) union all select $1, '::ffff:127.0.0.1' from generate_series(1, 12)",
        [login],
      );
      const refused = await visitor.send('POST', '/api/session', { login, password: 'tray-by-the-window' });
      expect(refused).toMatchObject({
        status: 429,
        body: { code: 'too-many-tries', message: expect.stringMatching(/Wait 1\d\d seconds/) },
      });
    }
    await server.pool.query('delete from sign_in_failures');
    await Visitor.signedIn(server.httpPort, 'tom');
    const codes = (await administrator.ok('GET', '/api/audit?q=')).map(({ act }: { act: { code: string } }) => act.code);
    expect(codes).toContain('signed-in');
  });

  it('hold for a mail’s recipients', async () => {
    const many = Array.from({ length: 101 }, () => `RCPT TO:<${COMPANY.invoicesAddress}>`);
    expect(await speak(server.smtpPort, ['EHLO me', 'MAIL FROM:<me@supplier.example>', ...many])).toMatch(/^452/);
  });

  it('hold for what a source brings in a day, and say so to each who brings', async () => {
    await server.pool.query("update sources set daily_megabytes = 1 where kind in ('mail', 'api')");
    const big = { filename: 'big.pdf', content: Buffer.alloc(1_200_000, 'x') };
    await expect(mail(server.smtpPort, [big])).rejects.toMatchObject({ responseCode: 452 });
    const { token } = await clerk.ok('POST', '/api/tokens', { name: 'program' });
    const send = (bytes: Buffer) =>
      fetch(`http://127.0.0.1:${server.httpPort}/api/arrivals?name=big.pdf`, {
        method: 'POST',
        body: new Uint8Array(bytes),
        headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/pdf' },
      });
    expect((await send(big.content)).status).toBe(429);
    expect(await count('select count(*)::int as n from arrivals')).toBe(0);
    expect(await count('select count(*)::int as n from uploads')).toBe(0);
    await server.pool.query('update sources set daily_megabytes = 5000');
    expect((await send(big.content)).status).toBe(201);
    expect(await count('select octet_length(bytes)::int as n from blobs')).toBe(1_200_000);
  });

  it('end live streams with their session, and keep some of each', async () => {
    const visitor = await Visitor.signedIn(server.httpPort, 'wyn');
    const streams = await Promise.all(Array.from({ length: 10 }, () => visitor.raw('/api/events')));
    let over = 0;
    const ended = streams.map(async (stream) => {
      const reader = stream.body?.getReader();
      while (!(await reader?.read())?.done);
      over++;
    });
    // The two that came first, which need not be those that were asked for first.
    await until('two of ten to be ended', () => Promise.resolve(over >= 2 || undefined));
    expect(over).toBe(2);
    await visitor.send('DELETE', '/api/session');
    expect(await Promise.all(ended)).toHaveLength(10);
  });

  it('take NULs and halves of characters out of what comes, and refuse nothing for them', async () => {
    const raw = ['Subject: Rech\0nung \xed\xa0\xbd', 'From: a@b.example', 'Content-Type: text/plain; charset=utf-8', '', 'x\0y'].join(
      '\r\n',
    );
    await speak(server.smtpPort, ['EHLO me', 'MAIL FROM:<a@b.example>', `RCPT TO:<${COMPANY.invoicesAddress}>`, 'DATA', `${raw}\r\n.`]);
    const subject = await until('the mail to be opened', async () => {
      const { rows } = await server.pool.query("select subject from arrivals where subject like 'Rech%'");
      return rows[0]?.subject as string | undefined;
    });
    expect(subject).not.toContain('\0');
    for (const q of ['%00', 'x%00y', '%ED%A0%BD']) expect((await clerk.send('GET', `/api/suppliers?q=${q}`)).status).toBeLessThan(500);
    const named = await clerk.send('POST', '/api/uploads', { name: 'a\0b\ud83d.pdf', size: 3 });
    expect(named.status).toBe(201);
  });

  it('keep folders within what may be fetched from, links followed', async () => {
    const folder = (path: string) => ({
      kind: 'folder',
      name: `Folder ${path}`,
      enabled: true,
      settings: { path, afterwards: 'leave', foldersAreTags: false, polls: true },
    });
    const shared = await mkdtemp(join(tmpdir(), 'umber-shared-'));
    const linked = join(shared, 'out');
    await symlink('/etc', linked);
    for (const path of ['/etc', '/', linked, `${shared}/../../etc`])
      expect(await administrator.send('POST', '/api/sources', folder(path))).toMatchObject({ status: 400, body: { code: 'bad-request' } });
    await writeFile(join(shared, 'mine.pdf'), 'not a page');
    await symlink('/etc/hostname', join(shared, 'theirs.pdf'));
    await administrator.ok('POST', '/api/sources', folder(shared));
    await until('the file to come in', async () => (await count("select count(*)::int as n from arrivals where name = 'mine.pdf'")) > 0);
    expect(await count("select count(*)::int as n from arrivals where name = 'theirs.pdf'")).toBe(0);
  });

  it('send no password to another server, and tell nothing of the network', async () => {
    const settings = {
      host: 'imap.supplier.example',
      port: 993,
      secure: true,
      user: 'me',
      folder: 'INBOX',
      afterwards: 'leave',
      doneFolder: '',
    };
    const made = await administrator.ok('POST', '/api/sources', {
      kind: 'mailbox',
      name: 'Box',
      enabled: false,
      settings,
      password: 'secret',
    });
    const { id } = made.find((one: { name: string }) => one.name === 'Box');
    const change = (more: object, password = '') =>
      administrator.send('PUT', `/api/sources/${id}`, { name: 'Box', enabled: false, settings: { ...settings, ...more }, password });
    expect(await change({ host: 'imap.thief.example' })).toMatchObject({
      status: 400,
      body: { message: expect.stringContaining('again') },
    });
    expect((await change({ folder: 'Invoices' })).status).toBe(200);
    const said = new Set<string>();
    for (const host of ['127.0.0.1', 'no-such-host.example']) {
      expect((await change({ host, port: host === '127.0.0.1' ? server.httpPort : 993 }, 'again')).status).toBe(200);
      said.add((await administrator.ok('POST', `/api/sources/${id}/try`)).sentence);
    }
    expect((await change({ host: '127.0.0.1', port: 1 }, 'again')).status).toBe(200);
    said.add((await administrator.ok('POST', `/api/sources/${id}/try`)).sentence);
    expect(said.size).toBe(1);
    const acts = (await administrator.ok('GET', '/api/audit?q=Box')).map(({ act }: { act: { code: string } }) => act.code);
    expect(new Set(acts)).toEqual(new Set(['source-added', 'source-changed', 'source-tried']));
    expect(JSON.stringify(await administrator.ok('GET', '/api/audit?q='))).not.toContain('secret');
  });
});
