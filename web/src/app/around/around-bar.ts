import { KeyHint } from '../keys/key-hint';
import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { formatName } from '@umber/contract/e-invoices';
import { mayIn, stageOf } from '@umber/core/documents';
import { may } from '@umber/core/permissions';
import type { DocumentView } from '@umber/contract/documents';
import { Store } from '@ngrx/store';
import { dayText, todayIso } from '../dates/day';
import { Keys } from '../keys/keys';
import { sessionFeature } from '../people/session.state';
import { CodingDialogs } from '../coding/coding-dialog';
import { Around } from './around-dialog';
import { Holding } from './holding';

/** What is to be known around a document before one works on it: who has it, whom it is for, what was noted. Nothing where there is nothing. */
@Component({
  selector: 'umber-around-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, DatePipe, RouterLink],
  template: `
    @if (holding.holder(); as holder) {
      <p class="held" role="status">
        <b>{{ holder.name }}</b> has it since {{ holder.since | date: 'HH:mm' }}.
        @if (mayWork()) {
          <button class="plain-button" type="button" (click)="holding.takeOver()">Take over <kbd>K</kbd></button>
        }
      </p>
    } @else if (holding.others().length > 0) {
      <p class="quiet">{{ names() }} {{ holding.others().length === 1 ? 'is' : 'are' }} here too.</p>
    }
    @if (document().handed; as handed) {
      <p>
        Handed to <b>{{ handed.toId === person()?.id ? 'you' : handed.to }}</b>{{ handed.by ? ' by ' + handed.by : '' }}.
      </p>
    }
    @if (document().restsUntil; as day) {
      <p>
        Rests until <b>{{ dayOf(day) }}</b>.
      </p>
    }
    @if (document().notes[0]; as note) {
      <button class="note" type="button" (click)="open()">
        <b>{{ note.by }}:</b> {{ note.text }}
        @if (document().notes.length > 1) {
          <span class="quiet">and {{ document().notes.length - 1 }} more</span>
        }
      </button>
    }
    @if (document().eInvoice; as data) {
      <p>
        {{
          data.isMade
            ? 'An electronic invoice without a page: this one was made of its data'
            : 'Its page holds the data of an electronic invoice'
        }}
        ({{ format(data) }}). <a [routerLink]="['/document', document().id, 'data']">Its data and rules</a>
      </p>
    }
    @for (tag of document().tags; track tag) {
      <span class="tag">{{ tag }}</span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 18px;
      padding: 0 20px;
      background: #ece3d4;
      font-size: 13.5px;
    }
    p {
      margin: 6px 0;
    }
    .held {
      color: #7a3a05;
    }
    .held .plain-button {
      min-height: 28px;
      margin-left: 8px;
      font-size: 13.5px;
    }
    .note {
      max-width: 640px;
      padding: 5px 0;
      overflow: hidden;
      border: 0;
      background: none;
      color: var(--ink);
      font: inherit;
      text-align: left;
      text-overflow: ellipsis;
      white-space: nowrap;
      cursor: pointer;
    }
    .tag {
      margin: 4px 0;
      padding: 1px 10px;
      border: 1px solid #cdbfa9;
      border-radius: 10px;
      background: var(--sheet);
      font-weight: 600;
      font-size: 12.5px;
    }
  `,
})
export class AroundBar {
  readonly document = input.required<DocumentView>();
  protected readonly format = formatName;
  protected readonly holding = inject(Holding);
  readonly #around = inject(Around);
  protected readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #coding = inject(CodingDialogs);
  /** At Match the screen itself shows it. */
  readonly #mayCode = computed(
    () => may(this.person()?.role ?? 'auditor', 'match') && this.document().tray !== 'match' && mayIn('code', this.document().tray),
  );
  readonly #mayNote = computed(() => may(this.person()?.role ?? 'auditor', 'note'));
  protected readonly mayWork = computed(() => this.#mayNote() && mayIn('park', this.document().tray));
  protected readonly names = computed(() =>
    this.holding
      .others()
      .map(({ name }) => name)
      .join(' and '),
  );
  readonly #documentId = computed(() => this.document().id);
  readonly #isOpen = computed(() => stageOf(this.document().tray) === 'open');

  constructor() {
    effect(() => {
      if (this.#isOpen()) this.holding.open(this.#documentId());
      else this.holding.leave();
    });
    inject(DestroyRef).onDestroy(() => this.holding.leave());
    inject(Keys).useBeside([
      { keys: 'c', does: 'what its lines are coded to', run: () => this.#mayCode() && this.#coding.open() },
      { keys: 'h', does: 'notes, tags, hand to a colleague, letter', run: () => this.open() },
      {
        keys: 'k',
        does: 'take the document over from who has it',
        run: () => this.holding.holder() && this.mayWork() && this.holding.takeOver(),
      },
    ]);
  }

  protected readonly dayOf = (day: string): string => dayText(day, todayIso());

  protected open(): void {
    this.#around.open(this.document());
  }
}
