import { arrived } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
type View = any;

/** The archive: everything that came, by its words, numbers and choices; searches that are kept; lists that are handed on. */
describe('the archive', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  let documents: View[] = [];
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'ruth', 'tom', 'wyn', 'sol']) people[login] = await Visitor.signedIn(server.httpPort, login);
    documents = [
      await arrived(server, people.nell, 'dapplemere', 0, { part: 0.3 }),
      await arrived(server, people.nell, 'hartscale', 0, { part: 0.2 }),
      await arrived(server, people.nell, 'mossrigg', 0, { part: 0.3, totalOff: '3.00' }),
    ];
    const { version } = await people.nell.ok('GET', `/api/documents/${documents[0].id}`);
    await people.nell.ok('POST', `/api/documents/${documents[0].id}/notes`, { version, text: 'The haulage was never agreed, ask Müller.' });
    const after = await people.nell.ok('GET', `/api/documents/${documents[0].id}`);
    await people.nell.ok('PUT', `/api/documents/${documents[0].id}/tags`, { version: after.version, tags: ['urgent'] });
    await upToDate();
  });
  afterAll(() => server.close());

  const upToDate = () =>
    until('the archive', async () => ((await server.pool.query('select 1 from archive_stale limit 1')).rowCount === 0 ? true : undefined));
  const search = (wish: object, login = 'nell'): Promise<View> =>
    people[login].ok('GET', `/api/archive/search?${new URLSearchParams(Object.entries(wish).map(([key, value]) => [key, String(value)]))}`);
  const found = async (wish: object): Promise<number[]> => (await search(wish)).hits.map(({ id }: View) => id);
  const numberOf = (document: View): string => document.fields.invoiceNumber.value;

  it('finds by a number, whole or in part, with and without its signs', async () => {
    const number = numberOf(documents[1]);
    expect(await found({ q: number })).toEqual([documents[1].id]);
    expect(await found({ q: number.replace(/[^\p{L}\p{N}]/gu, '') })).toEqual([documents[1].id]);
    expect(await found({ q: number.slice(-4) })).toContain(documents[1].id);
  });

  it('finds by an amount in any writing, and by amounts from and to', async () => {
    const gross: string = documents[0].fields.grossTotal.value;
    expect(await found({ q: gross.replace('.', ',') })).toContain(documents[0].id);
    expect(await found({ q: `${gross}..${gross}` })).toEqual([documents[0].id]);
    expect(await found({ q: `>${gross}` })).not.toContain(
      documents.find((one) => Number(one.fields.grossTotal.value) < Number(gross))?.id ?? 0,
    );
  });

  it('finds words of notes, in any form, and says where; accents do not matter', async () => {
    const { hits } = await search({ q: 'haulages agree' });
    expect(hits).toMatchObject([{ id: documents[0].id, place: 'note', word: null }]);
    expect(hits[0].parts.filter(({ hit }: View) => hit).map(({ text }: View) => text)).toEqual(['haulage', 'agreed']);
    expect(await found({ q: 'muller' })).toEqual([documents[0].id]);
    expect(await found({ q: '“never agreed”' })).toEqual([documents[0].id]);
    expect(await found({ q: '“agreed never”' })).toEqual([]);
    expect(await found({ q: 'haulage', found: 'page' })).toEqual([]);
    expect(await found({ q: 'haulage', found: 'note,mail' })).toEqual([documents[0].id]);
  });

  it('looks for words that are written much alike where one stands nowhere', async () => {
    const { hits, instead } = await search({ q: 'haulgae' });
    expect(hits.map(({ id }: View) => id)).toEqual([documents[0].id]);
    expect(instead).toEqual([{ word: 'haulgae', by: expect.arrayContaining(['haulage']) }]);
  });

  it('finds the page with its word, who did something with it, and tags; leaves out', async () => {
    const { hits } = await search({ q: documents[2].supplier.name.split(' ')[0] });
    expect(hits[0]).toMatchObject({ id: documents[2].id, place: 'page', page: 1, fileId: documents[2].file.id });
    expect(await found({ q: 'who:nell tag:urgent' })).toEqual([documents[0].id]);
    expect(await found({ q: 'who:nobody' })).toEqual([]);
    expect(await found({ q: 'invoice -haulage' })).not.toContain(documents[0].id);
  });

  it('counts choices as if nothing of their kind were chosen', async () => {
    const all = await search({});
    expect(all).toMatchObject({ documents: 3, isRough: false });
    expect(all.facets.found).toBeNull();
    const [{ value }] = all.facets.suppliers;
    const one = await search({ suppliers: value, kinds: 'invoice' });
    expect(one.documents).toBe(1);
    expect(one.facets.suppliers).toHaveLength(3);
    expect(one.facets.trays.map(({ documents: n }: View) => n)).toEqual([1]);
    expect((await search({ q: 'haulage' })).facets.found).toEqual([
      { value: 'page', documents: 0 },
      { value: 'note', documents: 1 },
      { value: 'mail', documents: 0 },
      { value: 'trail', documents: 1 },
    ]);
    expect(await found({ years: '1999' })).toEqual([]);
  });

  it.each([
    ['arrivals', 'arrivals', 'id', 'nell'],
    ['entries', 'ledger/entries', 'number', 'nell'],
    ['orders', 'orders', 'id', 'nell'],
    ['suppliers', 'suppliers', 'id', 'nell'],
    ['audit', 'audit', 'id', 'ruth'],
  ])('lists all %s by cursor, each once, the newest first', async (name, whole, key, who) => {
    const keys: number[] = [];
    let cursor = '';
    do {
      const page = await people[who].ok('GET', `/api/all/${name}?limit=2&cursor=${cursor}`);
      expect(page.items.length).toBeLessThanOrEqual(2);
      keys.push(...page.items.map((one: View) => one[key]));
      cursor = page.next;
    } while (cursor !== null);
    const all: View[] = await people[who].ok('GET', `/api/${whole}`);
    expect(keys.length).toBeGreaterThan(2);
    expect(keys).toEqual(all.map((one) => one[key]).sort((a, b) => b - a));
    expect((await people[who].send('GET', `/api/all/${name}?limit=0`)).status).toBe(400);
    expect((await people[who].send('GET', `/api/all/${name}?cursor=x`)).status).toBe(400);
  });

  it('lists all documents by cursor, the newest first, whatever comes meanwhile', async () => {
    const first = await people.nell.ok('GET', '/api/documents?limit=2');
    expect(first.documents.map(({ id }: View) => id)).toEqual([documents[2].id, documents[1].id]);
    const second = await people.nell.ok('GET', `/api/documents?limit=2&cursor=${first.next}`);
    expect(second).toMatchObject({ documents: [{ id: documents[0].id, number: numberOf(documents[0]) }], next: null });
    for (const cursor of ['x', '..', Buffer.from('before:0').toString('base64url'), Buffer.from('before:1 or 1=1').toString('base64url')])
      expect((await people.nell.send('GET', `/api/documents?cursor=${encodeURIComponent(cursor)}`)).status).toBe(400);
  });

  it('takes any text, and refuses choices that are none', async () => {
    for (const q of [`'`, '\\', `a' | 'b`, ':*A', '<-> & !', '%', '_', '\0x', 'ẞ', '🧾', '<1', '>', '..', 'x'.repeat(300)])
      expect((await search({ q })).documents).toBeGreaterThanOrEqual(0);
    for (const wish of [
      { kinds: 'nothing' },
      { suppliers: '1;drop' },
      { years: '20' },
      { after: -1 },
      { q: 'x'.repeat(301) },
      { order: 'id' },
    ])
      expect(
        (await people.nell.send('GET', `/api/archive/search?${new URLSearchParams(Object.entries(wish).map(([k, v]) => [k, String(v)]))}`))
          .status,
      ).toBe(400);
  });

  it('keeps searches, counts what is new since somebody looked, and shares them', async () => {
    const wish = { q: 'invoice', found: '', kinds: '', trays: '', suppliers: '', years: '', amounts: '', order: 'best', after: 0 };
    await people.nell.ok('PUT', '/api/archive/kept', { name: 'Mine', search: wish, shared: false });
    const kept = await people.nell.ok('PUT', '/api/archive/kept', { name: 'Ours', search: wish, shared: true });
    expect(kept.map(({ name, isMine, fresh }: View) => ({ name, isMine, fresh }))).toEqual([
      { name: 'Mine', isMine: true, fresh: 0 },
      { name: 'Ours', isMine: true, fresh: 0 },
    ]);
    expect((await people.ruth.ok('GET', '/api/archive/kept')).map(({ name, by, isMine }: View) => ({ name, by, isMine }))).toEqual([
      { name: 'Ours', by: 'Nell Ashgrove', isMine: false },
    ]);
    const before = kept[0].documents;
    await arrived(server, people.nell, 'dapplemere', 0, { part: 0.1 });
    await upToDate();
    expect((await people.nell.ok('GET', '/api/archive/kept'))[0]).toMatchObject({ documents: before + 1, fresh: 1 });
    expect((await people.nell.ok('POST', `/api/archive/kept/${kept[0].id}/looked`))[0]).toMatchObject({ fresh: 0 });
    expect((await people.ruth.send('DELETE', `/api/archive/kept/${kept[1].id}`)).status).toBe(404);
    expect((await people.ruth.send('POST', `/api/archive/kept/${kept[0].id}/looked`)).status).toBe(404);
    expect(await people.nell.ok('DELETE', `/api/archive/kept/${kept[1].id}`)).toHaveLength(1);
  });

  it('hands a list on as it stands; each trail says so, and nobody else has it', async () => {
    const search0 = { q: 'haulage', found: '', kinds: '', trays: '', suppliers: '', years: '', amounts: '', order: 'best', after: 0 };
    const readers = await people.nell.ok('GET', '/api/archive/readers');
    const wyn = readers.find(({ name }: View) => name === 'Wyn Fairlie').id;
    const wish = { search: search0, without: [], to: wyn, whatFor: 'Haulage nobody agreed to', openUntil: null };
    const list = await people.nell.ok('POST', '/api/archive/lists', wish);
    expect(list).toMatchObject({ documents: 1, by: 'Nell Ashgrove', to: 'Wyn Fairlie', isMine: true });
    expect((await people.wyn.ok('GET', `/api/archive/lists/${list.id}`)).hits).toMatchObject([{ id: documents[0].id }]);
    expect((await people.tom.send('GET', `/api/archive/lists/${list.id}`)).status).toBe(404);
    const { trail } = await people.nell.ok('GET', `/api/documents/${documents[0].id}`);
    expect(trail[0].act).toEqual({ code: 'listed', to: 'Wyn Fairlie', text: 'Haulage nobody agreed to' });
    expect((await people.nell.send('POST', '/api/archive/lists', { ...wish, without: [documents[0].id] })).status).toBe(409);
    expect((await people.nell.send('POST', '/api/archive/lists', { ...wish, openUntil: '2020-01-01' })).status).toBe(409);
    expect((await people.nell.send('POST', '/api/archive/lists', { ...wish, to: 999_999 })).status).toBe(404);
    // More came, or fewer are left, than the person saw.
    expect(await people.nell.send('POST', '/api/archive/lists', { ...wish, seen: 40 })).toMatchObject({
      status: 409,
      body: { code: 'stale', message: expect.stringMatching(/^\d+ are found by now, not 40\./) },
    });
    expect((await people.sol.send('POST', '/api/archive/lists', wish)).status).toBe(403);
    await people.wyn.ok('POST', `/api/archive/lists/${list.id}/closed`);
    expect(await people.wyn.ok('GET', '/api/archive/lists')).toEqual([]);
    expect((await people.wyn.send('GET', `/api/archive/lists/${list.id}`)).status).toBe(404);
  });

  it('looks for what carriage is called in other languages, and not where that is not wanted', async () => {
    const { version } = await people.nell.ok('GET', `/api/documents/${documents[1].id}`);
    await people.nell.ok('POST', `/api/documents/${documents[1].id}/notes`, { version, text: 'Fracht und Vracht waren zu viel.' });
    await upToDate();
    const { hits, abroad } = await search({ q: 'carriage' });
    expect(hits.map(({ id }: View) => id)).toContain(documents[1].id);
    expect(abroad).toEqual(['fracht', 'vracht']);
    expect(await found({ q: 'carriage', abroad: 'no', found: 'note' })).toEqual([]);
    expect(await found({ q: '“carriage”', found: 'note' })).toEqual([]);
  });
});
