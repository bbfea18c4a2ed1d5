import type { Evidence, Question } from '@umber/core/documents';
import { approvalText } from '../approval/sentences';
import { exceptionText, orderText } from '../matching/sentences';
import { askedText, restingText, trailText } from '../documents/sentences';
import { boundaryText, evidenceText, questionText, signsText } from './sentences';

const asked = (question: Question, field: string | null = null, line: number | null = null) => questionText({ field, line, question });

describe('what is asked', () => {
  it('names the field, with dates and amounts as people read them', () => {
    expect(asked({ code: 'unclear', value: '2026-03-14', other: '2026-04-13' }, 'dueDate')).toBe(
      'Is the due date 14 Mar 2026 or 13 Apr 2026?',
    );
    expect(asked({ code: 'unclear', value: 'INV-2026-03', other: null }, 'invoiceNumber')).toBe(
      'Is the invoice number INV-2026-03? It is not labelled clearly.',
    );
    expect(asked({ code: 'totals-differ', net: '1000.00', tax: '200.00', gross: '1300.00' }, 'grossTotal')).toBe(
      'Net 1,000.00 and tax 200.00 do not make the total 1,300.00.',
    );
    expect(asked({ code: 'not-found' }, 'amountDue')).toBe('No amount to pay was found on the page.');
    expect(asked({ code: 'not-found' }, 'sellerName')).toBe('No supplier’s name was found on the page.');
    expect(asked({ code: 'parts-unread' }, 'sellerIban')).toBe('Parts of the page could not be read: is there an IBAN on it?');
    expect(asked({ code: 'far-from-arrival', arrived: '2026-11-28', issued: '2016-11-28' }, 'issueDate')).toContain('28 Nov 2016');
  });

  it('names the line, counted from one', () => {
    expect(asked({ code: 'cell-missing' }, 'netAmount', 0)).toBe('Line 1 has no amount.');
    expect(asked({ code: 'product-differs' }, 'quantity', 4)).toBe('Line 5: quantity × price is not the amount.');
    const long = asked({ code: 'cell-unclear', value: 'x'.repeat(60) }, 'description', 0);
    expect(long).toContain('…');
    expect(long.length).toBeLessThan(100);
  });

  it('goes on from the line that it names', () => {
    expect(asked({ code: 'words-left' }, 'description', 2)).toBe('Line 3 has more words than its description.');
    expect(asked({ code: 'figures-left' }, 'quantity', 0)).toBe('Line 1 has figures that are in none of its cells.');
  });

  it('says what the pages say of a boundary, and what people said of documents like it', () => {
    expect(asked({ code: 'boundary', page: 3, signs: [{ code: 'title' }, { code: 'other-number', number: 'A2', before: 'A1' }] })).toBe(
      'Is page 3 the start of a new document? What the pages say: it has a title, number A2 after A1.',
    );
    expect(asked({ code: 'kind-sorted-otherwise', titled: 'invoice', kind: 'credit-note', examples: 2 }, 'kind')).toBe(
      'Its page says invoice, but 2 like it were sorted as credit note.',
    );
    expect(boundaryText({ code: 'page-of', page: 2 })).toBe('it says that it is page 2');
  });

  it('keeps what was worded before there were codes', () => {
    expect(asked({ code: 'as-worded', text: 'Why?' }, 'dueDate')).toBe('Why?');
  });
});

describe('what led to a value', () => {
  it.each<[Evidence, string]>([
    [{ code: 'labelled', relation: 'right of', label: 'due date' }, 'right of “due date”'],
    [{ code: 'labelled', relation: 'same run', label: 'due' }, 'behind “due”'],
    [{ code: 'day-month', first: 'day', by: 'date', date: '13/02/2026' }, 'day first, as in 13/02/2026'],
    [{ code: 'day-month', first: 'month', by: 'country' }, 'month first, as in the seller’s country'],
    [{ code: 'tax-left', rate: '19' }, 'the total less the net, as 19 % gives it'],
    [{ code: 'tax-left', rate: null }, 'the total less the net, as the lines’ rates give it'],
    [{ code: 'totals-fit' }, 'net + tax = total'],
  ])('%o', (evidence, text) => expect(evidenceText(evidence)).toBe(text));
});

describe('what does not fit', () => {
  const price = { code: 'price', description: 'Brake block', percent: '-12.5', off: '-1120.00' } as const;

  it('is said with its line and figures', () => {
    expect(exceptionText({ line: 2, facts: price })).toBe('Line 3, Brake block: the price is 12.5 % below the order, 1,120.00 in all.');
    expect(exceptionText({ line: 0, facts: { code: 'not-received', description: null, invoiced: '6', before: '20', limit: '24' } })).toBe(
      'Line 1: 6 invoiced and 20 invoiced before, 24 received.',
    );
    expect(
      exceptionText({ line: 0, facts: { code: 'more-than-ordered', description: null, invoiced: '6', before: '0', limit: '4' } }),
    ).toBe('Line 1: 6 invoiced, 4 ordered.');
    expect(exceptionText({ line: null, facts: { code: 'order-unknown', number: null, best: '40151' } })).toContain('order 40151 fits best');
    expect(signsText(['tax-id', 'other-iban'])).toBe('same tax id, the IBAN is another one than on file');
    expect(orderText({ id: 1, number: '40151', by: 'lines', percent: 80 })).toBe('lines fit 80 %');
  });

  it('leads to an approver, who is told why', () => {
    const because = { person: 3, because: [{ code: 'exception' }, { code: 'amount', from: '5000.00' }], inPlace: true } as const;
    expect(approvalText(because)).toBe('an exception was accepted or there is no order; 5,000.00 or more, in place of who handled it');
    expect(askedText({ of: 'approval', approver: 'Tom', because })).toContain('Waits for Tom: an exception');
  });
});

describe('a document’s history', () => {
  const said = (act: Parameters<typeof trailText>[0]['act']) => trailText({ act, sentence: null });

  it('is told in sentences, old ones as they were written', () => {
    expect(said({ code: 'field-changed', field: 'dueDate', before: null, after: '2026-12-24' })).toBe('Due: not on the page → 24 Dec 2026');
    expect(said({ code: 'cell-changed', line: 0, cell: 'quantity', before: '5', after: null })).toBe('Line 1, Qty: 5 → empty');
    expect(said({ code: 'cut-out', file: 'stack.pdf', pages: [1, 2, 5] })).toBe('Cut out of stack.pdf: pages 1, 2 and 5');
    expect(said({ code: 'exception-accepted', line: null, facts: { code: 'iban-changed' }, reason: 'Rang them' })).toMatch(
      /Reason: Rang them$/,
    );
    expect(trailText({ act: null, sentence: 'Came by mail' })).toBe('Came by mail');
  });

  it('says of each move what it was for', () => {
    const moved = (more: object) => said({ code: 'moved', ...more } as never);
    expect(moved({ act: 'park', to: 'parked', from: 'match', reason: { code: 'said', text: 'Asked' } })).toBe('Parked from Match: Asked');
    expect(moved({ act: 'reopen', to: 'check' })).toBe('Reopened, to Check');
    expect(moved({ act: 'read', to: 'filed', reason: { code: 'filed', kind: 'reminder', cited: 1 } })).toBe(
      'Filed: Reminder about 1 invoice',
    );
    expect(moved({ act: 'check', to: 'match', exceptions: 2 })).toBe('Waits at Match: 2 exceptions');
    expect(moved({ act: 'match', to: 'post', order: '40151' })).toContain('Order 40151 and receipt fit');
    expect(moved({ act: 'kind', to: 'arriving', kind: 'credit-note' })).toBe('Is a credit note: is read as one');
  });

  it('says why a document rests', () => {
    expect(restingText({ code: 'same-file', document: 7 })).toContain('as document 7');
    expect(restingText({ code: 'filed', kind: 'statement', cited: 0 })).toBe('Statement of account');
  });
});
