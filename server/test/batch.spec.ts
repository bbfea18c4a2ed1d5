import { mkdir, mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeUbl } from '@umber/core/e-invoice-files';
import { dataOf, drawInvoice, invoiceOfOrder } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { readInto, type BatchOptions } from '../src/batch/batch.js';
import { ReaderPool } from '../src/readers/reader-pool.js';
import { readTable } from '../src/readers/table-file.js';

/** A folder of invoices as one table of heads and one of lines, without a server. */
describe('reading a folder', () => {
  const pool = new ReaderPool({ size: 1 });
  let folder = '';
  let out = '';
  const [first, second] = scenarioOrders('2026-11-23').filter(({ supplier }) => supplier.key === 'hartscale');
  const invoices = [invoiceOfOrder(first, '2026-11-10', 901), invoiceOfOrder(second, '2026-11-11', 902, { totalOff: '3.00' })];
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'umber-batch-'));
    out = join(folder, 'out');
    await mkdir(join(folder, 'in/deeper'), { recursive: true });
    await mkdir(out);
    await writeFile(join(folder, 'in/a.pdf'), await drawInvoice(invoices[0]));
    await writeFile(join(folder, 'in/deeper/b.pdf'), await drawInvoice(invoices[1]));
    await writeFile(join(folder, 'in/deeper/c.XML'), writeUbl(dataOf({ ...invoices[0], number: 'INV-XML' })));
    await writeFile(join(folder, 'in/d.pdf'), 'no PDF');
    await writeFile(join(folder, 'in/readme.txt'), 'not looked at');
  });
  afterAll(async () => {
    pool.close();
    await rm(folder, { recursive: true });
  });
  const run = (format: BatchOptions['format'], name: string, onProgress: BatchOptions['onProgress'] = () => undefined) =>
    readInto(pool, { format, out: join(out, name), paths: [join(folder, 'in')], size: 1, today: '2026-11-23', onProgress });

  it('makes one table of heads and one of lines, and says what is in doubt and what could not be read', async () => {
    const told: number[][] = [];
    const result = await run('csv', 'all.csv', (...counts) => told.push(counts));
    expect(result).toMatchObject({ documents: 4, unread: 1, written: [join(out, 'all.csv'), join(out, 'all-lines.csv')] });
    expect(result.inDoubt).toBeGreaterThanOrEqual(2);
    expect(told.map(([done, all]) => [done, all])).toEqual([1, 2, 3, 4].map((done) => [done, 4]));
    const [heads, ...rows] = await readTable(await readFile(join(out, 'all.csv')));
    const cell = (row: string[], head: string) => row[heads.indexOf(head)];
    expect(rows.map((row) => cell(row, 'File'))).toEqual(['a.pdf', 'd.pdf', 'b.pdf', 'c.XML']);
    expect(cell(rows[0], 'Gross total')).toBe(invoices[0].gross);
    expect(cell(rows[1], 'Doubts')).toMatch(/neither a PDF nor/);
    expect(cell(rows[2], 'Doubts')).not.toBe('');
    expect(cell(rows[3], 'Invoice number')).toBe('INV-XML');
    expect(cell(rows[3], 'Doubts')).toBe('');
    const [, ...lines] = await readTable(await readFile(join(out, 'all-lines.csv')));
    expect(lines).toHaveLength(invoices[0].lines.length * 2 + invoices[1].lines.length);
    await expect(stat(join(out, 'all.csv.part'))).rejects.toMatchObject({ code: 'ENOENT' });
  });

  it('goes on where it was cut off, and reads again what was changed since', async () => {
    await expect(
      run('csv', 'cut.csv', (done) => {
        if (done === 2) throw new Error('cut off');
      }),
    ).rejects.toThrow('cut off');
    await writeFile(join(out, 'cut.csv.part'), `${await readFile(join(out, 'cut.csv.part'), 'utf8')}{"key": "half a li`);
    await writeFile(join(folder, 'in/d.pdf'), 'still no PDF');
    const told: number[] = [];
    const result = await run('csv', 'cut.csv', (done) => told.push(done));
    expect(result.documents).toBe(4);
    // One stood there already, the one that was changed is read once more.
    expect(told).toEqual([2, 3, 4]);
    expect(await readFile(join(out, 'cut.csv'), 'utf8')).toBe(await readFile(join(out, 'all.csv'), 'utf8'));
  });

  it('makes a workbook with numbers and dates as such, and XML', async () => {
    await run('xlsx', 'all.xlsx');
    const [heads, first] = await readTable(await readFile(join(out, 'all.xlsx')));
    expect(first[heads.indexOf('Gross total')]).toBe(String(Number.parseFloat(invoices[0].gross)));
    await run('xml', 'all.xml');
    expect(await readFile(join(out, 'all.xml'), 'utf8')).toContain('<invoiceNumber>INV-XML</invoiceNumber>');
  });

  it('says what is not there', async () => {
    await expect(
      readInto(pool, {
        format: 'csv',
        out: join(out, 'x.csv'),
        paths: [join(folder, 'nowhere')],
        size: 1,
        today: '2026-11-23',
        onProgress: () => undefined,
      }),
    ).rejects.toMatchObject({ code: 'ENOENT' });
  });
});
