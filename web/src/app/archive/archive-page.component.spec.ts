import { TestBed } from '@angular/core/testing';
import { ActivatedRoute, convertToParamMap, Router } from '@angular/router';
import { screen, within } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { ArchiveFound, ArchiveHit, HandedList } from '@umber/contract/searching';
import { BehaviorSubject, of, Subject, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { ArchivePage } from './archive-page';

const hit = (id: number, more: Partial<ArchiveHit> = {}): ArchiveHit => ({
  id,
  tray: 'posted',
  kind: 'invoice',
  supplier: `Supplier ${id} Ltd`,
  number: `N-${id}`,
  issueDate: '2026-11-02',
  currency: 'GBP',
  total: '120.00',
  fileId: id,
  entry: null,
  parts: [],
  place: null,
  page: null,
  more: 0,
  word: null,
  ...more,
});
const found = (hits: readonly ArchiveHit[], more: Partial<ArchiveFound> = {}): ArchiveFound => ({
  documents: hits.length,
  isRough: false,
  hits,
  facets: { found: null, kinds: [], trays: [], suppliers: [], years: [], amounts: [] },
  abroad: [],
  instead: [],
  ...more,
});
const ruth = { id: 5, name: 'Ruth Fairlie' };
const handed: HandedList = {
  id: 9,
  whatFor: 'look at this',
  by: 'Nell Ashgrove',
  to: ruth.name,
  isMine: true,
  handedAt: '2026-11-02T09:00:00Z',
  openUntil: null,
  documents: 1,
};

describe('the archive', () => {
  /** Its page on an address that changes as the page asks. */
  async function open(searchArchive: TestAnswers['searchArchive'], answers: TestAnswers = {}) {
    const asked = new BehaviorSubject(convertToParamMap({}));
    const went: unknown[][] = [];
    await shown(ArchivePage, {
      answers: { searchArchive, keptSearches: () => of([]), handedLists: () => of([]), listReaders: () => of([ruth]), ...answers },
      providers: [{ provide: ActivatedRoute, useValue: { queryParamMap: asked } }],
    });
    TestBed.inject(Router).navigate = ([to, id], { queryParams } = {}) => {
      if (to === '/archive') asked.next(convertToParamMap({ ...queryParams }));
      else went.push([to, id]);
      return Promise.resolve(true);
    };
    return { went, user: userEvent.setup(), field: screen.getByRole('searchbox') };
  }
  /** A key on the page itself, and at once, without any waiting, what has the focus then. */
  const focusAfter = (key: string) => {
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    return document.activeElement;
  };

  it('counts, shows long names, and says that nothing was found', async () => {
    const { field, user } = await open((_params, { q }) =>
      of(q === '' ? found([hit(1, { supplier: LONG_NAME }), hit(2, { supplier: null })]) : found([])),
    );
    expect(await screen.findByText('2 documents')).toBeTruthy();
    expect(screen.getByText(LONG_NAME)).toBeTruthy();
    expect(screen.getByText('Unknown supplier')).toBeTruthy();
    await user.type(field, 'zzz');
    expect(await screen.findByText('Nothing has all of this.')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Show everything' }));
    expect(await screen.findByText('2 documents')).toBeTruthy();
  });

  it.each([
    ['h', 'What for'],
    ['k', 'Name of the search'],
  ])('gives the form that %s opens what is typed next, without a pause between', async (key, label) => {
    await open(() => of(found([hit(1)])));
    await screen.findByText('1 document');
    const focused = focusAfter(key);
    expect(focused).toBe(screen.getByLabelText(label));
  });

  it('gives the reason of a hold what is typed right after its key', async () => {
    const asked = new BehaviorSubject(convertToParamMap({}));
    await shown(ArchivePage, {
      role: 'controller',
      answers: {
        searchArchive: () => of(found([hit(1)])),
        keptSearches: () => of([]),
        handedLists: () => of([]),
        listReaders: () => of([ruth]),
      },
      providers: [{ provide: ActivatedRoute, useValue: { queryParamMap: asked } }],
    });
    await screen.findByText('1 document');
    expect(focusAfter('l')).toBe(within(screen.getByRole('region', { name: 'Put this list on hold' })).getByLabelText('Name'));
  });

  it('hands on what is shown, without what is left out', async () => {
    const wishes: unknown[] = [];
    const { user } = await open(() => of(found([hit(1), hit(2)])), {
      handList: (_params, wish) => {
        wishes.push(wish);
        return of(handed);
      },
    });
    await screen.findByText('2 documents');
    await user.keyboard('xhlook at this');
    const form = screen.getByRole('region', { name: 'Hand this list on' });
    await user.click(within(form).getByRole('button', { name: /Hand on 1/ }));
    expect(screen.getByRole('alert').textContent).toBe('Choose a colleague to hand it to.');
    expect(wishes).toEqual([]);
    await user.selectOptions(within(form).getByRole('combobox'), 'Ruth Fairlie');
    await user.click(within(form).getByRole('button', { name: /Hand on 1/ }));
    expect(await screen.findByText('1 document handed to Ruth Fairlie.')).toBeTruthy();
    expect(wishes).toMatchObject([{ without: [1], seen: 2, to: 5, whatFor: 'look at this' }]);
  });

  it('shows what is found by now where that is not what was seen', async () => {
    let hits = [hit(1), hit(3)];
    const { user } = await open(() => of(found(hits)), {
      handList: () => throwError(() => new ApiError('stale', '3 are found by now, not 2.')),
    });
    await screen.findByText('2 documents');
    await user.keyboard('xhlook at this');
    const form = screen.getByRole('region', { name: 'Hand this list on' });
    await user.selectOptions(within(form).getByRole('combobox'), 'Ruth Fairlie');
    hits = [hit(2), hit(1), hit(3)];
    await user.click(within(form).getByRole('button', { name: /Hand on 1/ }));
    expect(await screen.findByText('3 are found by now, not 2.')).toBeTruthy();
    expect(await screen.findByText('3 documents')).toBeTruthy();
    // What was left out stays left out.
    expect(within(form).getByLabelText<HTMLTextAreaElement>('What for').value).toBe('look at this');
    expect(within(form).getByRole('button', { name: /Hand on 2/ })).toBeTruthy();
  });

  it('does nothing with the list before while the next one is on its way', async () => {
    const later = new Subject<ArchiveFound>();
    const { field, user, went } = await open((_params, { q }) => (q === '' ? of(found([hit(1), hit(2)])) : later));
    await screen.findByText('2 documents');
    await user.keyboard('h');
    const form = screen.getByRole('region', { name: 'Hand this list on' });
    await user.selectOptions(within(form).getByRole('combobox'), 'Ruth Fairlie');
    await user.type(field, 'coal{Enter}');
    expect(within(form).getByRole('button', { name: /Hand on 2/ })).toHaveProperty('disabled', true);
    await user.keyboard('{Enter}');
    expect(went).toEqual([]);
    later.next(found([hit(7)]));
    await screen.findByText('Supplier 7 Ltd');
    expect(went).toEqual([['/document', 7]]);
    expect(within(form).getByRole('button', { name: /Hand on 1/ })).toHaveProperty('disabled', false);
  });

  it('says why it cannot look, and leaves what was found before unmoved', async () => {
    const { field, user, went } = await open((_params, { q }) =>
      q === '' ? of(found([hit(1)])) : throwError(() => new ApiError('unreachable', 'The server does not answer.')),
    );
    await screen.findByText('1 document');
    await user.type(field, 'coal{Enter}{Enter}');
    expect(await screen.findByText('The server does not answer.')).toBeTruthy();
    expect(went).toEqual([]);
  });
});
