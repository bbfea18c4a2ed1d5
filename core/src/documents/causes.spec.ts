import { causesOf, type Doubted } from './causes.js';

const sums = { code: 'totals-differ', net: '100.00', tax: '20.00', gross: '129.00' } as const;
const of = (field: string | null, question: Doubted['question'], line: number | null = null): Doubted => ({ field, line, question });

describe('questions by their cause', () => {
  it('are one where totals do not add up, with the amount due that is the total', () => {
    const asked = [
      of('kind', { code: 'kind-untitled' }),
      of('grossTotal', sums),
      of('netTotal', sums),
      of('taxTotal', sums),
      of('amountDue', { code: 'same-as-total' }),
    ];
    expect(causesOf(asked).map((cause) => cause.map(({ field }) => field))).toEqual([
      ['kind'],
      ['grossTotal', 'netTotal', 'taxTotal', 'amountDue'],
    ]);
  });

  it('are one where a total is unclear that is also the amount due', () => {
    const asked = [of('grossTotal', { code: 'unclear', value: '1', other: null }), of('amountDue', { code: 'same-as-total' })];
    expect(causesOf(asked)).toHaveLength(1);
  });

  it('are one for the cells of a line that do not multiply, and another for the next line', () => {
    const asked = [0, 0, 0, 1].map((line, i) =>
      of((['quantity', 'unitPrice', 'netAmount', 'quantity'] as const)[i], { code: 'product-differs' }, line),
    );
    expect(causesOf(asked).map((cause) => cause.length)).toEqual([3, 1]);
  });

  it('stay several with different figures, for other cells of lines, and for what must be looked at one by one', () => {
    const asked = [
      of('netTotal', sums),
      of('taxTotal', { ...sums, tax: '21.00' }),
      of('quantity', { code: 'cell-missing' }, 0),
      of('unitPrice', { code: 'cell-missing' }, 0),
      of('invoiceNumber', { code: 'several-numbers', numbers: ['1', '2'] }),
      of('issueDate', { code: 'several-numbers', numbers: ['1', '2'] }),
      of('amountDue', { code: 'same-as-total' }),
    ];
    expect(causesOf(asked)).toHaveLength(asked.length);
  });
});
