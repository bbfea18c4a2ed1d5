import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtemp, readdir, readFile, rm, writeFile, chmod } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { keepFile } from '../src/keeping/kept-folder.js';
import { arrived } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

const run = promisify(execFile);

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
type View = any;

/** Documents as PDF/A-3, and in a folder that is kept in step. */
describe('keeping', () => {
  let server: TestServer;
  let folder: string;
  let document: View;
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'umber-kept-'));
    server = await testServer({ reach: { folderRoots: [folder], ownFolders: [], mailHosts: [] } });
    for (const login of ['nell', 'sol', 'ruth']) people[login] = await Visitor.signedIn(server.httpPort, login);
    document = await arrived(server, people.nell, 'hartscale', 0, { part: 0.2 });
  });
  afterAll(async () => {
    await server.close();
    await rm(folder, { recursive: true, force: true });
  });

  const pdf = async (): Promise<Buffer> =>
    Buffer.from(await (await people.nell.raw(`/api/documents/${document.id}/kept.pdf`)).arrayBuffer());
  const files = async (): Promise<string[]> =>
    (await readdir(folder, { recursive: true, withFileTypes: true }))
      .filter((one) => one.isFile())
      .map((one) => join(one.parentPath, one.name).slice(folder.length + 1))
      .sort();
  const rest = async () => {
    const { version } = await people.ruth.ok('GET', `/api/documents/${document.id}`);
    await people.ruth.ok('POST', `/api/documents/${document.id}/post`, { version });
  };
  const changed = () => server.pool.query('update documents set version = version + 1 where id = $1', [document.id]);
  const keep = () => keepFile(server.services, document.id);

  it('makes a PDF/A-3 with its fonts and colours, words that can be found, its fields, and its data', async () => {
    const bytes = await pdf();
    const text = bytes.toString('latin1');
    expect(text).toMatch(/^%PDF-1\.7/);
    expect(text).toContain('<pdfaid:part>3</pdfaid:part>');
    expect(text).toContain('<pdfaid:conformance>B</pdfaid:conformance>');
    expect(text).toContain('/GTS_PDFA1');
    expect(text).toContain(`<ut:invoiceNumber>${document.fields.invoiceNumber.value}</ut:invoiceNumber>`);
    expect(text).toContain('<pdfaSchema:prefix>ut</pdfaSchema:prefix>');
    expect(text).not.toContain('/Encrypt');
    expect(text).toMatch(/\/ID \[/);
    const path = join(folder, '..', `kept-${process.pid}.pdf`);
    await writeFile(path, bytes);
    try {
      expect((await run('pdftotext', [path, '-'])).stdout).toContain(document.fields.invoiceNumber.value);
      const fonts = (await run('pdffonts', [path])).stdout.trim().split('\n').slice(2);
      expect(fonts.length).toBeGreaterThan(0);
      // Embedded, in part, and with the letters that its glyphs stand for.
      for (const font of fonts) expect(font).toMatch(/ yes +yes +yes +\d+ +\d+$/);
      const listed = (await run('pdfdetach', ['-list', path])).stdout;
      for (const name of ['document.json', 'invoice.xml']) expect(listed).toContain(name);
      await run('qpdf', ['--check', path]);
      expect((await run('pdfinfo', [path])).stdout).toMatch(/Pages: +1/);
    } finally {
      await rm(path);
    }
    expect((await pdf()).equals(bytes)).toBe(true);
  });

  it('is set by an administrator, within reach only, with names that are seen before', async () => {
    const preview = await people.nell.ok('GET', `/api/keeping/preview?pattern=${encodeURIComponent('{year}/{nothing}')}`);
    expect(preview).toEqual({ fault: { code: 'no-such-field', at: 8, found: 'nothing' } });
    expect((await people.nell.send('PUT', '/api/keeping', { folder, pattern: '{id}' })).status).toBe(403);
    expect((await people.sol.send('PUT', '/api/keeping', { folder: '/etc', pattern: '{id}' })).status).toBe(400);
    expect((await people.sol.send('PUT', '/api/keeping', { folder, pattern: '{oops}' })).status).toBe(400);
    expect(await people.sol.ok('PUT', '/api/keeping', { folder, pattern: '{supplier}/{number}' })).toMatchObject({
      folder,
      kept: 0,
      waiting: 0,
    });
  });

  it('writes what rests, once, and follows what changes', async () => {
    await keep();
    expect(await files()).toEqual([]);
    await rest();
    await Promise.all([keep(), keep()]);
    const number = document.fields.invoiceNumber.value;
    const supplier = document.supplier.name;
    expect(await files()).toEqual([`${supplier}/${number}.pdf`]);
    expect(await people.sol.ok('GET', '/api/keeping')).toMatchObject({ kept: 1, waiting: 0, faults: [] });
    await people.sol.ok('PUT', '/api/keeping', { folder, pattern: 'all/{number} {id}' });
    await keep();
    expect(await files()).toEqual([`all/${number} ${document.id}.pdf`]);
    const before = await readFile(join(folder, `all/${number} ${document.id}.pdf`));
    await changed();
    await keep();
    expect((await files()).length).toBe(1);
    expect(before.subarray(0, 5).toString()).toBe('%PDF-');
  });

  it('never writes over what somebody else put there', async () => {
    await writeFile(join(folder, 'fixed.pdf'), 'mine');
    await people.sol.ok('PUT', '/api/keeping', { folder, pattern: 'fixed' });
    await keep();
    expect(await files()).toEqual(['fixed (2).pdf', 'fixed.pdf']);
    expect(await readFile(join(folder, 'fixed.pdf'), 'utf8')).toBe('mine');
  });

  it('says why a document could not be written, tries it later, and again when asked', async () => {
    const gone = join(folder, 'not there');
    await people.sol.ok('PUT', '/api/keeping', { folder: gone, pattern: '{id}' });
    await keep();
    expect(await people.nell.ok('GET', '/api/keeping')).toMatchObject({
      kept: 0,
      waiting: 1,
      faults: [{ documentId: document.id, fault: 'The folder is not there.' }],
    });
    await chmod(folder, 0o755);
    await people.sol.ok('PUT', '/api/keeping', { folder, pattern: 'again/{id}' });
    await people.sol.ok('POST', '/api/keeping/again');
    await keep();
    expect(await files()).toContain(`again/${document.id}.pdf`);
    expect(await people.nell.ok('GET', '/api/keeping')).toMatchObject({ kept: 1, waiting: 0, faults: [] });
    const settings: View[] = await people.sol.ok('GET', '/api/audit?q=keeping');
    expect(settings[0]).toMatchObject({ act: { code: 'keeping-set', after: folder, pattern: 'again/{id}' } });
    await until('nothing is half-written', async () => ((await files()).some((one) => one.includes('.part')) ? undefined : true));
  });

  it('gives two that are written at once, under the same name, each a file of its own', async () => {
    const other = await arrived(server, people.nell, 'hartscale', 1, { part: 0.2 });
    await people.ruth.ok('POST', `/api/documents/${other.id}/post`, { version: other.version });
    await people.sol.ok('PUT', '/api/keeping', { folder, pattern: 'same/{kind}' });
    await Promise.all([keep(), keepFile(server.services, other.id)]);
    await until('both', async () => (await people.sol.ok('GET', '/api/keeping')).kept === 2);
    const { rows } = await server.pool.query<{ path: string; sha256: Buffer }>('select path, sha256 from kept_files order by path');
    expect(rows.map(({ path }) => path)).toEqual(['same/invoice (2).pdf', 'same/invoice.pdf']);
    for (const { path, sha256 } of rows)
      expect(
        createHash('sha256')
          .update(await readFile(join(folder, path)))
          .digest()
          .equals(sha256),
      ).toBe(true);
  });
});
