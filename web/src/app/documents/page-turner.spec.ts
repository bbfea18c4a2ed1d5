import '@angular/compiler';
import { signal } from '@angular/core';
import type { DocumentView, PageView } from '@umber/contract/documents';
import { PageTurner } from './page-turner';

const document = (id: number, ...numbers: number[]) =>
  ({ id, pages: numbers.map((number) => ({ number }) as PageView) }) as unknown as DocumentView;

describe('the page that is shown', () => {
  it('is the first, and is turned within the document only', () => {
    const turner = new PageTurner(signal(document(7, 3, 4, 6)));
    expect([turner.count(), turner.place(), turner.page()?.number]).toEqual([3, 0, 3]);
    turner.turn(-1);
    expect(turner.page()?.number).toBe(3);
    turner.turn(1);
    turner.turn(1);
    turner.turn(1);
    expect([turner.place(), turner.page()?.number]).toEqual([2, 6]);
    turner.show(4);
    expect(turner.place()).toBe(1);
  });

  it('stays while the document changes, and begins anew with the next one, though its pages have the same numbers', () => {
    const open = signal(document(7, 1, 2));
    const turner = new PageTurner(open);
    turner.turn(1);
    open.set(document(7, 1, 2));
    expect(turner.place()).toBe(1);
    open.set(document(8, 1, 2));
    expect(turner.place()).toBe(0);
  });

  it('is none where the file has no page to show', () => {
    const turner = new PageTurner(signal(document(7)));
    expect([turner.page(), turner.count()]).toEqual([null, 0]);
  });

  it('is turned by the same keys everywhere, also held', () => {
    const turner = new PageTurner(signal(document(7, 1, 2)));
    expect(turner.binding).toMatchObject({ keys: 'PageDown PageUp', repeats: true });
    turner.binding.run({ key: 'PageDown' } as KeyboardEvent);
    expect(turner.place()).toBe(1);
    turner.binding.run({ key: 'PageUp' } as KeyboardEvent);
    expect(turner.place()).toBe(0);
  });
});
