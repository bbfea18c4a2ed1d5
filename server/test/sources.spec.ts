import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Dovecot, MAILBOX } from './dovecot.js';
import { invoicePdf } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

const mailWith = (subject: string, pdf: Buffer | null): string =>
  [
    'From: Accounts <accounts@tarnside-lubricants.example>',
    'To: invoices@kestrel.example',
    `Subject: ${subject}`,
    `Message-ID: <${subject}@tarnside.example>`,
    'Date: Mon, 16 Nov 2026 10:00:00 +0000',
    'MIME-Version: 1.0',
    'Content-Type: multipart/mixed; boundary=b',
    '',
    '--b',
    'Content-Type: text/plain',
    '',
    `About ${subject}.`,
    ...(pdf
      ? [
          '--b',
          'Content-Type: application/pdf; name="i.pdf"',
          'Content-Transfer-Encoding: base64',
          'Content-Disposition: attachment; filename="i.pdf"',
          '',
          pdf.toString('base64').replace(/.{76}/g, '$&\r\n'),
        ]
      : []),
    '--b--',
    '',
  ].join('\r\n');

let wrong = 1;

describe('sources that the server goes to', () => {
  let server: TestServer;
  let administrator: Visitor;
  beforeAll(async () => {
    server = await testServer();
    administrator = await Visitor.signedIn(server.httpPort, 'sol');
  });
  afterAll(() => server.close());

  const mailsIn = async (imap: Dovecot, folder: string) =>
    imap.visit(async (client) => {
      const status = await client.status(folder, { messages: true });
      return status ? status.messages : 0;
    });
  const sourceNamed = async (name: string) =>
    (await administrator.ok('GET', '/api/sources')).find((one: { name: string }) => one.name === name);
  const arrivalsOf = async (name: string) =>
    (
      await server.pool.query(
        `select a.id, a.subject, a.name, a.state, a.kind, coalesce((select d.tags from documents d where d.arrival_id = a.id limit 1), '{}') as tags
         from arrivals a join sources s on s.id = a.source_id where s.name = $1 order by a.id`,
        [name],
      )
    ).rows;

  describe('a mailbox', () => {
    let imap: Dovecot;
    const settings = () => ({
      host: '127.0.0.1',
      port: imap.port,
      secure: false,
      user: MAILBOX.user,
      folder: 'INBOX',
      afterwards: 'move',
      doneFolder: 'Kept',
    });
    beforeAll(async () => {
      imap = await Dovecot.start();
    });
    afterAll(() => imap.stop());

    it('is emptied: what was there, what comes later, and each mail once', async () => {
      await imap.put(mailWith('before', await invoicePdf('tarnside', 0)));
      const sources = await administrator.ok('POST', '/api/sources', {
        kind: 'mailbox',
        name: 'Shared',
        enabled: true,
        settings: settings(),
        password: MAILBOX.password,
      });
      expect(JSON.stringify(sources)).not.toContain(MAILBOX.password);
      await until('the first mail', async () =>
        (await arrivalsOf('Shared')).some((one) => one.subject === 'before' && one.state === 'unpacked'),
      );
      await imap.put(mailWith('while watched', await invoicePdf('tarnside', 1)));
      await until('the second mail', async () =>
        (await arrivalsOf('Shared')).some((one) => one.subject === 'while watched' && one.state === 'unpacked'),
      );
      await until('both to be moved', () => mailsIn(imap, 'Kept').then((count) => count === 2));
      expect(await mailsIn(imap, 'INBOX')).toBe(0);
      expect(await arrivalsOf('Shared')).toHaveLength(2);
    });

    it('is found again after its server was gone, and nothing comes twice', async () => {
      await imap.restart();
      await imap.put(mailWith('after the restart', await invoicePdf('tarnside', 0)));
      await until('the third mail', async () =>
        (await arrivalsOf('Shared')).some((one) => one.subject === 'after the restart' && one.state === 'unpacked'),
      );
      expect((await arrivalsOf('Shared')).map((one) => one.subject)).toEqual(['before', 'while watched', 'after the restart']);
    });

    it('that is left as it is gives every mail once, however often it is read', async () => {
      await imap.put(mailWith('stays', null));
      const [shared] = (await administrator.ok('GET', '/api/sources')).filter((one: { name: string }) => one.name === 'Shared');
      await administrator.ok('PUT', `/api/sources/${shared.id}`, { name: 'Shared', enabled: false, settings: settings() });
      await administrator.ok('POST', '/api/sources', {
        kind: 'mailbox',
        name: 'Left alone',
        enabled: true,
        settings: { ...settings(), folder: 'Kept', afterwards: 'leave', doneFolder: '' },
        password: MAILBOX.password,
      });
      await until('all of them', async () => (await arrivalsOf('Left alone')).length === 3);
      const left = await sourceNamed('Left alone');
      await administrator.ok('PUT', `/api/sources/${left.id}`, { name: 'Left alone', enabled: true, settings: { ...left.settings } });
      await until('a second look', async () => (await sourceNamed('Left alone')).lastSeenAt > left.lastSeenAt);
      expect(await arrivalsOf('Left alone')).toHaveLength(3);
      await until('all to be known', async () => (await arrivalsOf('Left alone')).every((one) => one.state === 'repeated'));
    });

    it('says what is wrong with its settings', async () => {
      const tried = async (change: object, password: string = MAILBOX.password) => {
        const name = `Wrong ${wrong++}`;
        await administrator.ok('POST', '/api/sources', {
          kind: 'mailbox',
          name,
          enabled: false,
          settings: { ...settings(), ...change },
          password,
        });
        return (await administrator.ok('POST', `/api/sources/${(await sourceNamed(name)).id}/try`, {})).sentence;
      };
      expect(await tried({ folder: 'INBOX' })).toMatch(/^Signed in\. INBOX holds \d+ mails?\.$/);
      expect(await tried({}, 'no such key')).toContain('refused login and password');
      expect(await tried({ folder: 'Nowhere' })).toContain('no folder of this name');
      expect(await tried({ port: 1 })).toContain('cannot be reached');
    });
  });

  describe('a watched folder', () => {
    let folder: string;
    beforeAll(async () => {
      folder = await mkdtemp(join(tmpdir(), 'umber-folder-'));
    });
    afterAll(() => rm(folder, { recursive: true, force: true }));

    it('gives complete files, moves them aside, and tags them by their subfolder', async () => {
      await writeFile(join(folder, 'there before.pdf'), await invoicePdf('tarnside', 0));
      await administrator.ok('POST', '/api/sources', {
        kind: 'folder',
        name: 'Copier',
        enabled: true,
        settings: { path: folder, afterwards: 'move', foldersAreTags: true, polls: false },
      });
      await until('the first file', async () => (await arrivalsOf('Copier')).some((one) => one.name === 'there before.pdf'));
      await mkdir(join(folder, 'Workshop'));
      const pdf = await invoicePdf('tarnside', 1);
      // A copier writes slowly: half a file is no file.
      await writeFile(join(folder, 'Workshop', 'slow.pdf'), pdf.subarray(0, pdf.length / 2));
      await new Promise((resolve) => setTimeout(resolve, 1000));
      await writeFile(join(folder, 'Workshop', 'slow.pdf'), pdf);
      await writeFile(join(folder, 'copying.pdf.part'), 'not yet');
      const slow = await until('the second file', async () =>
        (await arrivalsOf('Copier')).find((one) => one.name === 'slow.pdf' && one.state === 'unpacked'),
      );
      expect(slow).toMatchObject({ kind: 'file', tags: ['Workshop'] });
      await until('it to be moved', async () =>
        (await readdir(join(folder, 'Taken in', 'Workshop')).catch((): string[] => [])).includes('slow.pdf'),
      );
      expect((await readFile(join(folder, 'Taken in', 'Workshop', 'slow.pdf'))).equals(pdf)).toBe(true);
      expect((await readdir(folder)).sort()).toEqual(['Taken in', 'Workshop', 'copying.pdf.part']);
      expect(await arrivalsOf('Copier')).toHaveLength(2);
    });

    it('that is not there says so', async () => {
      await administrator.ok('POST', '/api/sources', {
        kind: 'folder',
        name: 'Gone',
        enabled: true,
        settings: { path: join(folder, 'gone'), afterwards: 'leave', foldersAreTags: false, polls: true },
      });
      const source = await until('its error', async () => {
        const found = await sourceNamed('Gone');
        return found.lastError && found;
      });
      expect(source.lastError).toContain('There is no folder');
    });
  });
});
