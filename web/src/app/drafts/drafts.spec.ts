import '@angular/compiler';
import { Injector, runInInjectionContext, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { Drafts } from './drafts';

const kept = new Map<string, string>();
const person = signal<{ id: number } | null>({ id: 1 });
const opened = () =>
  runInInjectionContext(Injector.create({ providers: [{ provide: Store, useValue: { selectSignal: () => person } }] }), () => new Drafts());

beforeEach(() => {
  kept.clear();
  person.set({ id: 1 });
  (globalThis as { sessionStorage?: unknown }).sessionStorage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => kept.set(key, text),
  };
});
afterEach(() => delete (globalThis as { sessionStorage?: unknown }).sessionStorage);

describe('what was typed and is not saved', () => {
  it('is kept by what it is for, also where it was cleared, until it is dropped', () => {
    const drafts = opened();
    drafts.keep('document/7/fields/dueDate', '24.12.2026');
    drafts.keep('document/7/lines/0/unit', '');
    expect(drafts.of('document/7/fields/dueDate')).toBe('24.12.2026');
    expect(drafts.of('document/7/lines/0/unit')).toBe('');
    expect(drafts.under('document/7/lines/')).toEqual(['document/7/lines/0/unit']);
    drafts.drop('document/7/fields/dueDate');
    expect(drafts.of('document/7/fields/dueDate')).toBeNull();
  });

  it('outlives a reload, and is one person’s own', () => {
    opened().keep('document/7/fields/dueDate', '24.12.2026');
    const again = opened();
    expect(again.of('document/7/fields/dueDate')).toBe('24.12.2026');
    person.set({ id: 2 });
    expect(again.of('document/7/fields/dueDate')).toBeNull();
    expect(again.under('document/')).toEqual([]);
  });

  it('is kept until the reload where the browser keeps nothing, and nothing where there is no purpose', () => {
    (globalThis as { sessionStorage?: unknown }).sessionStorage = {
      getItem: () => 'no JSON',
      setItem: () => {
        throw new Error('full');
      },
    };
    const drafts = opened();
    drafts.keep('a', 'b');
    drafts.keep(undefined, 'c');
    expect([drafts.of('a'), drafts.of(undefined)]).toEqual(['b', null]);
  });
});
