import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { FoundDocument } from '@umber/contract/searching';
import { of, Subject, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { SearchAll, SearchBox } from './search-box';

const found = (id: number, more: Partial<FoundDocument> = {}): FoundDocument => ({
  id,
  tray: 'check',
  kind: 'invoice',
  supplier: `Supplier ${id} Ltd`,
  number: `N-${id}`,
  issueDate: '2026-11-02',
  currency: 'GBP',
  total: '120.00',
  by: 'number',
  ...more,
});

describe('the search over all documents', () => {
  async function open(search: TestAnswers['search']) {
    await shown(SearchBox, { answers: { search } });
    const went: unknown[] = [];
    TestBed.inject(Router).navigate = (to) => Promise.resolve(went.push(to) > 0);
    TestBed.inject(SearchAll).isOpen.set(true);
    return { field: await screen.findByRole('searchbox'), went, user: userEvent.setup() };
  }
  const said = () => screen.getByRole('status').textContent;

  it('says how many it found, by what, and shows a long name', async () => {
    const { field, user } = await open(() => of([found(1, { supplier: LONG_NAME }), found(2, { by: 'mail', supplier: null })]));
    await user.type(field, 'coal');
    await screen.findByText('2 found.');
    expect(screen.getByText(LONG_NAME)).toBeTruthy();
    expect(screen.getByText(/by words of its mail/)).toBeTruthy();
    expect(screen.getByText('Unknown supplier')).toBeTruthy();
  });

  it('says that nothing was found, and why it cannot look', async () => {
    const { field, user } = await open((_params, { q }) =>
      q === 'coal' ? of([]) : throwError(() => new ApiError('unreachable', 'The server does not answer.')),
    );
    await user.type(field, 'coal');
    await screen.findByText('Nothing found.');
    await user.type(field, 'x');
    await screen.findByText('The server does not answer.');
  });

  it('opens what was chosen by the arrows', async () => {
    const { field, user, went } = await open(() => of([found(1), found(2), found(3)]));
    await user.type(field, 'coal');
    await screen.findByText('3 found.');
    await user.keyboard('{ArrowDown}{ArrowDown}{ArrowDown}{ArrowDown}{ArrowUp}{Enter}');
    expect(went).toEqual([['/document', 2]]);
    expect(screen.queryByRole('searchbox')).toBeNull();
  });

  it('opens nothing of what was looked for before: Enter waits for the hits of what is typed', async () => {
    const answers: Record<string, Subject<FoundDocument[]>> = { coal: new Subject(), coalyard: new Subject() };
    const { field, user, went } = await open((_params, { q }) => answers[q]);
    await user.type(field, 'coal');
    await new Promise((resolve) => setTimeout(resolve, 200));
    answers['coal'].next([found(1)]);
    await screen.findByText('1 found.');
    await user.type(field, 'yard{Enter}');
    expect(went).toEqual([]);
    expect(said()).toContain('Looking');
    await new Promise((resolve) => setTimeout(resolve, 200));
    answers['coalyard'].next([found(7)]);
    expect(went).toEqual([['/document', 7]]);
  });

  it('is left by Escape, and opens nothing then', async () => {
    const answer = new Subject<FoundDocument[]>();
    const { field, user, went } = await open(() => answer);
    await user.type(field, 'coal{Enter}');
    await new Promise((resolve) => setTimeout(resolve, 200));
    await user.keyboard('{Escape}');
    answer.next([found(1)]);
    expect(screen.queryByRole('searchbox')).toBeNull();
    expect(went).toEqual([]);
  });
});
