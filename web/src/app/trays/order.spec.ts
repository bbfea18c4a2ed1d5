import '@angular/compiler';
import type { TrayRow } from '@umber/contract/trays';
import { beforeInOrder, joined, nextInOrder, placeInOrder } from './order';
import { TrayActions, trayFeature } from './tray.state';

const rows = (...ids: number[]) => ids.map((id) => ({ id }) as TrayRow);

describe('the order that one works in', () => {
  it('leads from one to the next and round', () => {
    const work = { order: [1, 2, 3], rows: rows(1, 2, 3) };
    expect(nextInOrder(work, 1)).toBe(2);
    expect(nextInOrder(work, 3)).toBe(1);
    expect(nextInOrder(work, 99)).toBe(1);
    expect([beforeInOrder(work, 3), beforeInOrder(work, 1), beforeInOrder(work, 99)]).toEqual([2, null, null]);
    expect(beforeInOrder({ order: [1, 2, 3], rows: rows(1, 3) }, 3)).toBe(1);
    expect(nextInOrder({ order: [5], rows: rows(5) }, 5)).toBeNull();
  });

  it('stands still while the tray is sorted anew, passes over what left, and puts what came at its end', () => {
    const now = rows(9, 3, 1, 4);
    const work = { order: joined([1, 2, 3, 4], now), rows: now };
    expect(work.order).toEqual([1, 2, 3, 4, 9]);
    expect(nextInOrder(work, 1)).toBe(3);
    // 2 was settled just now and is in the tray no more: the one after it comes next all the same.
    expect(nextInOrder(work, 2)).toBe(3);
    expect(nextInOrder(work, 4)).toBe(9);
    expect(placeInOrder(work, 3)).toEqual({ place: 2, of: 4 });
    expect(placeInOrder(work, 2)).toBeNull();
  });

  it('is the tray’s own after a reload, the list’s as it was sorted once that is opened, and nobody’s in another tray', () => {
    const after = (state: ReturnType<typeof trayFeature.reducer>, action: Parameters<typeof trayFeature.reducer>[1]) =>
      trayFeature.reducer(state, action);
    let state = after(trayFeature.reducer(undefined, { type: 'begin' }), TrayActions.opened({ tray: 'check' }));
    state = after(state, TrayActions.rowsCame({ tray: 'check', rows: rows(1, 2, 3), total: 3 }));
    expect(state.order).toEqual([1, 2, 3]);
    state = after(state, TrayActions.workBegan({ order: [3, 1, 2] }));
    state = after(state, TrayActions.rowsCame({ tray: 'check', rows: rows(2, 1, 3), total: 3 }));
    expect(state.order).toEqual([3, 1, 2]);
    expect(after(state, TrayActions.opened({ tray: 'match' })).order).toEqual([]);
  });
});
