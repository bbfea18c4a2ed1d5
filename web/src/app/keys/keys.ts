import { ApplicationRef, computed, DestroyRef, inject, Injectable, signal } from '@angular/core';

/** One key of a screen: what it does, in words for the list that `?` shows. */
export interface KeyBinding {
  /** As KeyboardEvent.key; several separated by a space. */
  readonly keys: string;
  readonly does: string;
  /** Also while typing in a field. */
  readonly whileTyping?: boolean;
  /** Whether a held key goes on, as for moving. Whatever settles, opens or sends counts once. */
  readonly repeats?: boolean;
  readonly run: (event: KeyboardEvent) => void;
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
const isPressable = (target: EventTarget | null): boolean => target instanceof HTMLElement && /^(BUTTON|A|SUMMARY)$/.test(target.tagName);

/** A letter, digit or sign, as against Enter, the space and the arrows. */
const isCharacter = (key: string): boolean => key.length === 1 && key !== ' ';

/** The key as it would be without Caps Lock. */
function keyOf(event: KeyboardEvent): string {
  const { key } = event;
  if (key.length !== 1 || !event.getModifierState('CapsLock')) return key;
  return key === key.toLowerCase() ? key.toUpperCase() : key.toLowerCase();
}

const LETTERS = 'umber-letters';
const OWN = 'umber-own-keys';
/** By the key that something is for, the one that a person chose. */
type OwnKeys = Readonly<Record<string, string>>;

function storedOwn(): OwnKeys {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(OWN) ?? '{}');
    return stored !== null && typeof stored === 'object' ? (stored as OwnKeys) : {};
  } catch {
    return {};
  }
}

/** How letters work as keys. */
export type Letters = 'work' | 'with-alt' | 'rest';

function storedLetters(): Letters {
  const stored = localStorage.getItem(LETTERS);
  return stored === 'with-alt' || stored === 'rest' ? stored : 'work';
}

/** Stops the repetitions of a held Enter (a new line in a text apart), and of a held space on what it would press. */
function dropHeld(event: KeyboardEvent): void {
  if (!event.repeat) return;
  const newLine = event.shiftKey && event.target instanceof HTMLElement && event.target.tagName === 'TEXTAREA';
  if ((event.key === 'Enter' && !newLine) || (event.key === ' ' && isPressable(event.target))) {
    event.preventDefault();
    event.stopImmediatePropagation();
  }
}

/** The keys of the screen that is open. A screen sets its own; they go when it closes. */
@Injectable({ providedIn: 'root' })
export class Keys {
  readonly #app = inject(ApplicationRef);
  readonly #screen = signal<readonly KeyBinding[]>([]);
  readonly #beside = signal<readonly KeyBinding[]>([]);
  /** All keys that do something now; the screen's first. */
  readonly bindings = computed(() => [...this.#screen(), ...this.#beside()]);
  /** The list of keys is open. */
  readonly shown = signal(false);
  /** Whether letters, digits and signs do something by themselves, only with Alt held, or nothing: for those who dictate or whose hands tremble. */
  readonly letters = signal(storedLetters());
  /** Characters for which a person chose another one. */
  readonly #own = signal(storedOwn());

  constructor() {
    // Before any element sees it: a held Enter neither presses a button again nor sends a form again.
    document.addEventListener('keydown', (event) => dropHeld(event), { capture: true });
    document.addEventListener('keydown', (event) => this.#pressed(event));
  }

  /** Adds keys beside those of the screen, for as long as a component lives. Call where inject() may be called. */
  useBeside(bindings: readonly KeyBinding[]): void {
    this.#beside.update((all) => [...all, ...bindings]);
    inject(DestroyRef).onDestroy(() => this.#beside.update((all) => all.filter((one) => !bindings.includes(one))));
  }

  /** Sets the keys of a component for as long as it lives. Call where inject() may be called. */
  use(bindings: readonly KeyBinding[]): void {
    this.#screen.set(bindings);
    inject(DestroyRef).onDestroy(() => {
      if (this.#screen() === bindings) this.#screen.set([]);
    });
  }

  /** The key that a person has chosen for what `key` is for, where it is a character; `key` itself where they chose none. */
  chosenFor(key: string): string {
    return this.#own()[key] ?? key;
  }

  /** Gives what `key` is for another key. What that was for takes the place that becomes free: none is lost, none has two meanings. */
  choose(key: string, chosen: string): void {
    const other = this.#meaningOf(chosen);
    const own = { ...this.#own(), [key]: chosen, [other]: this.chosenFor(key) };
    this.#keepOwn(Object.fromEntries(Object.entries(own).filter(([of, at]) => of !== at)));
  }

  /** All keys as they came. */
  chooseNone(): void {
    this.#keepOwn({});
  }

  readonly hasChosen = computed(() => Object.keys(this.#own()).length > 0);

  #keepOwn(own: OwnKeys): void {
    this.#own.set(own);
    localStorage.setItem(OWN, JSON.stringify(own));
  }

  /** The key whose meaning a pressed one has. */
  #meaningOf(pressed: string): string {
    return Object.entries(this.#own()).find(([, chosen]) => chosen === pressed)?.[0] ?? pressed;
  }

  /** Kept in this browser. */
  setLetters(letters: Letters): void {
    this.letters.set(letters);
    localStorage.setItem(LETTERS, letters);
  }

  #pressed(event: KeyboardEvent): void {
    if (event.defaultPrevented || (event.altKey && this.letters() !== 'with-alt')) return;
    const withControl = event.ctrlKey || event.metaKey;
    const typed = keyOf(event);
    const pressed = withControl ? `Control+${typed.toLowerCase()}` : isCharacter(typed) ? this.#meaningOf(typed) : typed;
    if (!withControl && isCharacter(pressed) && (this.letters() === 'rest' || (this.letters() === 'with-alt') !== event.altKey)) return;
    const typing = isTyping(event.target);
    if (pressed === '?' && !typing) {
      if (!event.repeat) this.shown.update((shown) => !shown);
      event.preventDefault();
      return;
    }
    if (this.shown()) {
      if (event.key === 'Escape') this.shown.set(false);
      return;
    }
    if (document.querySelector('.cdk-overlay-container .cdk-overlay-pane')) return;
    // Enter and space on a focused button are the button's.
    if ((event.key === 'Enter' || event.key === ' ') && isPressable(event.target)) return;
    const binding = this.bindings().find(
      (one) =>
        (one.whileTyping || !typing) &&
        one.keys
          .split(' ')
          .map((key) => (key === 'Space' ? ' ' : key))
          .includes(pressed),
    );
    if (!binding) return;
    event.preventDefault();
    if (event.repeat && !binding.repeats) return;
    binding.run(event);
    // Drawn before the next key comes: what this one opens takes the letters that are typed right after it.
    this.#app.tick();
  }
}
