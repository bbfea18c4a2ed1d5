import { blank } from '@umber/core/pictures';
import { stackPdf, type ScannedSheet } from '@umber/demo/scanning';
import { imagePages } from '../src/readers/image.js';
import { jpegOf } from '../src/readers/picture-files.js';
import { ReaderPool } from '../src/readers/reader-pool.js';
import { invoicePdf } from './documents.js';
import { mail, testServer, until, Visitor, type TestServer } from './harness.js';

const RESOLUTION = 220;

describe('a stack in one file', () => {
  let server: TestServer;
  let clerk: Visitor;
  let file: { id: number; version: number; documents: { id: number; tray: string; number: string; pages: number[] }[] };

  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
    const readers = new ReaderPool({ size: 1 });
    const sheets: ScannedSheet[] = [];
    for (const pdf of [await invoicePdf('tarnside', 0), await invoicePdf('dapplemere', 0)]) {
      const [{ picture }] = await readers.read(pdf, { pictures: 1, scale: RESOLUTION / 72 });
      for await (const { picture: grey } of imagePages(picture ?? new Uint8Array(), 'png'))
        for (const page of sheets.length === 0 ? [grey, blank(grey.width, grey.height, 250)] : [grey])
          sheets.push({ jpeg: await jpegOf(page, 1), width: page.width, height: page.height, resolution: RESOLUTION });
    }
    readers.close();
    await mail(server.smtpPort, [{ filename: 'stack.pdf', content: await stackPdf(sheets) }], { subject: 'stack' });
  });
  afterAll(() => server.close());

  const settled = () =>
    until(
      'all documents of the file to be read',
      async () => {
        const [arrival] = await clerk.ok('GET', '/api/arrivals');
        if (!arrival?.files[0]?.pages) return false;
        const view = await clerk.ok('GET', `/api/files/${arrival.files[0].id}`);
        return view.documents.every((document: { tray: string }) => document.tray !== 'arriving') && view;
      },
      400_000,
    );
  const arrange = (documents: number[][], version = file.version, turned: { page: number; turned: number }[] = []) =>
    clerk.send('PUT', `/api/files/${file.id}/documents`, { version, documents, turned });
  const park = async (id: number) => {
    const { version } = await clerk.ok('GET', `/api/documents/${id}`);
    await clerk.ok('POST', `/api/documents/${id}/park`, { version, reason: 'to be cut' });
  };

  it('is cut into its documents, the empty back set aside, with the reasons', async () => {
    file = await settled();
    expect(file.documents.map(({ pages }) => pages)).toEqual([[1], [3]]);
    expect(file).toMatchObject({ name: 'stack.pdf', pages: [{ number: 1 }, { number: 2 }, { number: 3 }], boundaries: [{ before: 3 }] });
    const [one, two] = await Promise.all(file.documents.map(({ id }) => clerk.ok('GET', `/api/documents/${id}`)));
    expect(one.supplier.name).toBe('Tarnside Lubricants Ltd');
    expect(two.supplier.name).toMatch(/Dapplemere/);
    expect(two.pages.map((page: { number: number }) => page.number)).toEqual([3]);
    expect(two.trail.at(-1).act).toEqual({ code: 'cut-out', file: 'stack.pdf', pages: [3] });
    const picture = await clerk.send('GET', `/api/files/${file.id}/pages/2/picture`);
    expect([picture.status, picture.headers.get('content-type')]).toEqual([200, 'image/jpeg']);
  });

  it('keeps its cut where a document is already further on, and says which tray', async () => {
    const further = file.documents.filter(({ tray }) => tray === 'post' || tray === 'sign-off');
    expect(further.length).toBeGreaterThan(0);
    const answer = await arrange([[1, 3]]);
    expect([answer.status, answer.body.code]).toEqual([409, 'wrong-tray']);
    for (const { id, tray } of file.documents) if (tray === 'post') await park(id);
  });

  it('is refused with a sentence where a page is unknown, twice, or somebody was faster', async () => {
    expect((await arrange([[1], [9]])).body).toMatchObject({ code: 'bad-request', message: 'There is no page 9 in this file.' });
    expect((await arrange([[1, 3], [3]])).body).toMatchObject({ message: 'Page 3 is in two documents.' });
    expect((await arrange([[1], [3]], file.version + 1)).body).toMatchObject({ code: 'stale' });
  });

  it('is put together anew: what changed is read again, what is left empty is turned away', async () => {
    const [one, two] = file.documents;
    expect((await arrange([[1, 2, 3]])).status).toBe(200);
    const joined = await settled();
    expect(joined.documents).toMatchObject([{ id: one.id, pages: [1, 2, 3] }]);
    expect(await clerk.ok('GET', `/api/documents/${two.id}`)).toMatchObject({
      tray: 'turned-away',
      reason: { code: 'pages-elsewhere' },
      pages: [],
    });
    const view = await clerk.ok('GET', `/api/documents/${one.id}`);
    expect(view.pages).toHaveLength(3);
    expect(view.tray).toBe('check');
    expect(view.trail.map((step: { act: object }) => step.act)).toContainEqual({
      code: 'moved',
      act: 'rearrange',
      to: 'arriving',
      file: 'stack.pdf',
      pages: [1, 2, 3],
    });

    file = joined;
    expect((await arrange([[1], [3]])).status).toBe(200);
    file = await settled();
    expect(file.documents.map(({ pages }) => pages)).toEqual([[1], [3]]);
    const again = await Promise.all(file.documents.map(({ id }) => clerk.ok('GET', `/api/documents/${id}`)));
    expect(again.map((document) => document.supplier.name)).toEqual(['Tarnside Lubricants Ltd', expect.stringMatching(/Dapplemere/)]);
    expect(again.every((document) => document.lines.length > 0)).toBe(true);
  });

  it('a page that a person turns is read anew as it lies then, and turned back reads as before', async () => {
    const before = await clerk.ok('GET', `/api/documents/${file.documents[0].id}`);
    const turn = async (turned: number) => {
      for (const { id, tray } of file.documents) if (tray === 'post') await park(id);
      expect((await arrange([[1], [3]], file.version, [{ page: 1, turned }])).status).toBe(200);
      file = await settled();
      expect(file.documents.map(({ pages }) => pages)).toEqual([[1], [3]]);
      return clerk.ok('GET', `/api/documents/${file.documents[0].id}`);
    };
    const lying = await turn(1);
    expect(lying.pages[0]).toMatchObject({ number: 1, turned: 1, width: before.pages[0].height });
    expect(lying.fields.grossTotal.value).not.toBe(before.fields.grossTotal.value);
    const upright = await turn(0);
    expect(upright.pages[0]).toMatchObject({ turned: 0, width: before.pages[0].width });
    expect(upright.fields.grossTotal.value).toBe(before.fields.grossTotal.value);
    expect(upright.lines).toHaveLength(before.lines.length);
  });
});
