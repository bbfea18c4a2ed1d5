import { arrivedFile, learned as learnedBy } from './documents.js';
import { testServer, until, Visitor, type TestServer } from './harness.js';
import { oddInvoice } from './odd-invoice.js';

describe('habits', () => {
  let server: TestServer;
  let clerk: Visitor;
  beforeAll(async () => {
    server = await testServer();
    clerk = await Visitor.signedIn(server.httpPort, 'nell');
  });
  afterAll(() => server.close());
  const at = (document: { id: number }, path: string) => `/api/documents/${document.id}/${path}`;
  const view = (id: number) => clerk.ok('GET', `/api/documents/${id}`);
  const versions = async () =>
    (await server.pool.query('select owner_id as owner, version, document_id as document, kept from habit_versions order by at')).rows;
  const learned = (id: number) => learnedBy(server, id);
  /** How the order number was found when the document was read last. */
  const foundBy = async (id: number): Promise<string> => {
    const { rows } = await server.pool.query('select result from readings where document_id = $1 order by id desc limit 1', [id]);
    return JSON.stringify(rows[0].result.fields.orderReference?.evidence ?? null);
  };
  const labels = (kept: readonly { habit: { what: string; words?: string } }[]) =>
    kept.filter(({ habit }) => habit.what === 'label').map(({ habit }) => habit.words);
  const say = async (document: { id: number; version: number }, values: Readonly<Record<string, string | null>>) => {
    // What waits untouched may have been read again since.
    let now = await view(document.id);
    for (const [field, value] of Object.entries(values))
      now = await clerk.ok('PUT', at(document, `fields/${field}`), { version: now.version, value });
    return now;
  };
  const TRUE_OF = ({ order, net, number }: { order: string; net: number; number: string }) => ({
    invoiceNumber: number,
    issueDate: '2026-10-12',
    orderReference: order,
    netTotal: net.toFixed(2),
    taxTotal: (net / 5).toFixed(2),
    grossTotal: (net * 1.2).toFixed(2),
    amountDue: (net * 1.2).toFixed(2),
  });
  const TRUE = { orderReference: '40533', netTotal: '300.00', taxTotal: '60.00', grossTotal: '360.00', amountDue: '360.00' };

  it('one correction is known on the next page, and on those that wait already', async () => {
    const waiting = await arrivedFile(server, clerk, 'odd-waits.pdf', await oddInvoice('HO-2299', { order: '40611', net: 480 }));
    expect(waiting.fields.orderReference.value).toBeNull();
    const first = await arrivedFile(server, clerk, 'odd-1.pdf', await oddInvoice('HO-2301'));
    expect(first.tray).toBe('check');
    await say(first, { orderReference: TRUE.orderReference });
    await learned(first.id);
    const again = await until('the waiting one to be read again', async () => {
      const document = await view(waiting.id);
      return document.fields.orderReference.value === null ? undefined : document;
    });
    expect(again.fields.orderReference).toMatchObject({ value: '40611' });
    const next = await arrivedFile(server, clerk, 'odd-2.pdf', await oddInvoice('HO-2317', { order: '40702', net: 520 }));
    expect(next.fields.orderReference).toMatchObject({ value: '40702' });
    const { rows } = await server.pool.query('select habit_version as version from readings where document_id = $1', [next.id]);
    expect(rows[0].version).toBeGreaterThan(0);
  });

  it('they speak for no other supplier, however alike his pages look', async () => {
    const other = await arrivedFile(
      server,
      clerk,
      'odd-other.pdf',
      await oddInvoice('HO-9911', { order: '51234', name: 'Fallowbeck Sundries Ltd', taxId: 'GB 880 1234 56' }),
    );
    expect(other.fields.orderReference.value).toBeNull();
  });

  it('what a person settled is not read again, nor what somebody has open', async () => {
    const settled = await arrivedFile(server, clerk, 'odd-settled.pdf', await oddInvoice('HO-2401', { order: '40911', net: 640 }));
    const open = await arrivedFile(server, clerk, 'odd-open.pdf', await oddInvoice('HO-2402', { order: '40912', net: 680 }));
    const mine = await say(settled, { invoiceNumber: 'HO-2401-X' });
    await clerk.ok('POST', at(open, 'holders'), { act: 'stay' });
    const teacher = await arrivedFile(server, clerk, 'odd-3.pdf', await oddInvoice('HO-2403', { order: '40913', net: 720 }));
    await say(teacher, { invoiceNumber: 'HO-2403', issueDate: '2026-10-12' });
    await learned(teacher.id);
    await learned(settled.id);
    expect((await view(settled.id)).fields.invoiceNumber.value).toBe('HO-2401-X');
    expect((await view(settled.id)).version).toBe(mine.version);
    expect((await view(open.id)).version).toBe(open.version);
  });

  it('the same document teaches once, and what is taken back is forgotten', async () => {
    const document = await arrivedFile(server, clerk, 'odd-4.pdf', await oddInvoice('HO-2501', { order: '41913', net: 840 }));
    const said = await say(document, { orderReference: '77120' });
    await learned(document.id);
    const wrong = (await versions()).at(-1);
    expect(labels(wrong.kept)).toContain('folio');
    await clerk.ok('POST', at(document, 'undo'), { version: said.version, step: said.steps[0].id });
    await say(await view(document.id), { orderReference: '41913' });
    await learned(document.id);
    // What is learned of the last word about it may come after what was learned of the one before.
    const right = await until('what was taken back to be forgotten', async () => {
      const latest = (await versions()).at(-1);
      return labels(latest.kept).includes('folio') ? undefined : latest;
    });
    expect(right.version).toBeGreaterThan(wrong.version);
  });

  it('a slip that goes against the page is asked about on the next one', async () => {
    const document = await arrivedFile(server, clerk, 'odd-5.pdf', await oddInvoice('HO-2601', { order: '42001', net: 880 }));
    await say(document, { orderReference: 'HO-2601' });
    await learned(document.id);
    const next = await arrivedFile(server, clerk, 'odd-6.pdf', await oddInvoice('HO-2602', { order: '42002', net: 920 }));
    const number = next.fields.orderReference.value;
    expect(number === '42002' || next.doubts.some((doubt: { field: string }) => doubt.field === 'orderReference')).toBe(true);
  });

  it('they are seen with where they come from, switched off and on, and any version is gone back to', async () => {
    const owners = await clerk.ok('GET', '/api/habits');
    const owner = owners.find(({ name }: { name: string }) => name === 'Harrowgill Oddments Ltd');
    expect(owner).toMatchObject({ onFile: false });
    const path = `/api/habits/${owner.id}`;
    const before = await clerk.ok('GET', path);
    const slip = before.habits.find(({ subject }: { subject: string }) => subject === 'label orderReference your slip');
    expect(slip).toMatchObject({ by: 'Nell Ashgrove', off: false, speaks: true });
    const off = await clerk.ok('PUT', `${path}/switched`, { version: before.version, subject: slip.subject, off: true });
    expect(off.versions[0].changes).toEqual([{ code: 'off', habit: slip.habit }]);
    const place = off.habits.find(({ subject }: { subject: string }) => subject === 'place orderReference');
    const silent = place ? await clerk.ok('PUT', `${path}/switched`, { version: off.version, subject: place.subject, off: true }) : off;
    const unread = await arrivedFile(server, clerk, 'odd-off.pdf', await oddInvoice('HO-2701', { order: '42101', net: 960 }));
    expect(await foundBy(unread.id)).not.toContain('your slip');
    expect(await clerk.send('PUT', `${path}/switched`, { version: before.version, subject: slip.subject, off: false })).toMatchObject({
      status: 409,
    });
    expect(await clerk.send('PUT', `${path}/switched`, { version: silent.version, subject: 'label nothing', off: true })).toMatchObject({
      status: 404,
    });
    const back = await clerk.ok('PUT', `${path}/version`, { version: silent.version, to: before.version });
    expect(back.version).toBe(silent.version + 1);
    expect(back.habits).toEqual(before.habits);
    await until('what waits to be read again', async () => ((await foundBy(unread.id)).includes('your slip') ? true : undefined));
    expect(await clerk.send('PUT', `${path}/version`, { version: back.version, to: 999 })).toMatchObject({ status: 404 });
    expect(await clerk.send('GET', '/api/habits/99999')).toMatchObject({ status: 404 });
  });

  it('a change is tried on past documents first: what would be, and nothing is changed by it', async () => {
    const owners = await clerk.ok('GET', '/api/habits');
    const owner = owners.find(({ name }: { name: string }) => name === 'Harrowgill Oddments Ltd');
    const path = `/api/habits/${owner.id}`;
    const before = await clerk.ok('GET', path);
    const document = await arrivedFile(server, clerk, 'odd-past.pdf', await oddInvoice('HO-2801', { order: '42201', net: 1000 }));
    const now = await say(document, TRUE_OF({ order: '42201', net: 1000, number: 'HO-2801' }));
    const open = now.doubts.filter(({ settledBy }: { settledBy: unknown }) => !settledBy);
    let last = now;
    for (const doubt of open) {
      const answer = await clerk.send('POST', at(document, `doubts/${doubt.id}/settle`), { version: last.version });
      if (answer.status === 200) last = answer.body;
    }
    await clerk.ok('POST', at(document, 'settle'), { version: last.version });
    await learned(document.id);
    const learnt = await clerk.ok('GET', path);
    expect(learnt.version).toBeGreaterThanOrEqual(before.version);
    const subject = 'label orderReference your slip';
    const trial = await clerk.ok('POST', `${path}/trials`, { version: learnt.version, change: { change: 'switch', subject, off: true } });
    const done = await until('the trial', async () => {
      const view = await clerk.ok('GET', `${path}/trials/${trial.id}`);
      return view.result === null ? undefined : view;
    });
    expect(done).toMatchObject({ change: { subject, off: true }, result: { figures: { documents: 1 } } });
    expect(await clerk.ok('GET', path)).toEqual(learnt);
    expect(
      await clerk.send('POST', `${path}/trials`, { version: learnt.version - 1, change: { change: 'switch', subject, off: true } }),
    ).toMatchObject({ status: 409 });
    expect(await clerk.send('GET', `/api/habits/99999/trials/${trial.id}`)).toMatchObject({ status: 404 });
    const back = await clerk.ok('POST', `${path}/trials`, { version: learnt.version, change: { change: 'return', to: 1 } });
    const tried = await until(
      'the version to be tried',
      async () => (await clerk.ok('GET', `${path}/trials/${back.id}`)).result ?? undefined,
    );
    expect(tried.figures.documents).toBeGreaterThan(0);
    expect(await clerk.send('POST', `${path}/trials`, { version: learnt.version, change: { change: 'return', to: 999 } })).toMatchObject({
      status: 404,
    });
  });

  it('go to another installation as a file, and what two names were learned by becomes one', async () => {
    const owners = await clerk.ok('GET', '/api/habits');
    const owner = owners.find(({ name }: { name: string }) => name === 'Harrowgill Oddments Ltd');
    const file = await clerk.ok('GET', `/api/habits/${owner.id}/file`);
    expect(file).toMatchObject({ format: 'umber-habits', version: 1, suppliers: [{ marks: { names: ['Harrowgill Oddments Ltd'] } }] });
    expect((await clerk.ok('GET', '/api/habits-file')).suppliers.length).toBeGreaterThanOrEqual(1);
    const [supplier] = file.suppliers;
    const renamed = { ...file, suppliers: [{ ...supplier, marks: { names: ['Harrowgill Sundries Ltd'], taxIds: ['GB999'], ibans: [] } }] };
    expect(await clerk.ok('POST', '/api/habits-file', renamed)).toEqual({ suppliers: 1, habits: supplier.kept.length });
    const other = (await clerk.ok('GET', '/api/habits')).find(({ name }: { name: string }) => name === 'Harrowgill Sundries Ltd');
    expect((await clerk.ok('GET', `/api/habits/${other.id}`)).habits.every(({ from }: { from: unknown }) => from === null)).toBe(true);

    const now = await clerk.ok('GET', `/api/habits/${owner.id}`);
    const merging = { version: now.version, from: other.id };
    const both = await clerk.ok('PUT', `/api/habits/${owner.id}/merged`, merging);
    expect(both.version).toBe(now.version + 1);
    expect((await clerk.ok('GET', `/api/habits/${other.id}`)).habits).toEqual([]);
    expect(await clerk.send('PUT', `/api/habits/${owner.id}/merged`, merging)).toMatchObject({ status: 409 });
    expect(await clerk.send('PUT', `/api/habits/${owner.id}/merged`, { version: both.version, from: owner.id })).toMatchObject({
      status: 404,
    });
    const next = await arrivedFile(
      server,
      clerk,
      'renamed.pdf',
      await oddInvoice('HS-1', { order: '43001', net: 1040, name: 'Harrowgill Sundries Ltd', taxId: 'GB999' }),
    );
    expect(next.fields.orderReference.value).toBe('43001');
    expect(await clerk.send('POST', '/api/habits-file', { format: 'other' })).toMatchObject({ status: 400 });
  });

  it('show how reading does month by month, and what is corrected', async () => {
    const progress = await clerk.ok('GET', '/api/progress');
    const [month] = progress.months;
    expect(month).toMatchObject({ month: new Date().toISOString().slice(0, 7) });
    expect(month.documents).toBeGreaterThan(5);
    expect(progress.fields.find(({ field }: { field: string }) => field === 'orderReference').corrections[0]).toBeGreaterThan(1);
    const owner = (await clerk.ok('GET', '/api/habits')).find(({ name }: { name: string }) => name === 'Harrowgill Oddments Ltd');
    const own = await clerk.ok('GET', `/api/habits/${owner.id}/progress`);
    expect(own.months[0].documents).toBeLessThan(month.documents);
  });
});
