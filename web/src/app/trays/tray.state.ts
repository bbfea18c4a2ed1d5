import type { Tray } from '@umber/core/documents';
import type { ArrivalRow, LiveNews, TrayCount, TrayRow } from '@umber/contract/trays';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';
import { joined } from './order';
import type { RowSort } from './sort-rows';

export const TrayActions = createActionGroup({
  source: 'Trays',
  events: {
    Opened: props<{ tray: Tray }>(),
    News: props<{ news: readonly LiveNews[] }>(),
    'Counts Asked': emptyProps(),
    'Counts Came': props<{ counts: readonly TrayCount[] }>(),
    'Rows Came': props<{ tray: Tray; rows: readonly TrayRow[]; total: number }>(),
    'Arrivals Came': props<{ arrivals: readonly ArrivalRow[] }>(),
    Failed: props<{ message: string }>(),
    'Row Chosen': props<{ id: number | null }>(),
    /** A document was opened out of the list: the ids as the list shows them. */
    'Work Began': props<{ order: readonly number[] }>(),
    Sorted: props<{ sort: RowSort }>(),
  },
});

export interface TrayState {
  readonly counts: readonly TrayCount[];
  readonly tray: Tray | null;
  readonly rows: readonly TrayRow[];
  readonly total: number;
  readonly arrivals: readonly ArrivalRow[];
  readonly loading: boolean;
  readonly error: string | null;
  readonly chosen: number | null;
  /** Ids in the order that is worked in: it stands still while rows come and go. */
  readonly order: readonly number[];
  readonly sort: RowSort;
}
const UNSORTED: RowSort = { active: '', direction: '' };
const initial: TrayState = {
  counts: [],
  tray: null,
  rows: [],
  total: 0,
  arrivals: [],
  loading: false,
  error: null,
  chosen: null,
  order: [],
  sort: UNSORTED,
};

export const trayFeature = createFeature({
  name: 'trays',
  reducer: createReducer<TrayState>(
    initial,
    on(TrayActions.opened, (state, { tray }) =>
      state.tray === tray
        ? { ...state, loading: state.rows.length === 0, error: null }
        : { ...state, tray, rows: [], total: 0, loading: true, error: null, chosen: null, order: [], sort: UNSORTED },
    ),
    on(TrayActions.countsCame, (state, { counts }) => ({ ...state, counts })),
    on(TrayActions.rowsCame, (state, { tray, rows, total }) =>
      state.tray === tray ? { ...state, rows, total, order: joined(state.order, rows), loading: false, error: null } : state,
    ),
    on(TrayActions.arrivalsCame, (state, { arrivals }) => ({ ...state, arrivals })),
    on(TrayActions.failed, (state, { message }) => ({ ...state, loading: false, error: message })),
    on(TrayActions.rowChosen, (state, { id }) => ({ ...state, chosen: id })),
    on(TrayActions.workBegan, (state, { order }) => ({ ...state, order })),
    on(TrayActions.sorted, (state, { sort }) => ({ ...state, sort })),
  ),
});
