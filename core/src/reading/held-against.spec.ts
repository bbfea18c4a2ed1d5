import type { HeaderField, LineCell } from '../documents/index.js';
import { HEADER_FIELDS, LINE_CELLS } from '../documents/index.js';
import type { Habit } from './habit.js';
import { heldAgainst } from './held-against.js';
import type { DocumentReading, ReadLine, ReadValue } from './reading.js';

type Cells = Partial<Record<LineCell, readonly [value: string, x: number, y: number] | string>>;

const value = (text: string, more: Partial<ReadValue> = {}): ReadValue => ({
  value: text,
  confidence: 0.99,
  page: 1,
  box: null,
  evidence: [],
  alternatives: [],
  ...more,
});
const line = (cells: Cells): ReadLine => ({
  ...(Object.fromEntries(
    LINE_CELLS.map((cell) => {
      const given = cells[cell];
      if (given === undefined) return [cell, null];
      if (typeof given === 'string') return [cell, value(given)];
      const [text, x, y] = given;
      return [cell, value(text, { box: { x, y, width: 6 * text.length, height: 9 } })];
    }),
  ) as Record<LineCell, ReadValue | null>),
  page: 1,
  box: { x: 0, y: 0, width: 500, height: 10 },
});
const reading = (fields: Partial<Record<HeaderField, ReadValue>>, lines: readonly ReadLine[] = []): DocumentReading => ({
  pages: [1],
  language: 'en',
  kind: 'invoice',
  fields: Object.fromEntries(HEADER_FIELDS.map((field) => [field, fields[field] ?? null])) as DocumentReading['fields'],
  lines,
  allowances: { discount: null, carriage: null, paid: null },
  doubts: [],
});
const asked = (own: DocumentReading, without: DocumentReading, habits: readonly Habit[] = []) =>
  heldAgainst(own, without, habits).doubts.map(({ field, line: at }) => (at === null ? field : `${field} ${at}`));

describe('a reading with habits held against one without', () => {
  it('asks about what they change of a value that was sure', () => {
    expect(asked(reading({ invoiceNumber: value('A-1') }), reading({ invoiceNumber: value('B-2') }))).toEqual(['invoiceNumber']);
    expect(asked(reading({}), reading({ dueDate: value('2026-10-12') }))).toEqual(['dueDate']);
    expect(asked(reading({ dueDate: value('2026-10-12') }), reading({}))).toEqual([]);
  });

  it('takes totals that the lines prove for those that nothing does, but for their sign, and for what else is due', () => {
    const fit = { evidence: [{ code: 'totals-fit' }, { code: 'lines-fit' }] } as const;
    const proven = {
      netTotal: value('300.00', fit),
      taxTotal: value('60.00', fit),
      grossTotal: value('360.00', fit),
      amountDue: value('360.00'),
    };
    const guess = { netTotal: value('50.00'), taxTotal: value('10.00'), grossTotal: value('60.00'), amountDue: value('60.00') };
    expect(asked(reading(proven), reading(guess))).toEqual([]);
    expect(asked(reading(guess), reading(proven))).toEqual(['netTotal', 'taxTotal', 'grossTotal', 'amountDue']);
    expect(asked(reading(proven), reading({ ...proven, grossTotal: value('-360.00') }))).toEqual(['grossTotal']);
    expect(asked(reading(proven), reading({ ...guess, amountDue: value('44.00') }))).toEqual(['amountDue']);
  });

  const figures = { quantity: '2', unitPrice: '75.00', netAmount: '150.00' } as const;
  it('takes lines that explain more words, and leave none unexplained', () => {
    const codes = [line({ ...figures, description: ['KX-11', 40, 112] })];
    const whole = [line({ ...figures, itemNumber: ['KX-11', 40, 112], description: ['Signal lamp', 40, 100] })];
    expect(asked(reading({}, whole), reading({}, codes))).toEqual([]);
    expect(asked(reading({}, codes), reading({}, whole))).toEqual(['itemNumber 0', 'description 0']);
    const grown = [line({ ...figures, description: ['Billing period KX-11', 40, 112] })];
    expect(asked(reading({}, grown), reading({}, codes))).toEqual(['description 0']);
    const others = [line({ ...figures, netAmount: '151.00', itemNumber: ['KX-11', 40, 112], description: ['Signal lamp', 40, 100] })];
    expect(asked(reading({}, others), reading({}, codes))).toContain('netAmount 0');
  });

  it('asks where quantities and prices are exchanged, whatever the product', () => {
    const exchanged = line({ ...figures, quantity: '75.00', unitPrice: '2' });
    expect(asked(reading({}, [exchanged]), reading({}, [line(figures)]))).toEqual(expect.arrayContaining(['quantity 0', 'unitPrice 0']));
  });

  it('lets go of counts that were taken for quantities, and of letters of codes that were taken for units', () => {
    const position: Habit = { what: 'column', words: 'pos', role: 'position', place: 0 };
    const none: Habit = { what: 'no-cell', cell: 'unit' };
    const lines = (quantity: boolean, unit: string) => [
      line({ netAmount: '5.00', ...(quantity ? { quantity: '1', unit } : {}) }),
      line({ netAmount: '6.00', ...(quantity ? { quantity: '2', unit } : {}) }),
    ];
    expect(asked(reading({}, lines(false, '')), reading({}, lines(true, 'A')), [position, none])).toEqual([]);
    expect(asked(reading({}, lines(false, '')), reading({}, lines(true, 'kg')), [position, none])).toEqual(['unit 0', 'unit 1']);
  });
});
