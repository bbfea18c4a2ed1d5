import '@angular/compiler';
import fc from 'fast-check';
import { ApplicationRef, Injector, runInInjectionContext } from '@angular/core';
import { Keys, type KeyBinding } from './keys';

/** An element as far as keys ask: its name. */
class Element {
  isContentEditable = false;
  constructor(readonly tagName: string) {}
}
const stage = globalThis as { document?: unknown; HTMLElement?: unknown; localStorage?: unknown };

let listener: (event: object) => void = () => undefined;
let before: (event: object) => void = () => undefined;
let dialog: object | null = null;

beforeEach(() => {
  dialog = null;
  drawn = [];
  const kept = new Map<string, string>();
  stage.localStorage = {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => kept.set(name, value),
    removeItem: (name: string) => kept.delete(name),
  };
  stage.HTMLElement = Element;
  stage.document = {
    addEventListener: (_name: string, of: typeof listener, options?: object) => (options ? (before = of) : (listener = of)),
    querySelector: () => dialog,
  };
});
afterEach(() => {
  delete stage.HTMLElement;
  delete stage.document;
  delete stage.localStorage;
});

const press = (key: string, more: object = {}) => {
  let [prevented, stopped] = [false, false];
  const stop = () => (stopped = true);
  const getModifierState = () => false;
  const event = {
    key,
    target: new Element('BODY'),
    altKey: false,
    getModifierState,
    preventDefault: () => (prevented = true),
    stopImmediatePropagation: stop,
    ...more,
  };
  before(event);
  if (!stopped) listener(event);
  return prevented;
};

let drawn: string[] = [];
const newKeys = () => {
  const app = { tick: () => void drawn.push('drawn') };
  return runInInjectionContext(Injector.create({ providers: [{ provide: ApplicationRef, useValue: app }] }), () => new Keys());
};

/** The keys of a screen that note what was pressed, and how that screen closes. */
function screen(more: Partial<KeyBinding> = {}) {
  const ran: string[] = [];
  const keys = newKeys();
  const open = (bindings: readonly KeyBinding[]) => {
    const injector = Injector.create({ providers: [] });
    runInInjectionContext(injector, () => keys.use(bindings));
    return () => injector.destroy();
  };
  const binding = (of: string): KeyBinding => ({ keys: of, does: of, run: () => ran.push(of), ...more });
  const close = open([binding('j ArrowDown'), binding('Space'), binding('Enter')]);
  return { keys, ran, open, binding, close };
}

describe('the keys of a screen', () => {
  it('run what they are for, each by any of its names', () => {
    const { ran } = screen();
    expect([press('j'), press('ArrowDown'), press(' '), press('x')]).toEqual([true, true, true, false]);
    expect(ran).toEqual(['j ArrowDown', 'j ArrowDown', 'Space']);
  });

  it('are done when the screen is drawn, before the next key', () => {
    const { keys } = screen();
    runInInjectionContext(Injector.create({ providers: [] }), () => keys.use([{ keys: 'f', does: 'f', run: () => drawn.push('f') }]));
    press('f');
    press('x');
    press('f', { repeat: true });
    press('f');
    expect(drawn).toEqual(['f', 'drawn', 'f', 'drawn']);
  });

  it.each(['INPUT', 'TEXTAREA', 'SELECT'])('are letters while a person types in %s, but for those that say so', (name) => {
    const target = new Element(name);
    const quiet = screen();
    expect(press('j', { target })).toBe(false);
    expect(quiet.ran).toEqual([]);
    const loud = screen({ whileTyping: true });
    expect(press('j', { target })).toBe(true);
    expect(loud.ran).toEqual(['j ArrowDown']);
  });

  it('leave Enter and space to a button that has the focus', () => {
    const { ran } = screen();
    expect([press('Enter', { target: new Element('BUTTON') }), press(' ', { target: new Element('A') })]).toEqual([false, false]);
    expect(ran).toEqual([]);
    expect(press('Enter')).toBe(true);
  });

  it('count once while they are held, but for those that move', () => {
    const { ran } = screen();
    press('j');
    for (let i = 0; i < 5; i++) expect(press('j', { repeat: true })).toBe(true);
    press('Enter');
    for (let i = 0; i < 5; i++) expect(press('Enter', { repeat: true })).toBe(true);
    expect(ran).toEqual(['j ArrowDown', 'Enter']);
    const moving = screen({ repeats: true });
    for (let i = 0; i < 3; i++) press('j', { repeat: i > 0 });
    expect(moving.ran).toHaveLength(3);
  });

  it('do not press a button or send a form again while Enter is held; a text takes new lines', () => {
    screen();
    expect(press('Enter', { repeat: true, target: new Element('BUTTON') })).toBe(true);
    expect(press(' ', { repeat: true, target: new Element('BUTTON') })).toBe(true);
    expect(press('Enter', { repeat: true, target: new Element('INPUT') })).toBe(true);
    expect(press('Enter', { repeat: true, shiftKey: true, target: new Element('TEXTAREA') })).toBe(false);
    expect(press(' ', { repeat: true, target: new Element('INPUT') })).toBe(false);
  });

  it('rest with Ctrl, Alt or the system’s key, under a dialog, and where another took the key', () => {
    const { ran } = screen();
    for (const held of [{ ctrlKey: true }, { altKey: true }, { metaKey: true }, { defaultPrevented: true }]) press('j', held);
    dialog = {};
    press('j');
    expect(ran).toEqual([]);
  });

  it('mean the same with Caps Lock', () => {
    const { ran } = screen();
    const capsLock = { getModifierState: (name: string) => name === 'CapsLock' };
    expect([press('J', capsLock), press('j', capsLock), press('Enter', capsLock)]).toEqual([true, false, true]);
    expect(ran).toEqual(['j ArrowDown', 'Enter']);
  });

  it('may rest where they are letters, digits or signs, or need Alt, and do so after a reload too', () => {
    const { keys, ran } = screen();
    keys.setLetters('rest');
    expect([press('j'), press('?'), press('ArrowDown'), press('Enter'), press(' ')]).toEqual([false, false, true, true, true]);
    expect([ran, keys.shown()]).toEqual([['j ArrowDown', 'Enter', 'Space'], false]);
    keys.setLetters('with-alt');
    expect([press('j'), press('j', { altKey: true }), press('Enter')]).toEqual([false, true, true]);
    keys.setLetters('work');
    expect([press('j'), press('j', { altKey: true })]).toEqual([true, false]);
    keys.setLetters('with-alt');
    expect(newKeys().letters()).toBe('with-alt');
  });

  it('are what a person chose: two change places, none is lost, and it is so after a reload', () => {
    const { keys, binding, ran, open } = screen();
    open([binding('p'), binding('x'), binding('Enter')]);
    keys.choose('p', 'x');
    expect([press('x'), press('p')]).toEqual([true, true]);
    expect(ran).toEqual(['p', 'x']);
    keys.choose('p', 'm');
    expect([press('m'), press('p'), press('x'), press('Enter')]).toEqual([true, true, false, true]);
    expect(ran.slice(2)).toEqual(['p', 'x', 'Enter']);
    expect([keys.chosenFor('p'), keys.chosenFor('x'), keys.chosenFor('Enter'), keys.hasChosen()]).toEqual(['m', 'p', 'Enter', true]);
    expect(newKeys().chosenFor('p')).toBe('m');
  });

  it('have one meaning each, however they were chosen, and are as they came once nothing is chosen', () => {
    const letters = fc.constantFrom(...'abcdefg');
    fc.assert(
      fc.property(fc.array(fc.tuple(letters, letters), { maxLength: 12 }), (choices) => {
        const keys = newKeys();
        for (const [key, chosen] of choices) keys.choose(key, chosen);
        const all = [...'abcdefg'].map((key) => keys.chosenFor(key));
        expect(new Set(all).size).toBe(all.length);
        keys.chooseNone();
        expect(keys.hasChosen()).toBe(false);
      }),
    );
  });

  it('of a part stand beside those of the screen, and go with it', () => {
    const { keys, binding, ran } = screen();
    const beside = [binding('h'), binding('Control+z')];
    const injector = Injector.create({ providers: [] });
    runInInjectionContext(injector, () => keys.useBeside(beside));
    expect([press('h'), press('z', { ctrlKey: true }), press('z')]).toEqual([true, true, false]);
    expect(ran).toEqual(['h', 'Control+z']);
    injector.destroy();
    expect(press('h')).toBe(false);
  });

  it('are listed at ?, and run nothing until the list is closed', () => {
    const { keys, ran } = screen();
    press('?');
    expect(keys.shown()).toBe(true);
    press('j');
    press('Escape');
    expect([keys.shown(), ran]).toEqual([false, []]);
    press('?', { target: new Element('INPUT') });
    expect(keys.shown()).toBe(false);
  });

  it('go when their screen closes, not when the next has its own already', () => {
    const first = screen();
    first.close();
    expect(first.keys.bindings()).toEqual([]);
    const second = screen();
    const own = [second.binding('k')];
    second.open(own);
    second.close();
    expect(second.keys.bindings()).toEqual(own);
  });
});
