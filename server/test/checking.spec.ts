import { arrived, arrivedFile } from './documents.js';
import { testServer, Visitor, type TestServer } from './harness.js';
import { laidOutPdf } from './letters.js';

describe('the clerk’s tools at Check', () => {
  let server: TestServer;
  let clerk: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  const doubted = (nth: number) => arrived(server, clerk, 'elsterfurt', nth, { totalOff: '7.00' });

  const edit = (document: { id: number; version: number }, change: object) =>
    clerk.ok('PUT', at(document, 'lines'), { version: document.version, edit: change });
  const undo = (document: { id: number; version: number }, step: number) =>
    clerk.send('POST', at(document, 'undo'), { version: document.version, step });
  const words = ({ lines }: { lines: { cells: { description: string | null } }[] }) => lines.map(({ cells }) => cells.description);
  const codes = ({ trail }: { trail: { act: { code: string } }[] }) => trail.map(({ act }) => act.code);

  it('cells are corrected, lines added, moved, filled, joined, split and removed, each in the trail', async () => {
    let document = await doubted(0);
    const [before, count] = [words(document), document.lines.length];
    document = await clerk.ok('PUT', at(document, 'lines/0/quantity'), { version: document.version, value: '12.5' });
    expect(document.lines[0].cells.quantity).toBe('12.5');
    document = await edit(document, { edit: 'add', at: 1 });
    expect(words(document)).toEqual([before[0], null, ...before.slice(1)]);
    document = await clerk.ok('PUT', at(document, 'lines/1/description'), { version: document.version, value: 'Carriage' });
    document = await edit(document, { edit: 'fill', at: 0, to: 1, cell: 'quantity' });
    expect(document.lines[1].cells.quantity).toBe('12.5');
    document = await edit(document, { edit: 'move', at: 1, to: 0 });
    expect(words(document).slice(0, 2)).toEqual(['Carriage', before[0]]);
    expect(document.lines[1].box).not.toBeNull();
    document = await edit(document, { edit: 'join', at: 1 });
    expect(words(document)[0]).toBe(`Carriage ${before[0]}`);
    const cells = document.lines[0].cells;
    const row = { cells, page: document.lines[0].page, box: document.lines[0].box };
    document = await edit(document, { edit: 'split', at: 0, rows: [row, { ...row, cells: { ...cells, description: 'rest' } }] });
    expect(words(document)[1]).toBe('rest');
    document = await edit(document, { edit: 'remove', at: 1 });
    document = await edit(document, { edit: 'paste', at: count, rows: [{ description: 'pasted', netAmount: '4.20' }] });
    expect(document.lines.at(-1)).toMatchObject({ position: count, cells: { description: 'pasted', netAmount: '4.20' } });
    expect(codes(document).slice(0, 9)).toEqual([
      'rows-pasted',
      'line-removed',
      'line-split',
      'lines-joined',
      'line-moved',
      'cells-filled',
      'cell-changed',
      'line-added',
      'cell-changed',
    ]);
    expect(await clerk.send('PUT', at(document, 'lines'), { version: document.version, edit: { edit: 'remove', at: 99 } })).toMatchObject({
      status: 404,
    });
    for (const bad of [
      { edit: 'burn', at: 0 },
      { edit: 'paste', at: 0, rows: [{ netAmount: '1,00' }] },
      { edit: 'move', at: 0 },
    ])
      expect(await clerk.send('PUT', at(document, 'lines'), { version: document.version, edit: bad })).toMatchObject({ status: 400 });
  });

  it('everything that is done at Check is taken back to how it was, to the last cent and doubt', async () => {
    const first = await doubted(1);
    let document = first;
    document = await clerk.ok('PUT', at(document, 'fields/invoiceNumber'), {
      version: document.version,
      value: 'X-1',
      at: { page: 1, box: { x: 1, y: 2, width: 3, height: 4 } },
    });
    expect(document.fields.invoiceNumber).toMatchObject({ value: 'X-1', pointed: { page: 1 }, settled: true });
    document = await clerk.ok('POST', at(document, `doubts/${document.doubts[0].id}/settle`), { version: document.version });
    expect(document.doubts).toEqual([]);
    document = await edit(document, { edit: 'remove', at: 0 });
    document = await edit(document, { edit: 'move', at: 1, to: 0 });
    expect(document.steps.map(({ act }: { act: { code: string } }) => act.code)).toEqual([
      'line-moved',
      'line-removed',
      'question-answered',
      'field-changed',
    ]);
    const [last] = document.steps;
    document = (await undo(document, last.id)).body;
    expect(words(document)).toEqual(words(first).slice(1));
    expect(await undo(document, last.id)).toMatchObject({ status: 404 });
    document = (await undo(document, document.steps.at(-1).id)).body;
    const values = ({ fields, lines, doubts }: typeof first) => [fields, lines, doubts];
    expect(values(document)).toEqual(values(first));
    expect(document.steps).toEqual([]);
    expect(codes(document).slice(0, 4)).toEqual(['undone', 'undone', 'undone', 'undone']);
  });

  it('nothing is left to take back once the document has gone on', async () => {
    let document = await doubted(2);
    const right = (Number(document.fields.netTotal.value) + Number(document.fields.taxTotal.value)).toFixed(2);
    document = await clerk.ok('PUT', at(document, 'fields/grossTotal'), { version: document.version, value: right });
    const [step] = document.steps;
    document = await clerk.ok('POST', at(document, 'settle'), { version: document.version });
    expect(document).toMatchObject({ steps: [] });
    expect(document.tray).not.toBe('check');
    expect((await undo(document, step.id)).status).toBe(409);
  });

  it.each([
    ['lines', 0],
    ['printed', 1],
  ])('a page that contradicts itself goes on as disputed, owing what is %s, and an approver is asked', async (owed, nth) => {
    let document = await arrived(server, clerk, 'lindenau', nth, { totalOff: '7.00' });
    const [net, tax, gross] = ['netTotal', 'taxTotal', 'grossTotal'].map((field) => document.fields[field].value as string);
    const cents = (amount: string) => Math.round(Number(amount) * 100);
    document = await clerk.ok('PUT', at(document, 'dispute'), { version: document.version, owed, difference: 'Difference' });
    expect(document.doubts).toEqual([]);
    const amount = owed === 'lines' ? ((cents(net) + cents(tax)) / 100).toFixed(2) : gross;
    expect(document.fields.grossTotal.value).toBe(amount);
    expect(document.dispute).toMatchObject({ owed, amount, net, tax, gross, line: null, by: 'Nell Ashgrove' });
    if (owed === 'printed') expect(document.lines.at(-1).cells).toMatchObject({ description: 'Difference', netAmount: '7.00' });
    const disputed = document;
    document = await clerk.ok('PUT', at(document, 'fields/grossTotal'), { version: document.version, value: '1.00' });
    expect(document.dispute).toBeNull();
    document = (await undo(document, document.steps[0].id)).body;
    expect(document.dispute).toEqual(disputed.dispute);
    document = await clerk.ok('POST', at(document, 'settle'), { version: document.version });
    if (owed === 'lines') {
      expect(document.tray).toBe('sign-off');
      expect(document.approvals[0].because.because).toContainEqual({ code: 'disputed' });
    } else expect(document).toMatchObject({ tray: 'match', dispute: { owed } });
  });

  it('a page whose sums agree is not disputed', async () => {
    const document = await arrived(server, clerk, 'elsterfurt', 0, { taxIdSlip: true, part: 0.1 });
    const answer = await clerk.send('PUT', at(document, 'dispute'), { version: document.version, owed: 'lines', difference: 'x' });
    expect(answer).toMatchObject({ status: 409, body: { message: expect.stringContaining('agree') } });
  });

  it('lines that are printed with the tax in them are there without it, and sum to the net total', async () => {
    const line = (y: number, text: string, quantity: string, price: string, amount: string) =>
      [[40, y, text] as const, [280, y, quantity] as const, [360, y, price] as const, [500, y, amount] as const] as const;
    const pdf = await laidOutPdf([
      [40, 40, 'Tarnside Lubricants Ltd'],
      [40, 56, 'Invoice no. TL-40771'],
      [300, 56, 'Invoice date 3 November 2026'],
      [40, 100, 'Description'],
      [280, 100, 'Qty'],
      [360, 100, 'Price'],
      [500, 100, 'Total inc VAT'],
      ...line(118, 'Cotton waste, bag', '3', '12.00', '36.00'),
      ...line(134, 'Oil can, long spout', '1', '7.99', '7.99'),
      [360, 170, 'Total incl. VAT'],
      [500, 170, '£43.99'],
      [360, 186, 'includes VAT at 20%'],
      [500, 186, '£7.33'],
      [360, 202, 'Total excl. VAT'],
      [500, 202, '£36.66'],
    ]);
    const { fields, lines } = await arrivedFile(server, clerk, 'with-tax.pdf', pdf);
    expect([fields.netTotal.value, fields.taxTotal.value, fields.grossTotal.value]).toEqual(['36.66', '7.33', '43.99']);
    expect(lines.map(({ cells }: { cells: Record<string, string> }) => [cells.unitPrice, cells.netAmount])).toEqual([
      ['12', '30.00'],
      ['7.99', '6.66'],
    ]);
  });

  it.each([
    ['fields/issueDate', '31.02.2026', 'year-month-day'],
    ['fields/sellerIban', 'GB82WEST12345698765433', 'check digits'],
    ['fields/currency', 'pounds', 'three letters'],
    ['fields/netTotal', '1,234.50', 'such as 1234.50'],
    ['fields/nothing', 'x', 'must be one of'],
    ['lines/0/netAmount', '12.345', 'two decimals'],
    ['lines/0/quantity', 'some', 'point'],
  ])('%s = %s is refused with a sentence, and nothing changes', async (path, value, words) => {
    const [document] = (await clerk.ok('GET', '/api/trays/check')).rows;
    const before = await clerk.ok('GET', `/api/documents/${document.id}`);
    const answer = await clerk.send('PUT', at(document, path), { version: before.version, value });
    expect(answer.status).toBe(400);
    expect(answer.body.message).toContain(words);
    expect((await clerk.ok('GET', `/api/documents/${document.id}`)).version).toBe(before.version);
  });

  it('a total that is corrected takes the amount due with it and answers the other doubts about the sum', async () => {
    let document = await doubted(1);
    const right = (Number(document.fields.netTotal.value) + Number(document.fields.taxTotal.value)).toFixed(2);
    document = await clerk.ok('PUT', at(document, 'fields/grossTotal'), { version: document.version, value: right });
    expect(document.fields.amountDue.value).toBe(right);
    expect(document.doubts).toEqual([]);
  });

  it('an invoice that does not add up cannot be settled, even without open doubts', async () => {
    let document = await arrived(server, clerk, 'ovenden', 0, { totalOff: '50.00' });
    // One cause is one question: answered once, it is answered for every field that it concerns.
    expect(document.doubts.map(({ field }: { field: string }) => field)).toEqual(['grossTotal', 'netTotal', 'taxTotal', 'amountDue']);
    document = await clerk.ok('POST', at(document, `doubts/${document.doubts[0].id}/settle`), { version: document.version });
    expect(document.doubts).toEqual([]);
    const answer = await clerk.send('POST', at(document, 'settle'), { version: document.version });
    expect(answer).toMatchObject({ status: 409, body: { code: 'incomplete', message: expect.stringContaining('do not make the total') } });
    document = await clerk.ok('PUT', at(document, 'fields/invoiceNumber'), { version: document.version, value: '' });
    expect(await clerk.send('POST', at(document, 'settle'), { version: document.version })).toMatchObject({
      body: { message: expect.stringContaining('invoice number is missing') },
    });
  });

  it('a document is turned away with a reason and can be reopened', async () => {
    let document = await arrived(server, clerk, 'ovenden', 1, { totalOff: '5.00' });
    expect(await clerk.send('POST', at(document, 'turn-away'), { version: document.version, reason: '' })).toMatchObject({
      status: 400,
      body: { message: 'Say why, in a few words.' },
    });
    document = await clerk.ok('POST', at(document, 'turn-away'), { version: document.version, reason: 'Not for us' });
    expect(document).toMatchObject({ tray: 'turned-away', reason: { code: 'said', text: 'Not for us' } });
    const { rows } = await clerk.ok('GET', '/api/trays/turned-away');
    expect(rows[0]).toMatchObject({ id: document.id, asked: [{ of: 'resting', reason: { code: 'said', text: 'Not for us' } }] });
    document = await clerk.ok('POST', at(document, 'reopen'), { version: document.version });
    expect(document).toMatchObject({ tray: 'check', reason: null });
    expect(await clerk.send('POST', at(document, 'reopen'), { version: document.version })).toMatchObject({
      status: 409,
      body: { code: 'wrong-tray' },
    });
  });

  it('a tray lists what presses first, then by money, and the counts agree', async () => {
    const { rows, total } = await clerk.ok('GET', '/api/trays/check');
    expect(total).toBe(rows.length);
    const amounts = rows.map((row: { totalBase: string }) => Number(row.totalBase));
    expect(amounts).toEqual([...amounts].sort((a, b) => b - a));
    const counts = await clerk.ok('GET', '/api/trays');
    expect(counts.find((count: { tray: string }) => count.tray === 'check').documents).toBe(rows.length);
    expect(rows[0].asked.map(({ question }: { question: { code: string } }) => question.code)).toContain('totals-differ');
  });

  it('coding of a line is changed at Match and stays when it is matched again', async () => {
    let document = await arrived(server, clerk, 'lindenau', 0, { noOrderNumber: true, dearer: 20 });
    expect(document.tray).toBe('match');
    document = await clerk.ok('PUT', at(document, 'coding/0'), { version: document.version, account: '5340', costCentre: 'OF' });
    expect(document.lines[0]).toMatchObject({ account: '5340', costCentre: 'OF' });
    expect(
      await clerk.send('PUT', at(document, 'coding/0'), { version: document.version, account: '9999', costCentre: 'OF' }),
    ).toMatchObject({ status: 404 });
  });

  it('a supplier that is not certain is chosen, then matched', async () => {
    let document = await arrived(server, clerk, 'elsterfurt', 0, { taxIdSlip: true, part: 0.1 });
    expect(document.doubts).toMatchObject([{ field: 'sellerTaxId', question: { code: 'check-digits-wrong' } }]);
    document = await clerk.ok('POST', at(document, `doubts/${document.doubts[0].id}/settle`), { version: document.version });
    document = await clerk.ok('POST', at(document, 'settle'), { version: document.version });
    expect(document.exceptions).toMatchObject([{ facts: { code: 'supplier-unknown' } }]);
    const refused = await clerk.send('POST', at(document, `exceptions/${document.exceptions[0].id}/accept`), {
      version: document.version,
      reason: 'sure',
    });
    expect(refused).toMatchObject({ status: 409, body: { message: expect.stringContaining('Choose the supplier') } });
    const { suppliers } = await clerk.ok('GET', at(document, 'proposals'));
    document = await clerk.ok('PUT', at(document, 'supplier'), { version: document.version, supplierId: suppliers[0].id });
    expect(document).toMatchObject({ tray: 'post', supplier: { name: 'Schraubenkontor Elsterfurt GmbH' } });
  });
});
