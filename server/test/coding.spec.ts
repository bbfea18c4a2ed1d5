import { drawInvoice, invoiceWithoutOrder } from '@umber/demo/drawing';
import { supplierOf } from '@umber/demo/scenario';
import { arrivedFile } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

/** Where costs go: in every tray before Posted, by rules and by what was booked, shared out to the cent. */
describe('coding', () => {
  let server: TestServer;
  const people: Record<string, Visitor> = {};
  let serial = 4000;
  beforeAll(async () => {
    server = await testServer();
    for (const login of ['nell', 'ruth', 'abel', 'tom', 'ines', 'piet']) people[login] = await Visitor.signedIn(server.httpPort, login);
  });
  afterAll(() => server.close());
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  const fellbeam = supplierOf('fellbeam');
  const came = async () => {
    const pdf = await drawInvoice(invoiceWithoutOrder(fellbeam, '2026-11-10', ++serial));
    return arrivedFile(server, people.nell, `fellbeam-${serial}.pdf`, pdf, `accounts@${fellbeam.domain}`);
  };
  type Line = {
    position: number;
    account: string;
    costCentre: string;
    project: string | null;
    cells: Record<string, string>;
    codingReason: unknown;
    codedBy: string | null;
  };
  const coded = (line: Line, more: object = {}) => ({
    position: line.position,
    account: line.account,
    costCentre: line.costCentre,
    project: line.project,
    parts: [],
    ...more,
  });
  const approved = async (document: { id: number; version: number; approvals: { approver: string; state: string }[] }) => {
    let now = document;
    for (const { approver } of document.approvals.filter(({ state }) => state === 'asked'))
      now = await people[approver.split(' ')[0].toLowerCase()].ok('POST', at(now, 'approve'), { version: now.version, comment: '' });
    return now as typeof document & { tray: string; lines: Line[] };
  };

  it('is proposed with its reason, by a rule at once, and never against a person', async () => {
    let document = await came();
    expect(document.lines[0].codingReason).toEqual({ code: 'supplier' });
    const [first] = document.lines as Line[];
    const words = first.cells.description.split(' ').slice(0, 1);
    const rule = { supplierId: document.supplier.id, words, minAmount: null, account: '5320', costCentre: 'ST', project: 'P7' };
    const [kept] = await people.nell.ok('PUT', '/api/coding-rules', { before: [], rules: [rule] });
    expect(kept).toMatchObject({ ...rule, madeBy: 'Nell Ashgrove', used: 0 });
    document = await came();
    expect(document.lines[0]).toMatchObject({
      account: '5320',
      costCentre: 'ST',
      project: 'P7',
      codingReason: { code: 'rule', rule: kept.id },
    });
    const own = await people.nell.ok('PUT', at(document, 'coding'), {
      version: document.version,
      lines: [coded(document.lines[0], { account: '5340' })],
    });
    expect(own.lines[0]).toMatchObject({ account: '5340', codedBy: 'Nell Ashgrove', codingReason: null });
    await people.nell.ok('PUT', at(own, 'coding'), { version: own.version, lines: [coded(own.lines[0], { account: '5340' })] });
    expect((await people.tom.send('PUT', '/api/coding-rules', { before: [kept.id], rules: [] })).status).toBe(403);
    expect((await people.nell.send('PUT', '/api/coding-rules', { before: [kept.id], rules: [{ ...rule, account: '2100' }] })).status).toBe(
      404,
    );
    // Who saw fewer rules than there are takes none of the others away.
    const behind = await people.nell.send('PUT', '/api/coding-rules', { before: [], rules: [{ ...rule, words: ['other'] }] });
    expect([behind.status, behind.body.message]).toMatchObject([409, expect.stringContaining('Someone else changed the rules')]);
    await people.nell.ok('PUT', '/api/coding-rules', { before: [kept.id], rules: [] });
  });

  it('past Match is approved anew, and who coded does not post', async () => {
    let document = await approved(await came());
    expect(document.tray).toBe('post');
    const changed = await people.ruth.ok('PUT', at(document, 'coding'), {
      version: document.version,
      lines: (document.lines as Line[]).map((line) => coded(line, { costCentre: 'TR' })),
    });
    expect(changed.tray).toBe('sign-off');
    expect(changed.approvals.some(({ state }: { state: string }) => state === 'asked')).toBe(true);
    document = await approved(changed);
    expect(document.tray).toBe('post');
    expect(await people.ruth.send('POST', at(document, 'post'), { version: document.version })).toMatchObject({
      status: 403,
      body: { code: 'own-posting' },
    });
    const entry = await people.abel.ok('POST', at(document, 'post'), { version: document.version });
    expect(entry.lines.some(({ costCentre }: { costCentre: string | null }) => costCentre === 'TR')).toBe(true);
    expect(
      (await people.nell.send('PUT', at(document, 'coding'), { version: document.version + 1, lines: [coded(document.lines[0] as Line)] }))
        .status,
    ).toBe(409);
    // What was booked is proposed for the next like it, with how often.
    const next = await came();
    expect(next.lines[0]).toMatchObject({ costCentre: 'TR', codingReason: { code: 'booked', times: 1, of: 1 } });
  });

  it('shared out comes to the cent in the books, and no more than the line', async () => {
    let document = await came();
    const [line] = document.lines as Line[];
    const net = Number(line.cells.netAmount);
    const part = (percent: string | null, amount: string | null, costCentre: string) => ({
      account: '5310',
      costCentre,
      project: null,
      percent,
      amount,
    });
    const say = (parts: object[]) =>
      people.nell.send('PUT', at(document, 'coding'), { version: document.version, lines: [coded(line, { parts })] });
    expect(await say([part(null, (net + 1).toFixed(2), 'WS')])).toMatchObject({
      status: 409,
      body: { message: expect.stringContaining('come to more') },
    });
    expect((await say([part('101', null, 'WS')])).status).toBe(400);
    expect((await say([part('50', '1.00', 'WS')])).status).toBe(400);
    document = (await say([part('33.3333', null, 'WS'), part(null, '1.11', 'LS')])).body;
    expect(document.lines[0].parts).toMatchObject([
      { costCentre: 'WS', percent: '33.3333' },
      { costCentre: 'LS', amount: '1.11' },
    ]);
    document = await approved(document);
    const entry = await people.abel.ok('POST', at(document, 'post'), { version: document.version });
    const by = (centre: string) =>
      entry.lines
        .filter(({ costCentre }: { costCentre: string | null }) => costCentre === centre)
        .reduce((sum: number, { debit }: { debit: string }) => sum + Number(debit), 0);
    expect(by('LS')).toBeCloseTo(1.11, 2);
    expect(by('WS')).toBeCloseTo(Math.round(net * 33.3333) / 100, 2);
    expect(
      entry.lines.reduce(
        (sum: number, { debit, credit }: { debit: string; credit: string }) =>
          sum + Math.round(Number(debit) * 100) - Math.round(Number(credit) * 100),
        0,
      ),
    ).toBe(0);
  });

  it('a split is kept under a name and used again', async () => {
    const parts = [{ account: '5310', costCentre: 'WS', project: null, percent: '40', amount: null }];
    await people.nell.ok('POST', '/api/coding-templates', { name: 'Workshop 40', parts });
    const { templates } = await people.nell.ok('GET', '/api/coding');
    expect(templates).toMatchObject([{ name: 'Workshop 40', parts }]);
    // What somebody else kept is written over only where that is said.
    const other = { name: 'workshop 40', parts: [{ ...parts[0], percent: '60' }] };
    expect(await people.ruth.send('POST', '/api/coding-templates', other)).toMatchObject({
      status: 409,
      body: { message: expect.stringContaining('“Workshop 40” is kept already, by Nell Ashgrove.') },
    });
    expect((await people.nell.ok('GET', '/api/coding')).templates).toEqual(templates);
    expect(await people.ruth.ok('POST', '/api/coding-templates', { ...other, replaces: templates[0].id })).toMatchObject([
      { id: templates[0].id, ...other },
    ]);
    expect((await people.ruth.send('POST', '/api/coding-templates', { ...other, name: 'Away', replaces: 999999 })).status).toBe(404);
    expect(await people.nell.ok('DELETE', `/api/coding-templates/${templates[0].id}`)).toEqual([]);
  });

  it('rules that arrive code what waits at Match', async () => {
    const gillbeck = supplierOf('gillbeck');
    const pdf = await drawInvoice(invoiceWithoutOrder(gillbeck, '2026-11-10', ++serial));
    const document = await arrivedFile(server, people.nell, 'gillbeck.pdf', pdf, `accounts@${gillbeck.domain}`);
    expect(document.tray).toBe('match');
    await people.nell.ok('PUT', '/api/coding-rules', {
      before: [],
      rules: [{ supplierId: null, words: ['scaffold'], minAmount: null, account: '5330', costCentre: 'PW', project: null }],
    });
    await until('it was looked at', async () => (await server.pool.query('select 1 from match_requests')).rowCount === 0);
    // Its supplier is not known: nothing is coded before he is.
    expect((await people.nell.ok('GET', `/api/documents/${document.id}`)).tray).toBe('match');
  });
});
