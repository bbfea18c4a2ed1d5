import { LabelledRows } from './candidates.js';
import { pageOf } from '../fixtures/laid-out.js';
import { labelsOf } from '../language/labels.js';
import { dateSpans, identifierSpans } from '../print/spans.js';
import { rowsOf } from '../print/words.js';
import { usualWords } from '../language/wording.js';

type Runs = Parameters<typeof pageOf>[0];
function labelled(runs: Runs, language = 'en') {
  const rows = rowsOf(pageOf(runs));
  return new LabelledRows(rows, labelsOf(rows, usualWords(language)));
}
const numbers = (runs: Runs) =>
  labelled(runs)
    .candidates('invoiceNumber', identifierSpans)
    .map((candidate) => [candidate.span.text, candidate.relation]);

describe('what a label points at', () => {
  it('right of it, below it, in the same run', () => {
    expect(
      numbers([
        [50, 100, 'Invoice number'],
        [300, 100, 'INV-1'],
      ])[0],
    ).toEqual(['INV-1', 'right of']);
    expect(
      numbers([
        [50, 100, 'Invoice number'],
        [50, 112, 'INV-2'],
      ])[0],
    ).toEqual(['INV-2', 'below']);
    expect(numbers([[50, 100, 'Invoice number: INV-3']])[0]).toEqual(['INV-3', 'same run']);
  });

  it('not past another label, and not far below', () => {
    expect(
      numbers([
        [50, 100, 'Invoice number'],
        [200, 100, 'Customer no.'],
        [330, 100, 'K-77'],
      ]),
    ).toEqual([]);
    expect(
      numbers([
        [50, 100, 'Invoice number'],
        [50, 190, 'X-99'],
      ]),
    ).toEqual([]);
  });

  it('its own column where labels stand in a row above their values', () => {
    const rows = labelled([
      [50, 100, 'Invoice no.'],
      [180, 100, 'Invoice date'],
      [310, 100, 'Due date'],
      [50, 114, 'A-5'],
      [180, 114, '01/10/2026'],
      [310, 114, '31/10/2026'],
    ]);
    expect(rows.candidates('invoiceNumber', identifierSpans)[0].span.text).toBe('A-5');
    expect(rows.candidates('issueDate', dateSpans)[0].span.text).toBe('01/10/2026');
    expect(rows.candidates('dueDate', dateSpans)[0].span.text).toBe('31/10/2026');
  });

  it('as surely where the labels stand so close that they are one run', () => {
    const close = labelled(
      [
        [50, 100, 'Cliente n. Ordine n. Data scadenza'],
        [50, 114, 'C-62879'],
        [100, 114, 'PO73053'],
        [150, 114, '14/08/2026'],
      ],
      'it',
    ).candidates('dueDate', dateSpans);
    const wide = labelled(
      [
        [50, 100, 'Cliente n.'],
        [250, 100, 'Ordine n.'],
        [450, 100, 'Data scadenza'],
        [450, 114, '14/08/2026'],
      ],
      'it',
    ).candidates('dueDate', dateSpans);
    expect(close.map(({ span, relation, score }) => [span.text, relation, score])).toEqual(
      wide.map(({ span, relation, score }) => [span.text, relation, score]),
    );
  });

  it('under a short word with more weight where this stands alone right over it', () => {
    const score = (x: number, y: number, ...more: Runs[number][]) =>
      labelled([[520, 100, 'PO'], [x, y, 'KF-40248'], ...more]).candidates('orderReference', identifierSpans)[0]?.score;
    const over = score(520, 111);
    expect(over).toBeGreaterThan(score(526, 111));
    expect(over).toBeGreaterThan(score(520, 124));
    expect(over).toBeGreaterThan(score(520, 111, [562, 111, 'of May']));
  });

  it('in a sentence with less weight than in a field', () => {
    const [field] = labelled([
      [50, 100, 'Your order'],
      [200, 100, '40501'],
    ]).candidates('orderReference', identifierSpans);
    const [sentence] = labelled([[50, 100, 'We delivered goods against your order 40501 last week']]).candidates(
      'orderReference',
      identifierSpans,
    );
    expect(sentence.span.text).toBe('40501');
    expect(sentence.score).toBeLessThan(field.score);
  });
});
