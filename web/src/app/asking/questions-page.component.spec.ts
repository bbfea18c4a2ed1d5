import { screen, within } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { MyQuestion } from '@umber/contract/asking';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { QuestionsPage } from './questions-page';

const question = (id: number, more: Partial<MyQuestion> = {}): MyQuestion => ({
  id,
  exceptionId: null,
  kind: 'anything',
  text: `Is number ${id} right?`,
  askedOf: 'Ines Carrow',
  askedOfId: 2,
  askedBy: 'Nell Ashgrove',
  askedAt: '2026-11-20T10:00:00Z',
  answer: null,
  words: '',
  answeredBy: null,
  answeredAt: null,
  documentId: 51,
  supplier: LONG_NAME,
  invoiceNumber: `INV-${id}`,
  total: '120.00',
  currency: 'GBP',
  goods: [],
  ...more,
});
const goods = [
  { orderId: 4, orderNumber: '40604', orderLineId: 9, description: 'Sleepers', unit: 'pcs', ordered: '10', received: '4', invoiced: '10' },
  { orderId: 4, orderNumber: '40604', orderLineId: 10, description: 'Bolts', unit: 'pcs', ordered: '5', received: '5', invoiced: '5' },
];

describe('questions', () => {
  const open = (answers: TestAnswers = {}) =>
    shown(QuestionsPage, { role: 'clerk', answers: { questions: () => of([question(1)]), ...answers } });

  it('say that they load, and why they cannot be shown', async () => {
    await open({ questions: () => throwError(() => new ApiError('away', 'The server does not answer.')) });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });

  it('are none', async () => {
    await open({ questions: () => of([]) });
    expect(screen.getByText('Nobody asks you anything just now.')).toBeTruthy();
  });

  it('are answered by the button, once, with words', async () => {
    const user = userEvent.setup();
    const answers: unknown[] = [];
    await open({ answer: ({ id }, wish) => (answers.push([id, wish]), NEVER) });
    await user.type(screen.getByLabelText('Words'), 'as agreed');
    await user.dblClick(screen.getByRole('button', { name: 'No' }));
    expect(answers).toEqual([[1, { answer: 'no', words: 'as agreed', receivedOn: null, came: [] }]]);
  });

  it('about goods are answered with what is missing, or what is typed', async () => {
    const user = userEvent.setup();
    const answers: { came: unknown; receivedOn: unknown }[] = [];
    await open({
      questions: () => of([question(1, { kind: 'arrived', goods })]),
      answer: (_params, { came, receivedOn }) => (
        answers.push({ came, receivedOn }),
        throwError(() => new ApiError('incomplete', 'No more can come.'))
      ),
    });
    expect(screen.getByLabelText<HTMLInputElement>('Came besides of Sleepers').value).toBe('6');
    await user.click(screen.getByRole('button', { name: 'Yes, it came' }));
    expect(answers[0].came).toEqual([{ orderLineId: 9, quantity: '6' }]);
    expect(answers[0].receivedOn).toMatch(/^\d{4}-\d\d-\d\d$/);
    expect(screen.getByRole('alert').textContent).toContain('No more can come.');
    await user.clear(screen.getByLabelText('Came besides of Sleepers'));
    await user.type(screen.getByLabelText('Came besides of Sleepers'), '2,5');
    await user.click(screen.getByRole('button', { name: 'Yes, it came' }));
    expect(answers[1].came).toEqual([{ orderLineId: 9, quantity: '2.5' }]);
    await user.click(screen.getByRole('button', { name: 'No, it did not' }));
    expect(answers[2]).toEqual({ came: [], receivedOn: null });
  });

  it('keep what is typed of each for itself, and show the answered below', async () => {
    const user = userEvent.setup();
    await open({
      questions: () => of([question(1), question(2), question(3, { answer: 'yes', words: 'fine', answeredAt: '2026-11-21T10:00:00Z' })]),
    });
    expect(screen.getByText('2 are open')).toBeTruthy();
    const [first, second] = screen.getAllByRole('article');
    await user.type(within(first).getByLabelText('Words'), 'one');
    await user.type(within(second).getByLabelText('Words'), 'two');
    expect(within(first).getByLabelText<HTMLInputElement>('Words').value).toBe('one');
    expect(screen.getByText(/to “Is number 3 right\?”/)).toBeTruthy();
  });
});
