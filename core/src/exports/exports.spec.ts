import { readFileSync } from 'node:fs';
import { validateXML } from 'xmllint-wasm';
import { HEADER_FIELDS, LINE_CELLS, type HeaderField, type LineCell, type OwnField } from '../documents/index.js';
import {
  EXPORT_FIELDS,
  headOf,
  isOfLine,
  OWN_COLUMN,
  ownColumn,
  plainXml,
  PLAIN_LAYOUT,
  tablesOf,
  textOf,
  typeOf,
  type ExportDocument,
  type ExportLayout,
} from './index.js';

const nothing = <K extends string>(keys: readonly K[]) => Object.fromEntries(keys.map((key) => [key, null])) as Record<K, string | null>;
const document = (more: Partial<ExportDocument> = {}, fields: Partial<Record<HeaderField, string>> = {}): ExportDocument => ({
  id: 7,
  file: 'a & b.pdf',
  pages: '1, 2',
  kind: 'invoice',
  tray: 'posted',
  supplier: 'Hollin Bank <Ltd>',
  orders: '40501',
  discount: null,
  carriage: '12.50',
  entry: 31,
  postedOn: '2026-11-30',
  doubts: '',
  fields: { ...nothing(HEADER_FIELDS), invoiceNumber: 'INV-1', issueDate: '2026-11-03', currency: 'GBP', grossTotal: '1234.50', ...fields },
  own: { 'own:site': 'Fell <End>', 'own:fit-on': '2026-11-09' },
  lines: [1, 2].map((position) => ({
    position,
    account: '5010',
    costCentre: 'PW',
    project: null,
    lineDoubts: '',
    cells: { ...nothing<LineCell>(LINE_CELLS), description: `Line ${position}`, quantity: '2.5', netAmount: '-10.00' },
    own: position === 1 ? { 'own:weight': '12.5' } : {},
  })),
  ...more,
});
const layout = (more: Partial<ExportLayout>): ExportLayout => ({ ...PLAIN_LAYOUT, ...more });
const column = (field: (typeof EXPORT_FIELDS)[number]) => ({ field, head: headOf(field) });

describe('exports', () => {
  it('have tables of heads and lines, apart, joined, or one of them', () => {
    const both = [document(), document({ id: 8, lines: [] })];
    expect(tablesOf(both, layout({ shape: 'apart' })).map(({ name, rows }) => [name, rows.length])).toEqual([
      ['heads', 2],
      ['lines', 2],
    ]);
    expect(tablesOf(both, layout({ shape: 'heads' })).map(({ rows }) => rows.length)).toEqual([2]);
    expect(tablesOf(both, layout({ shape: 'lines' })).map(({ rows }) => rows.length)).toEqual([2]);
    // One without lines keeps its row.
    expect(tablesOf(both, layout({ shape: 'joined' }))[0].rows).toHaveLength(3);
  });

  it('have the chosen columns in the chosen order under the chosen heads; lines know their document', () => {
    const columns = [{ field: 'grossTotal', head: 'Betrag' } as const, { field: 'invoiceNumber', head: 'Nr' } as const, column('quantity')];
    const [heads, lines] = tablesOf([document()], layout({ columns }));
    expect(heads.heads).toEqual(['Betrag', 'Nr']);
    expect(heads.rows[0].map(({ value }) => value)).toEqual(['1234.50', 'INV-1']);
    expect(lines.heads).toEqual(['Nr', 'Quantity']);
    expect(lines.rows.map((row) => row.map(({ value }) => value))).toEqual([
      ['INV-1', '2.5'],
      ['INV-1', '2.5'],
    ]);
  });

  it.each([
    ['number', '1234.50', { decimalSign: ',' }, '1234,50'],
    ['number', '-3', {}, '-3'],
    ['date', '2026-11-03', { dates: 'dd.mm.yyyy' }, '03.11.2026'],
    ['date', '2026-11-03', { dates: 'mm/dd/yyyy' }, '11/03/2026'],
    ['date', '2026-11-03', { dates: 'yyyymmdd' }, '20261103'],
    ['date', 'soon', { dates: 'dd/mm/yyyy' }, 'soon'],
    ['text', '=HYPERLINK("x")', {}, `'=HYPERLINK("x")`],
    ['text', '@sum', {}, `'@sum`],
    ['text', '-12 30', {}, '-12 30'],
    ['text', null, {}, ''],
  ] as const)('a %s %s is written as chosen, and no formula', (type, value, how, text) => {
    expect(textOf({ type, value }, { ...PLAIN_LAYOUT, ...how })).toBe(text);
  });

  it('know what each field is', () => {
    expect(EXPORT_FIELDS.filter((field) => typeOf(field) === 'date')).toEqual(['postedOn', 'issueDate', 'dueDate', 'discountDate']);
    expect(typeOf('quantity')).toBe('number');
    expect(isOfLine('quantity')).toBe(true);
    expect(isOfLine('grossTotal')).toBe(false);
  });

  it('have the company’s own fields as columns, as what they hold, of the head and of lines', () => {
    const own = [
      { key: 'site', level: 'head', type: 'text' },
      { key: 'fit-on', level: 'head', type: 'date' },
      { key: 'weight', level: 'line', type: 'number' },
    ].map((one) => one as OwnField);
    const columns = [...own.map(ownColumn), 'own:gone' as const].map((field) => ({ field, head: headOf(field) }));
    expect(columns.map(({ field, head }) => [field, head])).toEqual([
      ['own:site', 'Site'],
      ['own:fit-on', 'Fit-on'],
      ['own-line:weight', 'Weight'],
      ['own:gone', 'Gone'],
    ]);
    const [heads, lines] = tablesOf([document()], layout({ columns }), own);
    expect(heads.rows).toEqual([
      [
        { type: 'text', value: 'Fell <End>' },
        { type: 'date', value: '2026-11-09' },
        { type: 'text', value: null },
      ],
    ]);
    expect(lines.rows).toEqual([[{ type: 'number', value: '12.5' }], [{ type: 'number', value: null }]]);
    for (const { field } of columns) expect(OWN_COLUMN.test(field)).toBe(true);
    expect(OWN_COLUMN.test('own:a; drop')).toBe(false);
  });

  it('in XML of our own keep to its schema, whatever the texts', async () => {
    const contents = readFileSync(new URL('../../../docs/formats/documents.xsd', import.meta.url), 'utf8');
    const all = Object.fromEntries(
      HEADER_FIELDS.map((field) => [field, typeOf(field) === 'date' ? '2026-11-03' : field === 'currency' ? 'GBP' : '1.50']),
    );
    const xml = plainXml([document({}, all), document({ id: null, lines: [], doubts: 'due < issue & "so"' })]);
    const { errors } = await validateXML({
      xml: [{ fileName: 'a.xml', contents: xml }],
      schema: [{ fileName: 'documents.xsd', contents }],
    });
    expect(errors).toEqual([]);
    expect(xml).toContain('<own field="site">Fell &lt;End&gt;</own>');
    expect(xml).toContain('<own field="weight">12.5</own></line>');
    expect(xml).toContain('<supplier>Hollin Bank &lt;Ltd&gt;</supplier>');
    const wrong = await validateXML({
      xml: [{ fileName: 'a.xml', contents: xml.replace('invoice</kind>', 'bill</kind>') }],
      schema: [{ fileName: 'documents.xsd', contents }],
    });
    expect(wrong.valid).toBe(false);
  });
});
