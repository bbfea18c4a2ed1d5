import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { HookDelivery, HooksView, HookView, MadeHook } from '@umber/contract/hooks';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { shown } from '../fixtures/shown';
import { HooksPanel } from './hooks-panel';

const hook: HookView = {
  id: 3,
  url: 'https://books.example/told',
  events: ['posted', 'read'],
  madeBy: 'Sol',
  madeAt: '2026-11-30T08:00:00Z',
  waiting: 2,
};
const made: MadeHook = { ...hook, id: 4, url: 'https://new.example/', secret: 'whsec_c2VjcmV0' };
const delivery = (more: Partial<HookDelivery>): HookDelivery => ({
  id: 1,
  hookId: 3,
  event: 'posted',
  documentId: 51,
  madeAt: '2026-11-30T08:00:00Z',
  tries: 1,
  nextAt: null,
  arrivedAt: null,
  status: null,
  fault: null,
  ...more,
});
const view = (more: Partial<HooksView> = {}): HooksView => ({ hooks: [hook], log: [], ...more });

describe('programs that are told', () => {
  const open = (answers: TestAnswers = {}, role: 'administrator' | 'clerk' = 'administrator') =>
    shown(HooksPanel, { role, answers: { hooks: () => of(view()), ...answers } });

  it('are shown to administrators alone', async () => {
    await open({}, 'clerk');
    expect(screen.queryByRole('heading')).toBeNull();
  });

  it('are added once, with what they are told of, and their secret is shown then', async () => {
    const user = userEvent.setup();
    const wishes: unknown[] = [];
    const { fixture } = await open({ makeHook: (_params, wish) => (wishes.push(wish), NEVER) });
    await user.type(screen.getByLabelText('Address that is told'), 'https://new.example/');
    await user.click(screen.getByLabelText('a doubt is raised'));
    await user.click(screen.getByLabelText('posted'));
    await user.dblClick(screen.getByRole('button', { name: 'Add the address' }));
    expect(wishes).toEqual([{ url: 'https://new.example/', events: ['doubt'] }]);
    fixture.destroy();
  });

  it('show the secret once, and stand in the list', async () => {
    const user = userEvent.setup();
    await open({ makeHook: () => of(made) });
    await user.type(screen.getByLabelText('Address that is told'), 'https://new.example/{Enter}');
    expect(screen.getByRole('status').textContent).toContain('whsec_c2VjcmV0');
    expect(screen.getByText('https://new.example/')).toBeTruthy();
    expect(screen.getAllByText('2 waiting')).toHaveLength(2);
  });

  it('say why one is refused, and keep what was typed', async () => {
    const user = userEvent.setup();
    await open({ makeHook: () => throwError(() => new ApiError('bad-request', 'This machine itself is not asked.')) });
    const field = screen.getByLabelText<HTMLInputElement>('Address that is told');
    await user.type(field, 'http://127.0.0.1/{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('not asked');
    expect(field.value).toBe('http://127.0.0.1/');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add the address' }).disabled).toBe(false);
  });

  it('have a log that says what arrived, what is tried again and what was given up, and sends again', async () => {
    const user = userEvent.setup();
    const again: number[] = [];
    await open({
      hooks: () =>
        of(
          view({
            log: [
              delivery({ id: 1, arrivedAt: '2026-11-30T08:00:01Z' }),
              delivery({ id: 2, nextAt: '2026-11-30T09:00:00Z', fault: 'It answered with 503.' }),
              delivery({ id: 3, tries: 8, fault: 'It does not answer.', event: 'read' }),
              delivery({ id: 4, nextAt: '2026-11-30T09:00:00Z' }),
            ],
          }),
        ),
      sendHookAgain: ({ id }) => (again.push(id), of(view())),
    });
    for (const text of ['arrived', 'It answered with 503. It is tried again.', 'given up after 8 tries. It does not answer.', 'on its way'])
      expect(screen.getAllByText(text).length).toBeGreaterThan(0);
    await user.click(screen.getByRole('button', { name: 'Send again: document 51 read' }));
    expect(again).toEqual([3]);
  });
});
