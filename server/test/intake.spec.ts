import { execFile } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { createCanvas, ImageData } from '@napi-rs/canvas';
import { Buffer } from 'node:buffer';
import { zipSync } from 'fflate';
import { createTransport } from 'nodemailer';
import { COMPANY } from '@umber/demo/scenario';
import { PIECE_BYTES } from '@umber/contract/intake';
import { openArrival } from '../src/readers/opened.js';
import { ReaderPool } from '../src/readers/reader-pool.js';
import { safeHtml } from '../src/readers/safe-html.js';
import { invoicePdf } from './documents.js';
import { mail, testServer, until, Visitor, type TestServer } from './harness.js';

const compose = (message: object): Promise<Buffer> =>
  createTransport({ streamTransport: true, buffer: true, newline: 'windows' })
    .sendMail({ from: 'a@supplier.example', to: COMPANY.invoicesAddress, subject: 'Inner', text: 'Order 40501', ...message })
    .then(({ message: raw }) => raw as Buffer);

describe('what an arrival holds', () => {
  const pdf = Buffer.from('%PDF-1.4 one');
  const names = async (bytes: Buffer, kind: 'mail' | 'file' = 'mail', name = '') =>
    (await openArrival(kind, name, bytes)).files.map((file) => `${file.name}: ${file.type}`);

  it('is taken out of archives and of mails within mails, each file once', async () => {
    const zip = Buffer.from(zipSync({ 'May/a.pdf': pdf, 'May/b.txt': Buffer.from('text'), '__MACOSX/._a.pdf': pdf }));
    const forwarded = await compose({ attachments: [{ filename: 'c.pdf', content: pdf }] });
    const outer = await compose({
      subject: 'Fwd',
      attachments: [
        { filename: 'all.zip', content: zip },
        { filename: 'forwarded.eml', content: forwarded, contentType: 'message/rfc822' },
        { filename: 'list.xlsx', content: Buffer.from(zipSync({ '[Content_Types].xml': Buffer.from('<x/>') })) },
      ],
    });
    expect(await names(outer)).toEqual(['a.pdf: pdf', 'c.pdf: pdf', 'list.xlsx: office']);
    const { mail: read, innerText } = await openArrival('mail', '', outer);
    expect(`${read?.text} ${innerText}`).toContain('Order 40501');
    expect(await names(zip, 'file', 'all.zip')).toEqual(['a.pdf: pdf']);
    expect(await names(forwarded, 'file', 'saved.eml')).toEqual(['c.pdf: pdf']);
  });

  it('keeps a fax of one page, however few bytes it has, and no logo, however many', async () => {
    const picture = (width: number, height: number, noise = false) => {
      const canvas = createCanvas(width, height);
      const context = canvas.getContext('2d');
      context.fillStyle = '#fff';
      context.fillRect(0, 0, width, height);
      if (noise) context.putImageData(new ImageData(new Uint8ClampedArray(randomBytes(4 * width * height)), width, height), 0, 0);
      return canvas.encode('png');
    };
    const [fax, logo, banner] = await Promise.all([picture(1728, 1145), picture(300, 200, true), picture(1200, 90)]);
    expect(fax.length).toBeLessThan(20_000);
    expect(logo.length).toBeGreaterThan(20_000);
    const attachments = Object.entries({ 'fax.png': fax, 'logo.png': logo, 'banner.png': banner });
    const sent = await compose({ attachments: attachments.map(([filename, content]) => ({ filename, content })) });
    expect(await names(sent)).toEqual(['fax.png: picture']);
  });

  it('takes a photograph of a page that was pasted into the mail’s text, and names one of something else', async () => {
    const pasted = (lines: readonly string[]) => {
      const canvas = createCanvas(900, 1200);
      const context = canvas.getContext('2d');
      context.fillStyle = '#eee';
      context.fillRect(0, 0, 900, 1200);
      context.fillStyle = '#111';
      context.font = '28px sans-serif';
      lines.forEach((line, i) => context.fillText(line, 80, 120 + 60 * i));
      return canvas.encode('jpeg', 80);
    };
    const lines = Array.from({ length: 16 }, (_, i) => `Delivery of oak boards, lot ${i + 1}    ${12 + i}.50`);
    const [page, view] = await Promise.all([pasted(lines), pasted(['Our new showroom'])]);
    const attachments = Object.entries({ page, view }).map(([cid, content]) => ({
      cid,
      content,
      filename: `${cid}.jpg`,
      contentDisposition: 'inline' as const,
    }));
    const sent = await compose({ html: '<p>Our invoice</p><img src="cid:page"><img src="cid:view">', attachments });
    // In a worker, as the product does: what looks for print does not work within the tests' own walls.
    const readers = new ReaderPool({ size: 1 });
    const opened = async (asPages: readonly string[]) => {
      const { files, leftOut } = await readers.run('open-arrival', { kind: 'mail', name: '', bytes: sent, asPages });
      return [files.map(({ name }) => name), leftOut];
    };
    expect(await opened([])).toEqual([['page.jpg'], [{ code: 'picture-aside', file: 'view.jpg' }]]);
    expect(await opened(['view.jpg'])).toEqual([['page.jpg', 'view.jpg'], []]);
    readers.close();
  });

  it('is said to hold nothing to read, and why, on the command line too', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'umber-why-'));
    const said = async (name: string, attachments: readonly object[]) => {
      await writeFile(join(folder, name), await compose({ text: 'See the attachment.', attachments }));
      const { stdout } = await promisify(execFile)(fileURLToPath(new URL('../../umber', import.meta.url)), ['read', join(folder, name)]);
      return JSON.parse(stdout);
    };
    expect(await said('none.eml', [])).toEqual([{ file: 'none.eml', documents: [], why: 'The mail has no attachment.' }]);
    const sheet = { filename: 'sums.xlsx', content: Buffer.from(zipSync({ '[Content_Types].xml': new Uint8Array(9) })) };
    expect(await said('sheet.eml', [sheet])).toMatchObject([{ why: expect.stringContaining('sums.xlsx') }]);
  });

  it('never leaves its place: names are names only', async () => {
    const zip = Buffer.from(zipSync({ '../../etc/passwd.pdf': pdf, 'C:\\Windows\\run\u0000.pdf': pdf }));
    expect(await names(zip, 'file', 'x.zip')).toEqual(['passwd.pdf: pdf', 'run.pdf: pdf']);
  });

  it('is bounded: bombs, archives within archives without end, and mails in sixty mails', async () => {
    const zeros = Buffer.alloc(120 * 1024 * 1024);
    const bomb = await openArrival('file', 'bomb.zip', Buffer.from(zipSync({ 'zeros.pdf': zeros, 'small.pdf': pdf })));
    expect(bomb.files.map(({ name }) => name)).toEqual(['small.pdf']);
    expect(bomb.leftOut).toEqual([{ code: 'packed-unreadable', file: 'bomb.zip', packed: 'zeros.pdf' }]);
    let nested: Buffer = pdf;
    for (let depth = 0; depth < 30; depth++) nested = Buffer.from(zipSync({ [`${depth}.${depth === 0 ? 'pdf' : 'zip'}`]: nested }));
    expect((await openArrival('file', 'deep.zip', nested)).leftOut).toMatchObject([{ code: 'archive-too-deep' }]);
    let letter = await compose({ attachments: [{ filename: 'a.pdf', content: pdf }] });
    for (let depth = 0; depth < 60; depth++)
      letter = Buffer.concat([
        Buffer.from(
          `From: a@b.example\r\nDate: Mon, 16 Nov 2026 10:00:00 +0000\r\nSubject: ${depth}\r\nMIME-Version: 1.0\r\nContent-Type: message/rfc822\r\n\r\n`,
        ),
        letter,
      ]);
    const opened = await openArrival('mail', '', letter);
    expect(opened.files).toEqual([]);
    expect(opened.leftOut).toMatchObject([{ code: 'mail-too-deep' }]);
    const parts = ['MIME-Version: 1.0', 'From: a@b.example', 'Content-Type: multipart/mixed; boundary=b', ''];
    for (let i = 0; i < 60; i++) parts.push('--b', `Content-Type: multipart/mixed; boundary=c${i}`, '', `--c${i}`, '', 'x', `--c${i}--`);
    await expect(openArrival('mail', '', Buffer.from([...parts, '--b--'].join('\r\n')))).resolves.toMatchObject({ files: [] });
  });

  it('may be damaged or locked, and says so', async () => {
    const zip = Buffer.from(zipSync({ 'a.pdf': Buffer.alloc(5000, 7) }));
    expect((await openArrival('file', 'cut.zip', zip.subarray(0, 60))).leftOut).toEqual([{ code: 'archive-damaged', file: 'cut.zip' }]);
    const wrong = Buffer.from(zip);
    wrong.fill(0xff, 40, 50);
    expect((await openArrival('file', 'wrong.zip', wrong)).leftOut[0].code).toMatch(/damaged|unreadable/);
  });
});

describe('a mail’s own look', () => {
  it('is shown without scripts, and loads nothing', () => {
    const safe = safeHtml(
      `<html><head><style>p{background:url(http://spy.example)}</style><title>t</title></head><body onload="x()"><p style="color:red;background-image:url(http://spy.example/a)">Dear <b onclick="x()">all</b></p>
       <script>alert(1)</script><img src="http://spy.example/p.gif"><iframe src="//spy.example"></iframe><a href="javascript:x()">click</a><form action="http://spy.example"><input></form><svg><script>x</script></svg></body></html>`,
    );
    expect(safe).toContain('<p style="color:red">Dear <b>all</b></p>');
    expect(safe).toContain('click');
    expect(safe).not.toMatch(/spy|script|onclick|onload|iframe|img|form|href|url\(/);
  });
});

describe('ways in', () => {
  let server: TestServer;
  let clerk: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());

  const settled = (id: number) =>
    until('the arrival to be unpacked', async () => {
      const view = await clerk.ok('GET', `/api/arrivals/${id}`);
      return view.state !== 'stored' && view;
    });
  const put = (path: string, bytes: Buffer) => clerk.sendBytes('PUT', path, bytes);

  describe('upload', () => {
    it('goes on where the connection broke, and becomes one arrival', async () => {
      const pdf = Buffer.concat([await invoicePdf('tarnside', 0), Buffer.alloc(PIECE_BYTES + 10, 0x20)]);
      const upload = await clerk.ok('POST', '/api/uploads', { name: 'C:\\scans\\invoice 1.pdf', size: pdf.length });
      expect(upload).toMatchObject({ name: 'invoice 1.pdf', received: 0, arrivalId: null });
      const path = `/api/uploads/${upload.id}/pieces`;
      expect((await put(`${path}/0`, pdf.subarray(0, PIECE_BYTES))).body.received).toBe(PIECE_BYTES);
      expect((await put(`${path}/0`, pdf.subarray(0, PIECE_BYTES))).body.received).toBe(PIECE_BYTES);
      expect(await put(`${path}/${PIECE_BYTES + 5}`, pdf.subarray(PIECE_BYTES + 5))).toMatchObject({ status: 409 });
      const { received } = await clerk.ok('GET', `/api/uploads/${upload.id}`);
      const done = (await put(`${path}/${received}`, pdf.subarray(received))).body;
      expect(done).toMatchObject({ received: pdf.length, arrivalId: expect.any(Number) });
      expect((await put(`${path}/${received}`, pdf.subarray(received))).body.arrivalId).toBe(done.arrivalId);
      expect(await settled(done.arrivalId)).toMatchObject({
        state: 'unpacked',
        kind: 'file',
        name: 'invoice 1.pdf',
        submittedBy: expect.any(String),
      });
      const original = await clerk.send('GET', `/api/arrivals/${done.arrivalId}/original`);
      expect(original.headers.get('content-disposition')).toContain('attachment');
    });

    it('is another person’s business to nobody, and refuses what does not fit', async () => {
      const upload = await clerk.ok('POST', '/api/uploads', { name: 'a.pdf', size: 10 });
      const other = await Visitor.signedIn(server.httpPort, 'ruth');
      expect((await other.send('GET', `/api/uploads/${upload.id}`)).status).toBe(404);
      expect((await put(`/api/uploads/${upload.id}/pieces/0`, Buffer.alloc(11))).status).toBe(400);
      expect((await clerk.send('POST', '/api/uploads', { name: 'a.pdf', size: 0 })).body.message).toBe('The file is empty.');
      expect((await clerk.send('POST', '/api/uploads', { name: 'a.pdf', size: 200_000_000 })).body.message).toContain('100 MB');
    });
  });

  describe('programs', () => {
    const bring = (token: string | null, body: Buffer, headers: Record<string, string> = {}, name = 'from-erp.pdf') =>
      fetch(`http://127.0.0.1:${server.httpPort}/api/arrivals?name=${encodeURIComponent(name)}`, {
        method: 'POST',
        body: new Uint8Array(body),
        headers: { 'Content-Type': 'application/pdf', ...(token ? { Authorization: `Bearer ${token}` } : {}), ...headers },
      });

    it('bring arrivals with a token that is shown once and can be revoked', async () => {
      const { id, token } = await clerk.ok('POST', '/api/tokens', { name: 'ERP' });
      expect(JSON.stringify(await clerk.ok('GET', '/api/tokens'))).not.toContain(token);
      expect(JSON.stringify((await server.pool.query('select * from tokens')).rows)).not.toContain(token);
      const pdf = await invoicePdf('tarnside', 1);
      const answer = await bring(token, pdf, { 'Idempotency-Key': 'erp-1' });
      expect(answer.status).toBe(201);
      const { arrivalId } = (await answer.json()) as { arrivalId: number };
      const again = await bring(token, pdf, { 'Idempotency-Key': 'erp-1' });
      expect([again.status, await again.json()]).toEqual([200, { arrivalId, again: true }]);
      expect(await settled(arrivalId)).toMatchObject({ state: 'unpacked', source: 'Sent by other programs' });
      expect((await bring(null, pdf)).status).toBe(401);
      expect((await bring('umber_wrong', pdf)).status).toBe(401);
      expect((await bring(token, Buffer.alloc(0))).status).toBe(400);
      await clerk.ok('DELETE', `/api/tokens/${id}`);
      expect((await bring(token, pdf)).status).toBe(401);
    });

    it('bring whole mails too', async () => {
      const { token } = await clerk.ok('POST', '/api/tokens', { name: 'Mail gateway' });
      const raw = await compose({
        subject: 'By API',
        html: '<p>Hello <img src="http://spy.example/x.gif"></p>',
        attachments: [{ filename: 'i.pdf', content: await invoicePdf('tarnside', 1) }],
      });
      const { arrivalId } = (await (await bring(token, raw, { 'Content-Type': 'message/rfc822' })).json()) as { arrivalId: number };
      expect(await settled(arrivalId)).toMatchObject({
        kind: 'mail',
        subject: 'By API',
        sender: 'a@supplier.example',
        html: '<p>Hello </p>',
        state: 'unpacked',
      });
    });
  });

  describe('rules', () => {
    const rulesOfMail = async (rules: object[]) => {
      const source = (await clerk.ok('GET', '/api/sources')).find((one: { kind: string }) => one.kind === 'mail');
      return clerk.send('PUT', `/api/sources/${source.id}/rules`, { before: source.rules, rules });
    };
    const arrivalOf = (subject: string) =>
      until(`the mail ${subject}`, async () =>
        (await clerk.ok('GET', '/api/arrivals')).find(
          (one: { subject: string; state: string }) => one.subject === subject && one.state !== 'stored',
        ),
      );

    it('keep, turn away, tag and give to a department', async () => {
      const subject = (text: string) => ({ part: 'subject', test: 'contains', text });
      const saved = await rulesOfMail([
        { conditions: [subject('catalogue')], does: { act: 'turn-away', reason: 'Advertising.' } },
        { conditions: [subject('statement')], does: { act: 'keep' } },
        { conditions: [{ part: 'recipient', test: 'contains', text: '+coal' }], does: { act: 'tag', tag: 'coal' } },
        {
          conditions: [{ part: 'recipient', test: 'contains', text: '+coal' }],
          does: { act: 'department', department: 'Locomotive Shed' },
        },
      ]);
      expect(saved.status).toBe(200);
      const send = async (text: string, nth: number, to: string = COMPANY.invoicesAddress) =>
        mail(server.smtpPort, [{ filename: `${nth}.pdf`, content: await invoicePdf('tarnside', nth % 2) }], { subject: text, to });
      await send('New catalogue', 3);
      await send('May statement', 4);
      await send('Coal', 5, COMPANY.invoicesAddress.replace('@', '+coal@'));
      expect(await arrivalOf('New catalogue')).toMatchObject({
        state: 'turned-away',
        reason: { code: 'turned-away', rule: 'Advertising.' },
        files: [],
      });
      const kept = await arrivalOf('May statement');
      expect(kept.files[0].documents[0].tray).toBe('filed');
      const coal = await arrivalOf('Coal');
      const { rows } = await server.pool.query('select tags, department from documents where id = $1', [coal.files[0].documents[0].id]);
      expect(rows[0]).toEqual({ tags: ['coal'], department: 'Locomotive Shed' });
    });

    it('that somebody else changed meanwhile are not written over', async () => {
      const source = (await clerk.ok('GET', '/api/sources')).find((one: { kind: string }) => one.kind === 'upload');
      const keep = (text: string) => ({ conditions: [{ part: 'file-name', test: 'contains', text }], does: { act: 'keep' } });
      const save = (rules: object[]) => clerk.send('PUT', `/api/sources/${source.id}/rules`, { before: source.rules, rules });
      const [one, other] = await Promise.all([save([keep('plan')]), save([keep('map')])]);
      expect([one.status, other.status].sort()).toEqual([200, 409]);
      expect((one.status === 409 ? one : other).body.message).toContain('Someone else changed the rules');
      const now = (await clerk.ok('GET', '/api/sources')).find((each: { kind: string }) => each.kind === 'upload');
      expect(now.rules).toEqual([one.status === 200 ? keep('plan') : keep('map')]);
    });

    it('are refused where they say nothing', async () => {
      expect(
        (await rulesOfMail([{ conditions: [{ part: 'subject', test: 'contains', text: '' }], does: { act: 'take' } }])).body.message,
      ).toContain('what the rule shall look for');
      expect((await rulesOfMail([{ conditions: [], does: { act: 'turn-away' } }])).status).toBe(400);
      expect((await rulesOfMail([{ conditions: [], does: { act: 'erase' } }])).status).toBe(400);
    });
  });

  it('an arrival tells its steps, and office files are kept and filed', async () => {
    await mail(
      server.smtpPort,
      [{ filename: 'prices.xlsx', content: Buffer.from(zipSync({ '[Content_Types].xml': Buffer.from('<x/>') })) }],
      { subject: 'Prices' },
    );
    const found = await until('the office file', async () =>
      (await clerk.ok('GET', '/api/arrivals')).find(
        (one: { subject: string; state: string }) => one.subject === 'Prices' && one.state !== 'stored',
      ),
    );
    expect(found.files[0].documents[0].tray).toBe('filed');
    await mail(server.smtpPort, [{ filename: 'read.pdf', content: await invoicePdf('tarnside', 0) }], { subject: 'Steps' });
    const view = await until('all steps', async () => {
      const one = (await clerk.ok('GET', '/api/arrivals')).find((row: { subject: string }) => row.subject === 'Steps');
      const seen = one && (await clerk.ok('GET', `/api/arrivals/${one.id}`));
      return seen?.steps.length === 6 && seen.steps.every((step: { state: string }) => step.state === 'done') && seen;
    });
    expect(view.steps.map((step: { name: string }) => step.name)).toEqual([
      'stored',
      'unpacked',
      'straightened',
      'separated',
      'read',
      'checked',
    ]);
  });

  it('a header that tries to add others stays one header', async () => {
    await mail(server.smtpPort, [], { subject: 'One\r\nBcc: everyone@company.example\r\n\r\n<script>' });
    const found = await until('the mail', async () =>
      (await clerk.ok('GET', '/api/arrivals')).find((one: { subject: string | null }) => one.subject?.startsWith('One')),
    );
    expect(found.subject).not.toMatch(/[\r\n]/);
  });
});
