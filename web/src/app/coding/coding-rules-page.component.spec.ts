import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { CodingRulesWish, CodingRuleView } from '@umber/contract/coding';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { CodingRulesPage } from './coding-rules-page';

const rule = (id: number, more: Partial<CodingRuleView> = {}): CodingRuleView => ({
  id,
  supplierId: null,
  supplier: null,
  words: [`word${id}`],
  minAmount: null,
  account: '5310',
  costCentre: 'OF',
  project: null,
  madeBy: 'Ines Marlow',
  used: 0,
  ...more,
});
const lists = { accounts: [{ number: '5310', name: 'Cleaning' }], costCentres: [{ code: 'OF', name: 'Office' }], templates: [] };
const open = (rules: () => readonly CodingRuleView[], answers: TestAnswers = {}, role: 'clerk' | 'auditor' = 'clerk') =>
  shown(CodingRulesPage, {
    answers: { codingRules: () => of(rules()), coding: () => of(lists), suppliers: () => of([]), ...answers },
    role,
  });
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });
const said = () => screen.getByRole('alert').textContent;

describe('the rules of coding', () => {
  it('are told as sentences, long names whole', async () => {
    await open(() => [rule(1, { supplier: LONG_NAME, supplierId: 8, words: ['window', 'glass'], minAmount: '1000.00', project: 'P7' })]);
    expect(document.body.textContent).toContain(
      `Lines of ${LONG_NAME} with “window” and “glass” of at least 1,000.00 go to 5310, OF, project P7.`,
    );
  });

  it('that there are none of is said; who may not change them only reads', async () => {
    await open(() => [], {}, 'auditor');
    expect(screen.getByText('There are none yet.')).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('are not made for all lines by mistake', async () => {
    const user = userEvent.setup();
    await open(() => []);
    await user.click(button('Add the rule'));
    expect(said()).toContain('Choose the account');
    await user.selectOptions(screen.getByLabelText('Account of the rule'), '5310');
    await user.selectOptions(screen.getByLabelText('Cost centre of the rule'), 'OF');
    await user.click(button('Add the rule'));
    expect(said()).toContain('else all lines would go there');
    await user.type(screen.getByLabelText('Least amount'), 'much');
    await user.click(button('Add the rule'));
    expect(said()).toContain('is a number');
  });

  it('are added behind the others, once, amounts in any usual writing', async () => {
    const user = userEvent.setup();
    const wishes: CodingRulesWish[] = [];
    await open(() => [rule(1)], { setCodingRules: (_params, wish) => (wishes.push(wish), NEVER) });
    await user.type(screen.getByLabelText('Words of the line'), 'window, glass ,');
    await user.type(screen.getByLabelText('Least amount'), '1.000,50');
    await user.selectOptions(screen.getByLabelText('Account of the rule'), '5310');
    await user.selectOptions(screen.getByLabelText('Cost centre of the rule'), 'OF');
    await user.dblClick(button('Add the rule'));
    expect(wishes).toMatchObject([{ before: [1], rules: [{ words: ['word1'] }, { words: ['window', 'glass'], minAmount: '1000.50' }] }]);
  });

  it('change their order, and go', async () => {
    const user = userEvent.setup();
    const wishes: CodingRulesWish[] = [];
    let now = [rule(1), rule(2), rule(3)];
    await open(() => now, {
      setCodingRules: (_params, wish) => {
        wishes.push(wish);
        now = wish.rules.map(({ words }) => rule(Number(words[0].replace('word', ''))));
        return of(now);
      },
    });
    await user.click(button('Rule 1 later'));
    await user.click(button('Take rule 3 away'));
    expect(wishes.map(({ before, rules }) => [before, rules.map(({ words }) => words[0])])).toEqual([
      [
        [1, 2, 3],
        ['word2', 'word1', 'word3'],
      ],
      [
        [2, 1, 3],
        ['word2', 'word1'],
      ],
    ]);
  });

  it('that somebody else changed meanwhile stand there as they are then, and what was typed stays', async () => {
    const user = userEvent.setup();
    let now = [rule(1)];
    await open(() => now, {
      setCodingRules: () => {
        now = [rule(1), rule(2)];
        return throwError(() => new ApiError('stale', 'Someone else changed the rules meanwhile.'));
      },
    });
    await user.type(screen.getByLabelText('Words of the line'), 'window');
    await user.selectOptions(screen.getByLabelText('Account of the rule'), '5310');
    await user.selectOptions(screen.getByLabelText('Cost centre of the rule'), 'OF');
    await user.click(button('Add the rule'));
    expect(said()).toContain('meanwhile');
    expect(screen.getByText(/word2/)).toBeTruthy();
    expect(screen.getByLabelText<HTMLInputElement>('Words of the line').value).toBe('window');
  });
});
