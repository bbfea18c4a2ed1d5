import { fork } from 'node:child_process';
import { connect } from 'node:net';
import { fileURLToPath } from 'node:url';
import { turned } from '@umber/core/pictures';
import { COMPANY } from '@umber/demo/scenario';
import { imagePages } from '../src/readers/image.js';
import { jpegOf } from '../src/readers/picture-files.js';
import { ReaderPool } from '../src/readers/reader-pool.js';
import { invoicePdf } from './documents.js';
import { prepareDatabase } from '../src/works.js';
import { applicationUrl, demoDatabase, mail, freePort, testServer, until, Visitor, type TestServer } from './harness.js';

describe('mail that arrives', () => {
  let server: TestServer;
  let clerk: Visitor;
  let readers: ReaderPool;
  beforeAll(async () => {
    server = await testServer();
    readers = new ReaderPool({ size: 1 });
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(async () => {
    readers.close();
    await server.close();
  });

  const arrival = (subject: string) =>
    until(`arrival ${subject}`, async () =>
      (await clerk.ok('GET', '/api/arrivals')).find(
        (one: { subject: string; state: string }) => one.subject === subject && one.state !== 'stored',
      ),
    );

  it('is kept byte for byte, and its PDF becomes a document that is read', async () => {
    const pdf = await invoicePdf('tarnside', 0);
    await mail(server.smtpPort, [{ filename: 'a.pdf', content: pdf }], { subject: 'first' });
    const found = await arrival('first');
    expect(found).toMatchObject({ state: 'unpacked', sender: 'accounts@tarnside-lubricants.example' });
    const { rows } = await server.pool.query(
      'select b.bytes from documents d join files f on f.id = d.file_id join blobs b on b.sha256 = f.blob where d.id = $1',
      [found.files[0].documents[0].id],
    );
    expect(pdf.equals(rows[0].bytes)).toBe(true);
    const document = await until('reading', async () => {
      const view = await clerk.ok('GET', `/api/documents/${found.files[0].documents[0].id}`);
      return view.tray !== 'arriving' && view;
    });
    expect(document).toMatchObject({ tray: 'post', supplier: { name: 'Tarnside Lubricants Ltd' }, doubts: [] });
    expect(document.pages[0].words.length).toBeGreaterThan(40);
    const picture = await clerk.send('GET', `/api/documents/${document.id}/pages/1/picture`);
    expect(picture).toMatchObject({ status: 200 });
    expect(picture.headers.get('content-type')).toBe('image/png');
  });

  it('with a scanned page is read like any other, and the page is shown upright', async () => {
    const [{ picture }] = await readers.read(await invoicePdf('tarnside', 1), { pictures: 1, scale: 3.2 });
    for await (const page of imagePages(picture ?? new Uint8Array(), 'png'))
      await mail(server.smtpPort, [{ filename: 'scan.jpg', content: Buffer.from(await jpegOf(turned(page.picture, 2), 1)) }], {
        subject: 'scanned',
      });
    const found = await arrival('scanned');
    const document = await until(
      'reading',
      async () => {
        const view = await clerk.ok('GET', `/api/documents/${found.files[0].documents[0].id}`);
        return view.tray !== 'arriving' && view;
      },
      240_000,
    );
    expect(document).toMatchObject({ kind: 'invoice', supplier: { name: 'Tarnside Lubricants Ltd' } });
    expect(document.lines.length).toBeGreaterThan(0);
    const shown = await clerk.send('GET', `/api/documents/${document.id}/pages/1/picture`);
    expect(shown.headers.get('content-type')).toBe('image/jpeg');
  }, 300_000);

  it('without a PDF is kept and shown with the reason', async () => {
    await mail(server.smtpPort, [], { subject: 'hello' });
    expect(await arrival('hello')).toMatchObject({ state: 'no-documents', reason: { code: 'no-attachment' }, files: [] });
  });

  it('with the same file again is recognised and turned away with the reason', async () => {
    const pdf = await invoicePdf('tarnside', 0, { part: 0.5 });
    await mail(server.smtpPort, [{ filename: 'once.pdf', content: pdf }], { subject: 'once' });
    const first = await arrival('once');
    await mail(server.smtpPort, [{ filename: 'twice.pdf', content: pdf }], { subject: 'twice' });
    const second = await arrival('twice');
    const document = await clerk.ok('GET', `/api/documents/${second.files[0].documents[0].id}`);
    expect(document).toMatchObject({
      tray: 'turned-away',
      reason: { code: 'same-file', document: first.files[0].documents[0].id },
    });
  });

  it('that is byte for byte the same is kept once and told apart', async () => {
    const same = { subject: 'same', messageId: '<same@supplier.example>', date: new Date('2026-11-01T08:00:00Z') };
    for (let i = 0; i < 2; i++) await mail(server.smtpPort, [], same);
    const states = await until('both', async () => {
      const found = (await clerk.ok('GET', '/api/arrivals')).filter(
        (one: { subject: string; state: string }) => one.subject === 'same' && one.state !== 'stored',
      );
      return found.length === 2 && found.map((one: { state: string }) => one.state).sort();
    });
    expect(states).toEqual(['no-documents', 'repeated']);
  });

  it('for another address, or too large, is refused at the door', async () => {
    await expect(mail(server.smtpPort, [], { to: 'sales@kestrelfell.example' })).rejects.toMatchObject({ responseCode: 550 });
    await expect(mail(server.smtpPort, [{ filename: 'big.pdf', content: Buffer.alloc(36 * 1024 * 1024, 1) }])).rejects.toMatchObject({
      responseCode: 552,
    });
    const { rows } = await server.pool.query('select count(*)::int as n from blobs where size > 30000000');
    expect(rows[0].n).toBe(0);
  });

  it('with a file that is no PDF inside goes to Check with a sentence, and the next one goes on', async () => {
    await mail(server.smtpPort, [{ filename: 'broken.pdf', content: Buffer.from('%PDF-1.7\nthis is not one') }], { subject: 'broken' });
    const found = await arrival('broken');
    const document = await until('the refusal', async () => {
      const view = await clerk.ok('GET', `/api/documents/${found.files[0].documents[0].id}`);
      return view.tray === 'check' && view;
    });
    expect(document.doubts).toMatchObject([
      { field: null, line: null, question: { code: 'unreadable', because: { code: 'damaged', what: 'pdf' } } },
    ]);
    const file = await clerk.send('GET', `/api/documents/${document.id}/file`);
    expect(file.body).toContain('this is not one');
  });
});

describe('a server that is killed', () => {
  it('has lost nothing that it acknowledged, and works it off after the next start', async () => {
    const { url, pool } = await demoDatabase();
    await prepareDatabase({ ownerUrl: url, databaseUrl: applicationUrl(url) });
    const program = fileURLToPath(new URL('../dist/main.js', import.meta.url));
    for (let round = 0; round < 3; round++) {
      const port = await freePort();
      const child = fork(program, {
        env: {
          ...process.env,
          UMBER_DATABASE_URL: applicationUrl(url),
          UMBER_HTTP_PORT: '0',
          UMBER_SMTP_PORT: String(port),
          UMBER_SECRET: '00'.repeat(32),
        },
        stdio: 'ignore',
      });
      await new Promise((resolve) => child.once('message', resolve));
      // The very answer to the mail's last line kills the server.
      await new Promise<void>((resolve, reject) => {
        const socket = connect(port, '127.0.0.1');
        const says = [
          `EHLO me`,
          `MAIL FROM:<me@supplier.example>`,
          `RCPT TO:<${COMPANY.invoicesAddress}>`,
          'DATA',
          `Subject: round ${round}\r\n\r\nkept?\r\n.`,
        ];
        let step = 0;
        socket.on('data', (chunk) => {
          const text = chunk.toString();
          if (/^[45]/m.test(text)) reject(new Error(text));
          if (step === says.length) {
            child.kill('SIGKILL');
            socket.destroy();
            resolve();
          } else if (/^\d{3} /m.test(text)) socket.write(`${says[step++]}\r\n`);
        });
      });
      await new Promise((resolve) => child.once('exit', resolve));
    }
    const { rows } = await pool.query(
      "select count(*)::int as n from arrivals a join blobs b on b.sha256 = a.blob where position('kept?'::bytea in b.bytes) > 0",
    );
    expect(rows[0].n).toBe(3);
    const child = fork(fileURLToPath(new URL('../dist/works-main.js', import.meta.url)), {
      env: {
        ...process.env,
        UMBER_DATABASE_URL: applicationUrl(url),
        UMBER_HTTP_PORT: '0',
        UMBER_SMTP_PORT: '0',
        UMBER_SECRET: '00'.repeat(32),
      },
      stdio: 'ignore',
    });
    await until('all unpacked', async () => (await pool.query("select 1 from arrivals where state = 'stored'")).rows.length === 0);
    child.kill('SIGTERM');
    await new Promise((resolve) => child.once('exit', resolve));
    await pool.end();
  });
});
