import { PDFDocument } from '@cantoo/pdf-lib';
import { dataOf, drawInvoice, invoiceOfOrder, type DrawnInvoice, type Twist } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { recognise, writeCii, writeUbl } from '@umber/core/e-invoice-files';
import { check } from '@umber/core/e-invoices';
import { createTransport } from 'nodemailer';
import { arrived, arrivedFile } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- tests look into answers freely
type View = any;

/** Electronic invoices: read as they say, held against their rules and their page, and written again. */
describe('electronic invoices', () => {
  let server: TestServer;
  let clerk: Visitor;
  let serial = 3000;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());

  const drawn = (key: string, nth: number, twist: Twist = {}): DrawnInvoice =>
    invoiceOfOrder(scenarioOrders('2026-11-23').filter((order) => order.supplier.key === key)[nth], '2026-11-10', ++serial, twist);
  const inPdf = async (pdf: Buffer, xml: string, name: string): Promise<Buffer> => {
    const document = await PDFDocument.load(pdf);
    await document.attach(Buffer.from(xml), name, { mimeType: 'text/xml' });
    return Buffer.from(await document.save());
  };
  const came = (name: string, bytes: Buffer | string, domain: string): Promise<View> =>
    arrivedFile(server, clerk, name, Buffer.from(bytes), `accounts@${domain}`);

  it('the fixture keeps to the rules itself', () => {
    expect(check(dataOf(drawn('hartscale', 0)))).toEqual([]);
  });

  it('in CII is held against the schema of its profile, in the cage; what is built otherwise is shown and asks nothing', async () => {
    const data = dataOf(drawn('hartscale', 0, { part: 0.05 }));
    const odd = writeCii(data).replace('<ram:TypeCode>', '<ram:Nonsense>1</ram:Nonsense><ram:TypeCode>');
    const view = await came('odd-cii.xml', odd, 'hartscale.example');
    expect(view.doubts).toEqual([]);
    const { findings } = await clerk.ok('GET', `/api/documents/${view.id}/e-invoice`);
    expect(findings).toMatchObject([
      {
        rule: 'UT-11',
        level: 'warning',
        found: expect.stringMatching(/^Nonsense \(line \d+ of the file\)$/),
        wanted: expect.stringContaining('TypeCode'),
      },
    ]);
  });

  it.each(['ubl', 'cii'] as const)('in XML (%s) goes on unasked, with pages made of its data on which its values stand', async (syntax) => {
    const invoice = drawn('hartscale', 0, { part: 0.1 });
    const data = dataOf(invoice);
    const view = await came(`in-${syntax}.bin`, (syntax === 'ubl' ? writeUbl : writeCii)(data), 'hartscale.example');
    expect(view.doubts).toEqual([]);
    expect(['match', 'sign-off', 'post']).toContain(view.tray);
    expect(view.eInvoice).toMatchObject({ isMade: true, profile: 'urn:cen.eu:en16931:2017' });
    expect(view.fields.grossTotal.value).toBe(invoice.gross);
    expect(view.supplier.name).toBe(invoice.supplier.name);
    expect(view.lines).toHaveLength(invoice.lines.length);
    // Its values stand where they are printed on the page that was made.
    const { page, box } = view.fields.invoiceNumber.read;
    const words = view.pages[page - 1].words as { text: string; x: number; y: number; width: number; height: number }[];
    const within = words.filter(
      ({ x, y, width, height }) =>
        x + width / 2 > box.x && x + width / 2 < box.x + box.width && y + height / 2 > box.y && y + height / 2 < box.y + box.height,
    );
    expect(within.map(({ text }) => text).join(' ')).toBe(invoice.number);
    const picture = await clerk.send('GET', `/api/documents/${view.id}/pages/1/picture`);
    expect(picture.status).toBe(200);
    const seen = await clerk.ok('GET', `/api/documents/${view.id}/e-invoice`);
    expect(seen).toMatchObject({ isMade: true, findings: [], invoice: { number: invoice.number } });
    expect((await clerk.send('GET', `/api/documents/${view.id}/searchable.pdf`)).status).toBe(200);
  });

  it('what breaks a rule is asked, by its number and with figures', async () => {
    const data = dataOf(drawn('hartscale', 1, { part: 0.1 }));
    const gross = (Number(data.totals.gross) + 1).toFixed(2);
    const view = await came('wrong-total.xml', writeUbl({ ...data, totals: { ...data.totals, gross, due: gross } }), 'hartscale.example');
    expect(view.tray).toBe('check');
    expect(view.doubts).toEqual([
      expect.objectContaining({
        field: 'grossTotal',
        question: expect.objectContaining({ code: 'rule-broken', rule: 'BR-CO-15', found: gross, wanted: data.totals.gross }),
      }),
    ]);
    const { findings } = await clerk.ok('GET', `/api/documents/${view.id}/e-invoice`);
    expect(findings).toMatchObject([{ rule: 'BR-CO-15', level: 'error' }]);
  });

  it.each([
    ['cut off', (xml: string) => xml.slice(0, xml.length / 2), 'malformed-xml'],
    ['with a document type', (xml: string) => xml.replace('?>', '?><!DOCTYPE a [<!ENTITY b SYSTEM "file:///etc/passwd">]>'), 'unsafe-xml'],
  ])('one that is %s waits at Check with the reason', async (name, spoilt, code) => {
    const view = await came(`${name}.xml`, spoilt(writeUbl(dataOf(drawn('hartscale', 1)))), 'hartscale.example');
    expect(view.tray).toBe('check');
    expect(view.doubts).toMatchObject([{ question: { code: 'unreadable', because: { code } } }]);
  });

  it.each([
    ['a total with a comma', (xml: string) => xml.replace(/(<cbc:TaxInclusiveAmount[^>]*>)[^<]*/, '$11.234,56'), 'grossTotal'],
    ['a date that is none', (xml: string) => xml.replace(/(<cbc:IssueDate>)[^<]*/, '$12026-02-31'), 'issueDate'],
    ['a currency that is none', (xml: string) => xml.replace(/(<cbc:DocumentCurrencyCode>)[^<]*/, '$1POUNDS'), 'currency'],
    ['a number of forty digits', (xml: string) => xml.replace(/(<cbc:PayableAmount[^>]*>)[^<]*/, `$1${'9'.repeat(40)}.00`), 'amountDue'],
    [
      'a number of invoice without end',
      (xml: string) => xml.replace(/(<\/cbc:CustomizationID><cbc:ID>)[^<]*/, `$1${'N'.repeat(5000)}`),
      'invoiceNumber',
    ],
    ['no total at all', (xml: string) => xml.replace(/<cbc:TaxInclusiveAmount[^>]*>[^<]*<\/cbc:TaxInclusiveAmount>/, ''), 'grossTotal'],
  ])('with %s waits at Check with what is wrong', async (name, spoilt, field) => {
    const xml = writeUbl(dataOf(drawn('hartscale', 1)));
    const spoiltXml = spoilt(xml);
    expect(spoiltXml).not.toBe(xml);
    const view = await came(`${name}.xml`, spoiltXml, 'hartscale.example');
    expect(view.tray).toBe('check');
    expect(view.doubts.map((doubt: View) => [doubt.field, doubt.question.code])).toContainEqual([field, 'rule-broken']);
  });

  it('within a PDF under any name leads; a page that says otherwise is asked about, with both', async () => {
    const invoice = drawn('hartscale', 0, { part: 0.1 });
    const data = dataOf(invoice);
    const view = await came('hybrid.pdf', await inPdf(await drawInvoice(invoice), writeCii(data), 'anything.dat'), 'hartscale.example');
    expect(view.doubts).toEqual([]);
    expect(view.eInvoice).toMatchObject({ isMade: false, syntax: 'cii' });
    expect(view.fields.grossTotal.read.box).not.toBeNull();

    const other = dataOf(drawn('hartscale', 0, { part: 0.2 }));
    const differing = {
      ...other,
      number: invoice.number,
      payments: other.payments.map((one) => ({ ...one, accounts: [{ id: 'DE89370400440532013000', name: null, bic: null }] })),
    };
    const asked = await came('differs.pdf', await inPdf(await drawInvoice(invoice), writeCii(differing), 'x.xml'), 'hartscale.example');
    expect(asked.tray).toBe('check');
    const by = Object.fromEntries(asked.doubts.map(({ field, question }: View) => [field, question]));
    expect(by.grossTotal).toEqual({ code: 'page-differs', data: other.totals.gross, page: invoice.gross });
    expect(by.sellerIban).toMatchObject({ code: 'page-differs', data: 'DE89370400440532013000' });
    expect(asked.fields.grossTotal.value).toBe(other.totals.gross);
    expect(asked.fields.grossTotal.read.alternatives.map(({ value }: View) => value)).toContain(invoice.gross);
  });

  it('whether data or page counts until somebody has answered is a setting', async () => {
    const [controller, auditor] = [await Visitor.signedIn(server.httpPort, 'ruth'), await Visitor.signedIn(server.httpPort, 'wyn')];
    expect(await controller.send('PUT', '/api/reading/page-leads', { pageLeads: 'yes' })).toMatchObject({ status: 400 });
    expect(await auditor.send('PUT', '/api/reading/page-leads', { pageLeads: true })).toMatchObject({ status: 403 });
    expect(await controller.ok('PUT', '/api/reading/page-leads', { pageLeads: true })).toMatchObject({ pageLeads: true });
    const invoice = drawn('hartscale', 0, { part: 0.1 });
    const other = { ...dataOf(drawn('hartscale', 0, { part: 0.2 })), number: invoice.number };
    const view = await came('page-leads.pdf', await inPdf(await drawInvoice(invoice), writeCii(other), 'x.xml'), 'hartscale.example');
    expect(view.fields.grossTotal.value).toBe(invoice.gross);
    expect(view.doubts.map(({ field }: View) => field)).toContain('grossTotal');
    await controller.ok('PUT', '/api/reading/page-leads', { pageLeads: false });
  });

  it('data within a PDF that cannot be read leaves its page, and is asked about', async () => {
    const invoice = drawn('hartscale', 0, { part: 0.1 });
    const view = await came(
      'broken-data.pdf',
      await inPdf(await drawInvoice(invoice), writeCii(dataOf(invoice)).slice(0, 800), 'factur-x.xml'),
      'hartscale.example',
    );
    expect(view.tray).toBe('check');
    expect(view.fields.grossTotal.value).toBe(invoice.gross);
    expect(view.doubts).toMatchObject([{ field: null, question: { code: 'data-unreadable', why: 'malformed' } }]);
  });

  it('XML and PDF in one mail are one document', async () => {
    const invoice = drawn('hartscale', 1, { part: 0.1 });
    const transport = createTransport({ host: '127.0.0.1', port: server.smtpPort, secure: false, ignoreTLS: true });
    await transport.sendMail({
      from: 'accounts@hartscale.example',
      to: 'invoices@kestrelfell.example',
      subject: 'Two files',
      text: 'Both.',
      attachments: [
        { filename: 'both.xml', content: writeUbl(dataOf(invoice)) },
        { filename: 'both.pdf', content: await drawInvoice(invoice) },
      ],
    });
    transport.close();
    const rows = await until('both to be read', async () => {
      const found = await server.pool.query<{ id: number; name: string; tray: string }>(
        "select d.id, f.name, d.tray from documents d join files f on f.id = d.file_id where f.name like 'both.%' and d.tray <> 'arriving'",
      );
      return found.rows.length > 0 ? found.rows : undefined;
    });
    expect(rows.map(({ name }) => name)).toEqual(['both.pdf']);
    const view = await clerk.ok('GET', `/api/documents/${rows[0].id}`);
    expect(view.eInvoice).toMatchObject({ isMade: false, syntax: 'ubl-invoice' });
    expect(view.fields.invoiceNumber.value).toBe(invoice.number);
    expect(view.doubts).toEqual([]);
  });

  it('a checked paper invoice leaves as UBL and CII that keep to the rules; what was not checked does not', async () => {
    const paper = await arrived(server, clerk, 'mossrigg', 0, { part: 0.3 });
    expect(paper.tray).not.toBe('check');
    for (const syntax of ['ubl', 'cii']) {
      const { status, body } = await clerk.send('GET', `/api/documents/${paper.id}/${syntax}.xml`);
      expect(status).toBe(200);
      const read = recognise(String(body));
      if (read.what !== 'invoice') throw new Error(read.what);
      expect(check(read.invoice)).toEqual([]);
      expect(read.invoice).toMatchObject({
        number: paper.fields.invoiceNumber.value,
        totals: { gross: paper.fields.grossTotal.value, net: paper.fields.netTotal.value },
        seller: { name: paper.supplier.name },
      });
      expect(read.invoice.lines).toHaveLength(paper.lines.length);
    }
    const doubtful = await arrived(server, clerk, 'mossrigg', 1, { part: 0.3, totalOff: '3.00' });
    expect(doubtful.tray).toBe('check');
    expect(await clerk.send('GET', `/api/documents/${doubtful.id}/ubl.xml`)).toMatchObject({
      status: 409,
      body: { message: expect.stringContaining('was checked') },
    });
    expect(await clerk.send('GET', `/api/documents/${paper.id}/e-invoice`)).toMatchObject({ status: 404 });
  });
});
