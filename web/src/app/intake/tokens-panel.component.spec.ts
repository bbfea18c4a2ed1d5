import { screen, within } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { TokenView } from '@umber/contract/intake';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { shown } from '../fixtures/shown';
import { TokensPanel } from './tokens-panel';

const token = (more: Partial<TokenView> = {}): TokenView => ({
  id: 1,
  name: 'Nightly upload',
  scopes: ['arrivals'],
  createdAt: '2026-11-01T08:00:00Z',
  lastUsedAt: null,
  revokedAt: null,
  expiresAt: null,
  ...more,
});

describe('tokens', () => {
  const open = (answers: TestAnswers = {}, role: 'administrator' | 'clerk' = 'clerk') =>
    shown(TokensPanel, { role, answers: { tokens: () => of([token()]), ...answers } });

  it('are made once, with what they may and for how long', async () => {
    const user = userEvent.setup();
    const wishes: unknown[] = [];
    await open({ makeToken: (_params, wish) => (wishes.push(wish), NEVER) });
    await user.type(screen.getByLabelText('What the token is for'), 'Reports');
    await user.selectOptions(screen.getByLabelText('What it may do'), 'bring files and look');
    await user.selectOptions(screen.getByLabelText('For how long'), 'until it is revoked');
    await user.dblClick(screen.getByRole('button', { name: 'Make a token' }));
    expect(wishes).toEqual([{ name: 'Reports', scopes: ['arrivals', 'read'], days: null }]);
  });

  it('are shown once', async () => {
    const user = userEvent.setup();
    await open({ makeToken: () => of({ ...token({ id: 2, name: 'Reports' }), token: 'ut_secret' }) });
    await user.type(screen.getByLabelText('What the token is for'), 'Reports{Enter}');
    expect(screen.getByRole('status').textContent).toContain('ut_secret');
    expect(screen.getByText('Reports')).toBeTruthy();
  });

  it('want to be called something, and say what was refused', async () => {
    const user = userEvent.setup();
    await open({ makeToken: () => throwError(() => new ApiError('bad-request', 'At most 40 tokens.')) });
    await user.click(screen.getByRole('button', { name: 'Make a token' }));
    expect(screen.getByRole('alert').textContent).toContain('Say what the token is for');
    await user.type(screen.getByLabelText('What the token is for'), 'One more{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('At most 40 tokens.');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Make a token' }).disabled).toBe(false);
  });

  it('say what they may, when they were used, and that they are over', async () => {
    const user = userEvent.setup();
    const revoked: number[] = [];
    await open({
      tokens: () =>
        of([
          token({ scopes: ['arrivals', 'read', 'write'], lastUsedAt: '2026-11-20T10:00:00Z' }),
          token({ id: 2, name: 'Old', revokedAt: '2026-11-02T08:00:00Z' }),
          token({ id: 3, name: 'Ended', expiresAt: '2020-01-01T00:00:00Z' }),
        ]),
      revokeToken: ({ id }) => (revoked.push(id), of([])),
    });
    for (const text of [/does all that you may/, /used 20 Nov/, 'revoked', 'at its end']) expect(screen.getByText(text)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Revoke' }));
    expect(revoked).toEqual([1]);
  });

  it('of everybody are an administrator’s to see and revoke', async () => {
    const user = userEvent.setup();
    const revoked: number[] = [];
    await open(
      {
        allTokens: () => of([{ ...token({ id: 9, name: 'Reports' }), person: 'Nell Ashgrove' }]),
        revokeAnyToken: ({ id }) => (revoked.push(id), of([])),
      },
      'administrator',
    );
    await user.click(
      within(screen.getByRole('table', { name: 'Tokens of everybody' })).getByRole('button', { name: 'Revoke Reports of Nell Ashgrove' }),
    );
    expect(revoked).toEqual([9]);
    expect(screen.queryByRole('table', { name: 'Tokens of everybody' })).toBeNull();
  });
});
