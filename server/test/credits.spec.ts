import { arrived } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

type View = Awaited<ReturnType<typeof arrived>>;

/** Credit notes and corrected invoices: what they are for, and that nothing is given back or paid twice. */
describe('credits and corrections', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'tom', 'ines', 'ruth', 'abel', 'wyn']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(() => server.close());
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  /** The document as it stands once nothing waits to be matched again. */
  const look = async (document: { id: number }): Promise<View> => {
    await until('what waited was looked at', async () => (await server.pool.query('select 1 from match_requests')).rowCount === 0);
    return people.nell.ok('GET', `/api/documents/${document.id}`);
  };
  const sql = async (text: string, values: unknown[] = []) => (await server.pool.query(text, values)).rows;
  const codes = (document: { exceptions: { facts: { code: string }; acceptedReason: string | null }[] }) =>
    document.exceptions.filter(({ acceptedReason }) => acceptedReason === null).map(({ facts }) => facts.code);
  const number = (document: View) => document.fields.invoiceNumber.value as string;

  const as = async (login: string) => (people[login] ??= await Visitor.signedIn(server.httpPort, login));

  /** Accepts what is asked, approves as who is asked, and posts as somebody who had no hand in it. */
  const posted = async (document: View): Promise<View> => {
    let now = await look(document);
    for (const exception of now.exceptions.filter(({ acceptedReason }: { acceptedReason: string | null }) => acceptedReason === null))
      now = await people.nell.ok('POST', at(now, `exceptions/${exception.id}/accept`), { version: now.version, reason: 'Agreed' });
    for (const { approver } of now.approvals.filter(({ state }: { state: string }) => state === 'asked'))
      now = await (await as(approver.split(' ')[0].toLowerCase())).ok('POST', at(now, 'approve'), { version: now.version, comment: '' });
    for (const who of ['ruth', 'abel']) {
      const { status } = await people[who].send('POST', at(now, 'post'), { version: now.version });
      if (status === 200) return look(now);
    }
    throw new Error(`document ${now.id} could not be posted from ${now.tray}`);
  };
  /** A credit note of the same lines that names this number. */
  const credit = (key: string, nth: number, part: number, credits?: string, noOrderNumber = false): Promise<View> =>
    arrived(server, people.nell, key, nth, { credit: true, part, noOrderNumber, ...(credits === undefined ? {} : { credits }) });

  it('a credit note is linked to the invoice that it names, netted in what is owed, and gives back no more than there is', async () => {
    const invoice = await posted(await arrived(server, people.nell, 'dapplemere', 0, { part: 0.3 }));
    expect(invoice.tray).toBe('posted');
    const note = await credit('dapplemere', 0, 0.3, number(invoice));
    expect(note.credits).toMatchObject([
      { id: invoice.id, number: number(invoice), knownBy: 'number', left: invoice.fields.grossTotal.value },
    ]);
    expect(codes(note)).not.toContain('credit-beyond');
    const again = await credit('dapplemere', 0, 0.3, number(invoice));
    await posted(note);
    const beyond = await people.nell.ok('PUT', at(again, 'credited'), {
      version: (await look(again)).version,
      invoiceIds: [invoice.id],
    });
    expect(codes(beyond)).toContain('credit-beyond');
    expect(beyond.exceptions.find(({ facts }: View) => facts.code === 'credit-beyond').facts).toMatchObject({ left: '0.00' });
    const { items } = await people.ruth.ok('GET', '/api/ledger/open-items');
    const mine = items.filter(({ documentId }: { documentId: number }) => [invoice.id, note.id].includes(documentId));
    expect(mine.map((item: { with: string[] }) => item.with)).toEqual(expect.arrayContaining([[number(note)], [number(invoice)]]));
    expect(mine.reduce((sum: number, { amount }: { amount: string }) => sum + Math.round(Number(amount) * 100), 0)).toBe(0);
    expect((await look(invoice)).creditedBy).toMatchObject([{ id: note.id, tray: 'posted' }, { id: again.id }]);
  });

  it('one that names nothing is asked about where one invoice has its total, and linked by yes', async () => {
    const invoice = await posted(await arrived(server, people.nell, 'mossrigg', 1, { part: 0.3 }));
    let note = await credit('mossrigg', 1, 0.3, undefined, true);
    if (note.orders.length > 0) note = await people.nell.ok('PUT', at(note, 'order'), { version: note.version, orderIds: [] });
    await sql('delete from line_pairs where document_id = $1', [note.id]);
    const likely = note.exceptions.find(({ facts }: View) => facts.code === 'credit-likely');
    if (likely) {
      expect(likely.facts).toEqual({ code: 'credit-likely', number: number(invoice), document: invoice.id });
      note = await people.nell.ok('POST', at(note, `exceptions/${likely.id}/accept`), { version: note.version, reason: 'They rang' });
    } else {
      // The machine took the order lines for a sign: the invoice that took of them is the one.
      expect(note.credits).toMatchObject([{ id: invoice.id, knownBy: 'lines' }]);
      note = await people.nell.ok('PUT', at(note, 'credited'), { version: note.version, invoiceIds: [invoice.id] });
    }
    expect(note.credits).toMatchObject([{ id: invoice.id, knownBy: 'person' }]);
    expect(note.handledBy).toContain((await sql("select id from people where login = 'nell'"))[0].id);
  });

  it('only invoices of the supplier that are on their way can be credited, by who may match', async () => {
    const other = await arrived(server, people.nell, 'dapplemere', 0, { part: 0.1 });
    const note = await credit('mossrigg', 1, 0.9);
    expect(note.tray).toBe('match');
    const wish = { version: note.version, invoiceIds: [other.id] };
    expect(await people.nell.send('PUT', at(note, 'credited'), wish)).toMatchObject({ status: 404 });
    expect((await people.wyn.send('PUT', at(note, 'credited'), wish)).status).toBe(403);
    expect((await people.nell.send('PUT', at(note, 'credited'), { ...wish, invoiceIds: [other.id, other.id] })).status).toBe(400);
    const list = await people.wyn.ok('GET', at(note, 'creditable'));
    expect(list.map(({ id }: { id: number }) => id)).not.toContain(other.id);
  });

  it('a corrected invoice takes the place of one that waits, which is turned away', async () => {
    const first = await arrived(server, people.nell, 'dapplemere', 0, { part: 0.2 });
    const second = await arrived(server, people.nell, 'dapplemere', 0, { part: 0.2 });
    expect(codes(second)).toContain('duplicate');
    const now = await people.nell.ok('PUT', at(second, 'replaces'), { version: second.version, invoiceId: first.id });
    expect(now.replaces).toMatchObject({ id: first.id, tray: 'turned-away' });
    expect(codes(now)).not.toContain('duplicate');
    expect(await look(first)).toMatchObject({
      tray: 'turned-away',
      reason: { code: 'replaced', document: second.id },
      replacedBy: { id: second.id },
    });
  });

  it('one that comes in place of a posted one is asked about until that is credited in the books; two cannot', async () => {
    const first = await posted(await arrived(server, people.nell, 'mossrigg', 2, { part: 0.2 }));
    let second = await arrived(server, people.nell, 'mossrigg', 2, { part: 0.2 });
    expect(codes(second)).toContain('duplicate');
    second = await people.nell.ok('PUT', at(second, 'replaces'), { version: second.version, invoiceId: first.id });
    expect(codes(second)).toContain('replaces-booked');
    expect((await look(first)).tray).toBe('posted');
    const third = await arrived(server, people.nell, 'mossrigg', 2, { part: 0.2 });
    expect(await people.nell.send('PUT', at(third, 'replaces'), { version: third.version, invoiceId: first.id })).toMatchObject({
      status: 409,
      body: { code: 'already-there' },
    });
    await people.nell.ok('POST', at(third, 'turn-away'), { version: third.version, reason: 'Sent twice' });
    const note = await credit('mossrigg', 2, 0.2, number(first));
    expect(codes(await look(second))).toContain('replaces-booked');
    await posted(note);
    const free = await until('it goes on once the first is credited', async () => {
      const now = await look(second);
      return now.tray === 'match' ? null : now;
    });
    expect(free.exceptions).toEqual([]);
  });

  it('what was held back ends when the credit note for it is posted', async () => {
    let invoice = await arrived(server, people.nell, 'hartscale', 0, { dearer: 8 });
    const price = invoice.exceptions.find(({ facts }: View) => facts.code === 'price');
    invoice = await people.nell.ok('POST', at(invoice, `exceptions/${price.id}/pay-short`), {
      version: invoice.version,
      net: price.facts.off,
      reason: 'Dearer than ordered',
    });
    invoice = await posted(invoice);
    const held = async () => {
      const { items } = await people.ruth.ok('GET', '/api/ledger/open-items');
      return items.find(({ documentId }: { documentId: number }) => documentId === invoice.id).heldBack;
    };
    expect(await held()).toBe(invoice.claims[0].gross);
    const note = await credit('hartscale', 0, 1, number(invoice));
    await posted(note);
    expect([await held(), (await look(invoice)).claims]).toMatchObject([null, [{ credit: { id: note.id, number: number(note) } }]]);
  });

  it('sooner payment than agreed, a closed period and a used-up budget are asked', async () => {
    const document = await arrived(server, people.nell, 'dapplemere', 0, { part: 0.1 });
    const again = async (set: string) => {
      await sql(`update documents set ${set} where id = $1`, [document.id]);
      const now = await look(document);
      if (now.tray === 'parked') throw new Error('it rests');
      const who = now.tray === 'post' ? people.ruth : people.nell;
      const parked = await who.ok('POST', at(now, 'park'), { version: now.version, reason: 'Looked at' });
      return people.nell.ok('POST', at(parked, 'reopen'), { version: parked.version });
    };
    const before = codes(document);
    const soon = await again('due_date = issue_date + 5');
    expect(soon.exceptions.find(({ facts }: View) => facts.code === 'terms')?.facts).toMatchObject({ days: 14, due: '2026-11-15' });
    expect(codes(await again('due_date = issue_date + 30')).sort()).toEqual(before.sort());
    await sql(
      'insert into budgets (cost_centre, year, amount) select distinct cost_centre, 2026, 0.01 from document_lines where document_id = $1',
      [document.id],
    );
    const over = await again('due_date = issue_date + 30');
    expect(over.exceptions.find(({ facts }: View) => facts.code === 'over-budget')?.facts).toMatchObject({ year: 2026, budget: '0.01' });
    await sql('delete from budgets');
    const closed = await again("issue_date = '2026-01-15', due_date = '2026-02-14'");
    expect(closed.exceptions.find(({ facts }: View) => facts.code === 'period')?.facts).toEqual({
      code: 'period',
      date: '2026-01-15',
      posted: '2026-09-01',
    });
    const future = await again("issue_date = '2031-01-15', due_date = '2031-02-14'");
    const exception = future.exceptions.find(({ facts }: View) => facts.code === 'period');
    expect(exception.facts).toMatchObject({ posted: null });
    expect(
      (await people.nell.send('POST', at(future, `exceptions/${exception.id}/accept`), { version: future.version, reason: 'Yes' })).status,
    ).toBe(409);
  });
});
