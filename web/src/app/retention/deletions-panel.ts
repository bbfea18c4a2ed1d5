import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { addressOf } from '@umber/contract/endpoints';
import type { DeletionPage, DeletionView, RetentionView } from '@umber/contract/retention';
import { EMPTY, type Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { dayOf, fullDay } from '../dates/day';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { counted } from '../words/counted';
import { OriginalsList } from './originals-list';
import { deletionText, KEPT_KIND_NAMES } from './words';

/** Deletions that were asked for: the list of each, the second person's answer, and the record of what went. */
@Component({
  selector: 'umber-deletions-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingLine, OriginalsList, ReactiveFormsModule],
  template: `
    <h2>Deletions</h2>
    @for (one of view().deletions; track one.id) {
      <article [class.open]="chosen() === one.id" [attr.aria-label]="'Deletion ' + one.id">
        <div class="row">
          <button type="button" class="word-button" [attr.aria-expanded]="chosen() === one.id" (click)="choose(one)">
            No. {{ one.id }}
          </button>
          <span class="what"
            >{{ whatText(one) }} · asked by {{ one.askedBy }} on {{ day(one.askedAt) }}: “{{ one.reason }}”
            <span [class.ask]="one.state === 'asked' || one.fault !== null">· {{ stateText(one) }}</span></span
          >
          @if (one.state === 'done') {
            <a class="plain-button" [href]="recordOf(one.id)" download>Save the record</a>
          }
        </div>
        @if (one.fault !== null) {
          <p class="ask">It does not go on, and is tried again every minute: {{ one.fault }}</p>
        }
        @if (chosen() === one.id) {
          <umber-loading-line [of]="page()" />
          @if (shown(); as open) {
            <umber-originals-list [originals]="open.listed" [isCut]="open.isCut" label="Originals of this deletion" />
            @if (open.state === 'asked') {
              @if (mayAgree() && !open.isMine) {
                <p>
                  These {{ originalsText(open.originals) }} will be gone for good: files and mails as they came, pages, what was read.
                  Values, trail and journal entries stay.
                  @if (view().set; as last) {
                    For how long they are kept was set last by {{ last.by }} on {{ day(last.at) }}.
                  }
                </p>
              } @else if (open.isMine) {
                <p class="quiet">You asked for it, so a controller other than you decides.</p>
              }
              <form class="row" [formGroup]="form" (ngSubmit)="leave(open)">
                @if (mayAgree() && !open.isMine) {
                  <button class="plain-button main" type="button" [disabled]="busy()" (click)="agree(open)">
                    Delete {{ originalsText(open.originals) }} for good
                  </button>
                }
                @if (mayAsk()) {
                  <input
                    class="field wide"
                    formControlName="reason"
                    aria-label="Why they stay"
                    [placeholder]="open.isMine ? 'Why you take it back' : 'Why they stay'"
                    maxlength="500"
                  />
                  <button class="plain-button" type="submit" [disabled]="busy()">{{ open.isMine ? 'Take it back' : 'Leave them' }}</button>
                }
              </form>
            }
          }
        }
      </article>
    } @empty {
      <p class="quiet">Nothing was ever asked to be deleted.</p>
    }
    @if (fault(); as text) {
      <p class="error" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 30px;
    }
    h2 {
      margin-bottom: 6px;
    }
    article {
      padding: 8px 0;
      border-bottom: 1px solid var(--rule);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 8px 12px;
    }
    .what {
      flex: 1 1 300px;
      overflow-wrap: anywhere;
    }
    form.row {
      align-items: center;
      margin-block: 10px;
    }
    .wide {
      flex: 1 1 200px;
    }
    p {
      margin: 8px 0;
    }
  `,
})
export class DeletionsPanel {
  readonly #api = inject(Api);
  readonly view = input.required<RetentionView>();
  readonly mayAsk = input.required<boolean>();
  readonly mayAgree = input.required<boolean>();
  /** Which one is shown whole. */
  readonly chosen = signal<number | null>(null);
  /** Something was answered. */
  readonly changed = output();

  readonly #wish = computed(() => ({ id: this.chosen(), of: this.view() }));
  protected readonly page = loaded(toObservable(this.#wish), ({ id }) => (id === null ? EMPTY : this.#api.call('deletion', { id })));
  /** The chosen one, not the one before while it loads. */
  protected readonly shown = computed(() => {
    const { value, of } = this.page();
    return of?.id === this.chosen() ? value : null;
  });
  protected readonly form = new FormGroup({ reason: new FormControl('', { nonNullable: true }) });
  protected readonly busy = signal(false);
  protected readonly fault = signal<string | null>(null);
  protected readonly day = dayOf;
  protected readonly stateText = deletionText;
  protected readonly originalsText = (n: number): string => counted(n, 'original');
  protected readonly recordOf = (id: number): string => addressOf('deletionRecord', { id });
  protected readonly whatText = ({ originals, documents, until, kinds }: DeletionView): string =>
    `${counted(originals, 'original')} with ${counted(documents, 'document')}, kept until ${fullDay(until)}${kinds.length === 0 ? '' : `, only ${kinds.map((kind) => KEPT_KIND_NAMES[kind].toLowerCase()).join(', ')}`}`;

  protected choose({ id }: DeletionView): void {
    this.chosen.update((open) => (open === id ? null : id));
    this.form.reset();
    this.fault.set(null);
  }
  protected agree({ id, originals }: DeletionPage): void {
    this.#do(this.#api.call('agreeDeletion', { id }, { originals }));
  }
  protected leave({ id }: DeletionPage): void {
    if (this.mayAsk()) this.#do(this.#api.call('refuseDeletion', { id }, { reason: this.form.getRawValue().reason }));
  }

  #do(request: Observable<DeletionPage>): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.fault.set(null);
    request.subscribe({
      next: () => {
        this.busy.set(false);
        this.form.reset();
        this.changed.emit();
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
        this.changed.emit();
      },
    });
  }
}
