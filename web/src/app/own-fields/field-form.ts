import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { OwnField, OwnMatch, OwnType } from '@umber/core/documents';
import type { OwnFieldWish } from '@umber/contract/own-fields';
import { MATCH_WORDS, TYPE_WORDS } from './words';

const NEW: OwnFieldWish = {
  name: '',
  level: 'head',
  type: 'text',
  required: false,
  labels: [],
  choices: [],
  pattern: '',
  least: null,
  most: null,
  matches: null,
};
const BOUNDED: ReadonlySet<OwnType> = new Set(['number', 'amount', 'date']);

/** Adds a field, or changes one; what it holds and where it stands is said once. */
@Component({
  selector: 'umber-field-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
  template: `
    <form #form="ngForm" (ngSubmit)="give()">
      <h2>{{ field() ? 'Change ' + field()!.name : 'A new field' }}</h2>
      <div class="grid">
        <label for="own-name">Name</label>
        <input id="own-name" #first class="field" maxlength="60" [value]="wish().name" (input)="set({ name: text($event) })" />
        <label for="own-level">Stands in</label>
        @if (field()) {
          <span class="fixed">{{ wish().level === 'head' ? 'the head' : 'every line' }}, {{ types[wish().type] }}</span>
        } @else {
          <span class="both">
            <select id="own-level" class="field" (change)="set({ level: $any(text($event)), matches: null })">
              <option value="head" [selected]="wish().level === 'head'">the head</option>
              <option value="line" [selected]="wish().level === 'line'">every line</option>
            </select>
            and holds
            <select class="field" aria-label="What it holds" (change)="set({ type: $any(text($event)) })">
              @for (type of allTypes; track type[0]) {
                <option [value]="type[0]" [selected]="type[0] === wish().type">{{ type[1] }}</option>
              }
            </select>
          </span>
        }
        <label for="own-labels">Printed as</label>
        <div>
          <input
            id="own-labels"
            class="field wide"
            [value]="wish().labels.join('; ')"
            (change)="set({ labels: parts($event) })"
            placeholder="Job no; Project; Projekt"
          />
          <p class="quiet">
            Words beside it on the pages{{ wish().level === 'line' ? ', or over its column' : '' }}, parted by semicolons. What clerks point
            at is learned besides.
          </p>
        </div>
        @if (wish().type === 'choice') {
          <label for="own-choices">One of</label>
          <input
            id="own-choices"
            class="field wide"
            [value]="wish().choices.join('; ')"
            (change)="set({ choices: parts($event) })"
            placeholder="North yard; South yard"
          />
        }
        @if (wish().type === 'text') {
          <label for="own-pattern">Looks like</label>
          <div>
            <input
              id="own-pattern"
              class="field digits"
              placeholder="anything"
              [value]="wish().pattern"
              (input)="set({ pattern: text($event) })"
            />
            <p class="quiet">9 a digit · A a capital · a a small letter · ? one sign · * any signs</p>
          </div>
        }
        @if (isBounded()) {
          <label for="own-least">Between</label>
          <span class="both">
            <input
              id="own-least"
              class="field digits"
              placeholder="any"
              [value]="wish().least ?? ''"
              (input)="set({ least: text($event) || null })"
            />
            and
            <input
              class="field digits"
              aria-label="The most that it may be"
              placeholder="any"
              [value]="wish().most ?? ''"
              (input)="set({ most: text($event) || null })"
            />
          </span>
        }
        <span class="lead"></span>
        <label class="check">
          <input type="checkbox" [checked]="wish().required" (change)="set({ required: $any($event.target).checked })" />
          An invoice must have it
        </label>
        @if (wish().level === 'head') {
          <label for="own-matches">Matched</label>
          <select id="own-matches" class="field" (change)="set({ matches: $any(text($event) || null) })">
            <option value="" [selected]="wish().matches === null">with nothing</option>
            @for (match of matches; track match[0]) {
              <option [value]="match[0]" [selected]="match[0] === wish().matches">{{ match[1] }}</option>
            }
          </select>
        }
      </div>
      @if (fault(); as said) {
        <p class="ask" role="alert">{{ said }}</p>
      }
      <p class="acts">
        @if (field()) {
          <button type="button" class="plain-button" [disabled]="busy()" (click)="removed.emit()">Take it away</button>
        }
        <span class="gap"></span>
        <button type="button" class="plain-button" (click)="left.emit()">Leave it <kbd>Esc</kbd></button>
        <button type="submit" class="plain-button main" [disabled]="busy()">
          {{ field() ? 'Save' : 'Add the field' }} <kbd>Enter</kbd>
        </button>
      </p>
    </form>
  `,
  styles: `
    :host {
      display: block;
      margin: 12px 0 20px;
      padding: 14px 18px;
      border: 1px solid var(--rule);
      border-radius: 8px;
      background: var(--sheet);
    }
    h2 {
      margin: 0 0 10px;
      font-size: 17px;
    }
    .grid {
      display: grid;
      grid-template-columns: 96px minmax(0, 1fr);
      gap: 9px 14px;
      align-items: center;
    }
    .grid > label:not(.check) {
      align-self: start;
      padding-top: 7px;
      color: var(--quiet);
      text-align: right;
    }
    .field {
      max-width: 100%;
    }
    #own-name {
      width: min(320px, 100%);
    }
    select.field {
      justify-self: start;
    }
    .wide {
      width: min(520px, 100%);
    }
    .both {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    .check {
      display: flex;
      gap: 9px;
      align-items: center;
      min-height: 30px;
    }
    p {
      margin: 3px 0 0;
      font-size: 13.5px;
    }
    .ask {
      color: var(--ask);
      font-size: 15px;
    }
    .acts {
      display: flex;
      gap: 8px;
      margin-top: 14px;
    }
    .gap {
      flex: 1;
    }
    @media (width < 640px) {
      .grid {
        grid-template-columns: minmax(0, 1fr);
      }
      .grid > label:not(.check) {
        padding: 0;
        text-align: left;
      }
    }
  `,
})
export class FieldForm {
  /** The field that is changed; null: a new one. */
  readonly field = input.required<OwnField | null>();
  readonly busy = input(false);
  /** Why it could not be saved. */
  readonly fault = input('');
  readonly wished = output<OwnFieldWish>();
  readonly removed = output<void>();
  readonly left = output<void>();
  protected readonly wish = linkedSignal<OwnFieldWish>(() => {
    const { key: _key, ...known } = this.field() ?? { ...NEW, key: '' };
    return known;
  });
  protected readonly isBounded = computed(() => BOUNDED.has(this.wish().type));
  protected readonly types = TYPE_WORDS;
  protected readonly allTypes = Object.entries(TYPE_WORDS) as [OwnType, string][];
  protected readonly matches = Object.entries(MATCH_WORDS) as [OwnMatch, string][];
  protected readonly first = viewChild<ElementRef<HTMLInputElement>>('first');

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef);
    afterNextRender(() => {
      host.nativeElement.scrollIntoView({ block: 'nearest' });
      this.first()?.nativeElement.focus();
    });
  }

  protected readonly text = (event: Event): string => (event.target as HTMLInputElement | HTMLSelectElement).value;
  protected readonly parts = (event: Event): string[] => [
    ...new Set(
      this.text(event)
        .split(';')
        .map((part) => part.trim())
        .filter((part) => part !== ''),
    ),
  ];

  protected set(change: Partial<OwnFieldWish>): void {
    this.wish.update((wish) => ({ ...wish, ...change }));
  }

  protected give(): void {
    // What one type has is nothing to another.
    const wish = this.wish();
    this.wished.emit({
      ...wish,
      choices: wish.type === 'choice' ? wish.choices : [],
      pattern: wish.type === 'text' ? wish.pattern : '',
      least: this.isBounded() ? wish.least : null,
      most: this.isBounded() ? wish.most : null,
    });
  }
}
