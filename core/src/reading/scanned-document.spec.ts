import { endingAt, pageOf } from './fixtures/laid-out.js';
import { readDocument, type DocumentReading } from './index.js';
import { unprovenBoxes } from './unproven.js';
import type { PageWords, Word } from './print/words.js';

/** An invoice as the readers of a scan give it: every word sure, but for what `spoil` makes of it. */
function scan(spoil: (word: Word) => Partial<Word> | null = () => ({})): PageWords {
  const amount = (y: number, text: string): [number, number, string] => [endingAt(540, text), y, text];
  const page = pageOf([
    [40, 40, 'Alder Fixings Ltd', 16],
    [400, 40, 'INVOICE', 16],
    [40, 120, 'Invoice to'],
    [40, 134, 'Kestrel Fell Railway Ltd'],
    [350, 120, 'Invoice No.'],
    [450, 120, 'AF-20411'],
    [350, 134, 'Invoice date'],
    [450, 134, '12 May 2026'],
    [350, 148, 'Your order'],
    [450, 148, 'KFR-40452'],
    [40, 240, 'Description'],
    [330, 240, 'Qty'],
    [400, 240, 'Price'],
    [500, 240, 'Amount'],
    [40, 260, 'Oak wedge, tapered'],
    [330, 260, '12'],
    [400, 260, '2.50'],
    amount(260, '30.00'),
    [40, 276, 'Brass gate valve'],
    [330, 276, '2'],
    [400, 276, '35.00'],
    amount(276, '70.00'),
    [400, 320, 'Net total'],
    amount(320, '£100.00'),
    [400, 334, 'VAT 20%'],
    amount(334, '£20.00'),
    [400, 348, 'Total'],
    amount(348, '£120.00'),
    [40, 780, 'Alder Fixings Ltd Registered in England no. 01234567'],
    [40, 792, 'VAT no. GB 436 7189 22'],
    [300, 792, 'IBAN GB82 WEST 1234 5698 7654 32'],
  ]);
  const words = page.words.flatMap((word) => {
    const change = spoil(word);
    return change === null ? [] : [{ ...word, score: 0.995, ...change }];
  });
  return { ...page, words, straightenedBy: [1, 0, 0, 0, 1, 0, 0, 0, 1] };
}

const doubted = (reading: DocumentReading) => reading.doubts.map(({ field }) => field);

describe('an invoice off a scan', () => {
  it('that both readers read alike is sure', () => {
    const reading = readDocument([scan()]);
    expect(reading.fields.invoiceNumber?.value).toBe('AF-20411');
    expect(doubted(reading).filter((field) => field !== 'sellerTaxId')).toEqual([]);
  });

  it('is repaired where the other reading of a digit makes the sums right, and says so', () => {
    const reading = readDocument([scan((word) => (word.text === '35.00' ? { text: '36.00', score: 0.5, alternatives: ['35.00'] } : {}))]);
    expect(reading.lines[1].unitPrice?.value).toBe('35.00');
    const totals = readDocument([
      scan((word) => (word.text === '£120.00' ? { text: '£126.00', score: 0.5, alternatives: ['£120.00'] } : {})),
    ]);
    expect(totals.fields.grossTotal?.value).toBe('120.00');
  });

  it('finds an IBAN again by its check digits where one word was misread', () => {
    const reading = readDocument([scan((word) => (word.text === 'WEST' ? { text: 'WE5T', score: 0.5 } : {}))]);
    expect(reading.fields.sellerIban).toMatchObject({ value: 'GB82WEST12345698765432' });
    expect(reading.fields.sellerIban?.evidence[0]).toEqual({ code: 'check-digits-repaired' });
  });

  it('asks about a number that the readers did not agree on, with the other reading', () => {
    const reading = readDocument([scan((word) => (word.text === 'AF-20411' ? { score: 0.5, alternatives: ['AF-20417'] } : {}))]);
    expect(doubted(reading)).toContain('invoiceNumber');
    expect(reading.fields.invoiceNumber?.alternatives.map(({ value }) => value)).toContain('AF-20417');
  });

  it('asks about a value that a label promises and that could not be read', () => {
    const reading = readDocument([scan((word) => (word.text === 'KFR-40452' ? null : {}))]);
    expect(reading.doubts.find(({ field }) => field === 'orderReference')?.question).toMatchObject({
      code: 'label-without-value',
      label: 'Your order',
    });
  });

  it('gives a price back the decimal mark that the readers lost', () => {
    const { lines } = readDocument([scan((word) => (word.text === '35.00' ? { text: '3500' } : {}))]);
    expect(lines[1]).toMatchObject({ quantity: { value: '2' }, unitPrice: { value: '35.00' } });
  });

  it('asks for the minus of a quantity that its amount has', () => {
    const asked = (quantity: string) =>
      readDocument([
        scan((word) => {
          if (word.text === '70.00') return { text: '-70.00' };
          return word.text === '2' ? { text: quantity } : word.text === '£100.00' ? { text: '-£40.00' } : {};
        }),
      ]).doubts.filter(({ field, line }) => field === 'quantity' && line === 1);
    expect(asked('2').map(({ question }) => question)).toEqual([{ code: 'amount-below-zero' }]);
    expect(asked('-2')).toEqual([]);
  });

  it('says where a second reading pays: not where sums prove the values', () => {
    const boxes = unprovenBoxes(scan());
    const covers = (x: number, y: number) =>
      boxes.some((box) => x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height);
    expect(covers(460, 124)).toBe(true);
    expect(covers(410, 264)).toBe(false);
    // The whole head, where a label is misread and its value may be there all the same.
    expect(covers(480, 100)).toBe(false);
    const misread = unprovenBoxes(scan((word) => (word.text === 'order' ? { text: '0ndcr' } : word.text === 'Your' ? { text: 'Yo' } : {})));
    expect(misread.some(({ x, y, width, height }) => x === 0 && y === 0 && width === 595 && height > 200)).toBe(true);
    const open = unprovenBoxes(scan((word) => (word.text === '70.00' ? { text: '76.00' } : {})));
    expect(open.some((box) => box.y < 264 && box.y + box.height > 280)).toBe(true);
  });

  it('asks about a quantity that fits its price only per ten, unlike the other lines', () => {
    const spoilt = scan((word) => (word.text === '12' && word.y === 260 ? { text: '120' } : {}));
    expect(readDocument([spoilt]).doubts.map((doubt) => doubt.question.code)).toContain('price-unit-differs');
    expect(readDocument([scan()]).doubts.filter((doubt) => doubt.question.code === 'price-unit-differs')).toEqual([]);
  });

  it('proposes for a date only what may be one', () => {
    const other = (text: string) =>
      readDocument([scan((word) => (word.text === '12' && word.y === 134 ? { score: 0.5, alternatives: [text] } : {}))]).fields.issueDate;
    expect(other('13')?.alternatives.map(({ value }) => value)).toEqual(['2026-05-13']);
    expect(other('l2,')?.alternatives).toEqual([]);
  });

  it('has early payment terms whose percent sign read as digits, and asks about them', () => {
    const page = scan();
    const terms = 'Payment terms: 10 days 2 260 discount, 30 days net'.split(' ').map((text, i) => ({
      text,
      x: 40 + 34 * i,
      y: 420,
      width: 6 * text.length,
      height: 9,
      score: text === '260' ? 0.5 : 0.99,
      alternatives: text === '260' ? ['%'] : [],
    }));
    const { fields, doubts } = readDocument([{ ...page, words: [...page.words, ...terms] }]);
    expect([fields.discountPercent?.value, fields.discountDate?.value, fields.dueDate?.value]).toEqual(['2', '2026-05-22', '2026-06-11']);
    expect(doubts.map(({ field }) => field)).toContain('discountPercent');
  });

  it('whose heads lean into two rows are read by all of them', () => {
    const runs: [number, number, string][] = [
      [52, 258, 'Concepto'],
      [465, 258, '%'],
      [510, 258, 'Importe'],
      [278, 266, 'Cantidad'],
      [322, 266, 'Ud.'],
      [400, 266, 'Precio'],
      [446, 266, 'Dto.'],
      ...[
        ['Poda de árboles', '21,4', 'h', '58,62', '5', '1.191,74'],
        ['Riego de mantenimiento', '3', 'mes', '224,41', '5', '639,57'],
        ['Retirada de restos', '2', 't', '73,25', '', '146,50'],
      ].flatMap((cells, i) => cells.map((text, k): [number, number, string] => [[57, 300, 322, 400, 467, 510][k], 290 + 18 * i, text])),
    ].filter(([, , text]) => text !== '') as [number, number, string][];
    const page = pageOf(runs);
    const leaning = { ...page, words: page.words.map((word) => ({ ...word, score: 0.96, alternatives: [] })) };
    const { lines } = readDocument([leaning], { kind: 'invoice' }, 'heads');
    expect(lines.map((line) => [line.description?.value, line.quantity?.value, line.unit?.value, line.unitPrice?.value])).toEqual([
      ['Poda de árboles', '21.4', 'h', '58.62'],
      ['Riego de mantenimiento', '3', 'mes', '224.41'],
      ['Retirada de restos', '2', 't', '73.25'],
    ]);
  });

  it('with a tax but no net total that proves it is asked about both', () => {
    const page = scan((word) => (word.y === 320 ? null : {}));
    expect(doubted(readDocument([page]))).toEqual(expect.arrayContaining(['netTotal', 'taxTotal']));
  });
});
