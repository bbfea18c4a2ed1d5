import { A11yModule } from '@angular/cdk/a11y';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Keys, type Letters } from './keys';

/** Keys that a person may change, and to which: letters and signs, without those that mean the same everywhere. */
const CHOOSABLE = /^[a-z.,+\-/]$/;

/** The keys of the open screen, over everything until `?` or Escape. */
@Component({
  selector: 'umber-keys-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [A11yModule],
  host: { '(document:keydown)': 'chosen($event)' },
  template: `
    @if (keys.shown()) {
      <div class="veil" (click)="keys.shown.set(false)">
        <section
          role="dialog"
          aria-modal="true"
          aria-label="Keys of this screen"
          tabindex="0"
          cdkTrapFocus
          cdkTrapFocusAutoCapture
          (click)="$event.stopPropagation()"
        >
          <div class="head">
            <h2>Keys of this screen</h2>
            <button class="plain-button" type="button" (click)="keys.shown.set(false)">Close <kbd>Esc</kbd></button>
          </div>
          <dl>
            @for (binding of keys.bindings(); track binding.keys) {
              <dt>
                @for (key of binding.keys.split(' '); track key) {
                  @if (isLetter(key)) {
                    <button
                      type="button"
                      class="letter"
                      [class.waits]="waiting() === key"
                      [attr.aria-label]="'Another key than ' + name(keys.chosenFor(key)) + ' for: ' + binding.does"
                      title="Choose another key"
                      (click)="waiting.set(waiting() === key ? null : key)"
                    >
                      {{ waiting() === key ? 'press' : name(keys.chosenFor(key)) }}
                    </button>
                  } @else {
                    <kbd>{{ name(key) }}</kbd>
                  }
                }
              </dt>
              <dd>{{ binding.does }}</dd>
            }
            <dt><kbd>?</kbd></dt>
            <dd>this list</dd>
          </dl>
          <p class="quiet" role="status">
            {{
              waiting() ? 'Press the letter or sign that it shall be; Esc or another click leaves it.' : 'Click a letter to choose another.'
            }}
            @if (keys.hasChosen()) {
              <button class="plain-button" type="button" (click)="keys.chooseNone()">As they came</button>
            }
          </p>
          <label>
            Letters, digits and signs
            <select class="field" #letters (change)="keys.setLetters(asLetters(letters.value))">
              @for (way of ways; track way.letters) {
                <option [value]="way.letters" [selected]="way.letters === keys.letters()">{{ way.text }}</option>
              }
            </select>
          </label>
        </section>
      </div>
    }
  `,
  styles: `
    .veil {
      position: fixed;
      inset: 0;
      z-index: 50;
      display: grid;
      place-content: center;
      background: rgb(36 27 20 / 45%);
    }
    section {
      width: 430px;
      max-height: 80vh;
      overflow: auto;
      padding: 22px 26px;
      border-radius: 8px;
      background: var(--sheet);
      box-shadow: 0 12px 40px rgb(36 27 20 / 30%);
    }
    .head {
      display: flex;
      justify-content: space-between;
      align-items: center;
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 9px 18px;
      margin: 14px 0 0;
    }
    dt {
      display: flex;
      gap: 4px;
      justify-content: end;
      align-items: start;
    }
    dd {
      margin: 0;
    }
    .letter {
      min-width: 24px;
      min-height: 24px;
      padding: 0 6px;
      border: 1px solid currentcolor;
      border-radius: 4px;
      background: none;
      color: var(--ink);
      font: 600 12px/18px var(--digits);
      cursor: pointer;
    }
    .letter.waits {
      background: var(--ask-tint);
      color: var(--ask);
    }
    label {
      display: flex;
      gap: 8px;
      align-items: center;
      margin-top: 16px;
      padding-top: 12px;
      border-top: 1px solid var(--rule);
    }
  `,
})
export class KeysList {
  protected readonly keys = inject(Keys);
  /** The key that is to be another. */
  protected readonly waiting = signal<string | null>(null);
  protected readonly isLetter = (key: string): boolean => CHOOSABLE.test(key);
  protected readonly ways: readonly { letters: Letters; text: string }[] = [
    { letters: 'work', text: 'work as keys' },
    { letters: 'with-alt', text: 'work with Alt held' },
    { letters: 'rest', text: 'do nothing' },
  ];
  protected readonly asLetters = (value: string): Letters => value as Letters;
  /** While a key is waited for, the next letter or sign becomes it. */
  protected chosen(event: KeyboardEvent): void {
    const waiting = this.waiting();
    if (waiting === null || event.ctrlKey || event.metaKey || event.altKey) return;
    const key = event.key.toLowerCase();
    if (event.key === 'Escape' || CHOOSABLE.test(key)) {
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.key !== 'Escape') this.keys.choose(waiting, key);
      this.waiting.set(null);
    }
  }

  protected readonly name = (key: string): string =>
    ({ ArrowDown: '↓', ArrowUp: '↑', ArrowLeft: '←', ArrowRight: '→', Escape: 'Esc', PageDown: 'PgDn', PageUp: 'PgUp' })[key] ??
    (key.length === 1 ? key.toUpperCase() : key);
}
