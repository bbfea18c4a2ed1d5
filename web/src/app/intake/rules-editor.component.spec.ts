import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { RulesWish, SourceView } from '@umber/contract/intake';
import type { SourceRule } from '@umber/core/intake';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { shown } from '../fixtures/shown';
import { RulesEditor } from './rules-editor';

const turnAway = (text: string): SourceRule => ({
  conditions: [{ part: 'subject', test: 'contains', text }],
  does: { act: 'turn-away', reason: 'advertising' },
});
const source = (rules: readonly SourceRule[], more: Partial<SourceView> = {}): SourceView => ({
  id: 3,
  kind: 'mail',
  name: 'Mail',
  enabled: true,
  settings: {},
  hasPassword: false,
  rules,
  lastSeenAt: null,
  lastError: null,
  lastErrorAt: null,
  arrivals: 0,
  today: 0,
  ...more,
});
const open = (rules: readonly SourceRule[], answers: TestAnswers = {}, mayChange = true) =>
  shown(RulesEditor, { answers, inputs: { source: source(rules), mayChange } });
const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });
const words = () => screen.getByLabelText<HTMLInputElement>('Words to look for');

describe('the rules of a source', () => {
  it('that has none say what is done then; who may not change them only reads', async () => {
    await open([], {}, false);
    expect(screen.getByText(/No rule: what comes is read as an invoice/)).toBeTruthy();
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('are changed as a sentence, sent once with what was there before', async () => {
    const user = userEvent.setup();
    const wishes: RulesWish[] = [];
    await open([turnAway('catalogue')], { setRules: (_params, wish) => (wishes.push(wish), NEVER) });
    await user.click(button('change'));
    await user.clear(words());
    await user.type(words(), 'prices');
    await user.dblClick(button('Save the rule'));
    expect(wishes).toEqual([{ before: [turnAway('catalogue')], rules: [turnAway('prices')] }]);
  });

  it('ask for just what an act needs', async () => {
    const user = userEvent.setup();
    await open([]);
    await user.click(button('Add a rule'));
    expect(screen.queryByLabelText(/tag/i, { selector: 'input' })).toBeNull();
    await user.selectOptions(screen.getByLabelText('What is done'), 'tag');
    expect(screen.getByLabelText(/tag/i, { selector: 'input' })).toBeTruthy();
    await user.selectOptions(screen.getByLabelText('What the rule looks at'), 'file-type');
    expect(screen.getByLabelText('Type of file')).toBeTruthy();
    expect(screen.queryByLabelText('Words to look for')).toBeNull();
    await user.click(button('Leave as it was'));
    expect(screen.getByText(/No rule/)).toBeTruthy();
  });

  it('stand in an order that is changed by a step', async () => {
    const user = userEvent.setup();
    const wishes: RulesWish[] = [];
    await open([turnAway('one'), turnAway('two')], { setRules: (_params, wish) => (wishes.push(wish), NEVER) });
    await user.click(button('before the one above'));
    expect(wishes[0].rules).toEqual([turnAway('two'), turnAway('one')]);
  });

  it('keep what is typed while something else of the sources changes', async () => {
    const user = userEvent.setup();
    const { fixture } = await open([turnAway('catalogue')]);
    await user.click(button('change'));
    await user.type(words(), ' and prices');
    fixture.componentRef.setInput('source', source([turnAway('catalogue')], { enabled: false }));
    await fixture.whenStable();
    expect(words().value).toBe('catalogue and prices');
  });

  it('that somebody else changed meanwhile are told, and theirs are shown once one’s own are given up', async () => {
    const user = userEvent.setup();
    const theirs = [source([turnAway('theirs')])];
    const { fixture } = await open([turnAway('catalogue')], {
      setRules: () => throwError(() => new ApiError('stale', 'Someone else changed the rules of this source meanwhile.')),
      sources: () => of(theirs),
    });
    fixture.componentInstance.changed.subscribe(([first]) => fixture.componentRef.setInput('source', first));
    await user.click(button('change'));
    await user.type(words(), ' of mine');
    await user.click(button('Save the rule'));
    expect(screen.getByRole('alert').textContent).toContain('meanwhile');
    expect(words().value).toBe('catalogue of mine');
    await user.click(button('Leave as it was'));
    await screen.findByText(/theirs/);
    expect(screen.queryByRole('alert')).toBeNull();
  });
});
