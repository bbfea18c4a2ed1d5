import type { OwnField } from '../documents/index.js';
import { endingAt, pageOf } from './fixtures/laid-out.js';
import { readDocument } from './index.js';

const field = (over: Partial<OwnField>): OwnField => ({
  key: 'site',
  name: 'Site',
  level: 'head',
  type: 'text',
  required: false,
  labels: ['Site'],
  choices: [],
  pattern: '',
  least: null,
  most: null,
  matches: null,
  ...over,
});
const right = (edge: number, y: number, text: string) => [endingAt(edge, text), y, text] as const;
const page = pageOf([
  [40, 40, 'Harrowgill Oddments Ltd'],
  [40, 54, 'VAT reg. no. GB311592634'],
  [400, 40, 'INVOICE', 16],
  [330, 100, 'Invoice no'],
  [430, 100, 'HO-2301'],
  [330, 116, 'Invoice date'],
  [430, 116, '14 October 2026'],
  [330, 132, 'Site'],
  [430, 132, 'North yard'],
  [330, 148, 'Works order'],
  [430, 148, '3/04/2026'],
  [40, 148, 'Hazardous goods: no'],
  [40, 240, 'Description'],
  [210, 240, 'Batch'],
  [300, 240, 'Quantity'],
  [380, 240, 'Price'],
  [480, 240, 'Amount'],
  [40, 260, 'Signal lamp glass, green'],
  [210, 260, 'B-77'],
  right(330, 260, '2'),
  right(405, 260, '75.00'),
  right(515, 260, '150.00'),
  [40, 276, 'Brass oil cup'],
  [210, 276, 'B-78'],
  right(330, 276, '4'),
  right(405, 276, '37.50'),
  right(515, 276, '150.00'),
  [380, 310, 'Net total'],
  right(515, 310, '300.00'),
  [380, 326, 'VAT 20 %'],
  right(515, 326, '60.00'),
  [380, 342, 'Total'],
  right(515, 342, '£360.00'),
]);
const read = (...fields: OwnField[]) => readDocument([page], { ownFields: fields });

describe('own fields', () => {
  it('are read beside their labels, each as its type', () => {
    const reading = read(
      field({}),
      field({ key: 'works', labels: ['Works order'], type: 'date' }),
      field({ key: 'hazard', labels: ['Hazardous goods'], type: 'yes-no' }),
      field({ key: 'yard', type: 'choice', choices: ['North yard', 'South yard'] }),
    );
    expect(reading.own?.['own:site']?.value).toBe('North yard');
    expect(reading.own?.['own:site']?.evidence).toEqual([{ code: 'labelled', relation: 'right of', label: 'Site' }]);
    expect(reading.own?.['own:works']?.value).toBe('2026-04-03');
    expect(reading.own?.['own:hazard']?.value).toBe('no');
    expect(reading.own?.['own:yard']?.value).toBe('North yard');
  });

  it('of lines are read under their labels, and are in no other cell', () => {
    const reading = read(field({ key: 'batch', level: 'line', labels: ['Batch'] }));
    expect(reading.lines.map(({ own }) => own?.['own:batch']?.value)).toEqual(['B-77', 'B-78']);
    expect(reading.lines.map(({ description }) => description?.value)).toEqual(['Signal lamp glass, green', 'Brass oil cup']);
    expect(reading.doubts.filter(({ line }) => line !== null)).toEqual([]);
  });

  it('are asked about where they must be there and are not, and where they are none that they may be', () => {
    const reading = read(
      field({ key: 'gone', labels: ['Gate'], required: true }),
      field({ key: 'site', pattern: '9999', type: 'text' }),
      field({ key: 'batch', level: 'line', labels: ['Lot'], required: true }),
    );
    expect(reading.doubts).toContainEqual({ field: 'own:gone', line: null, question: { code: 'not-found' } });
    expect(reading.doubts).toContainEqual({ field: 'own:batch', line: 1, question: { code: 'cell-missing' } });
  });

  it('change nothing of what else is read', () => {
    const { own: _own, lines, ...others } = read(field({}), field({ key: 'batch', level: 'line', labels: ['Batch', 'Lot'] }));
    const plain = readDocument([page]);
    expect(others).toEqual({ ...plain, lines: undefined });
    expect(lines.map(({ own: _values, ...line }) => line.netAmount?.value)).toEqual(plain.lines.map(({ netAmount }) => netAmount?.value));
  });
});
