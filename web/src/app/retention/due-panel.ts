import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import type { DeletionPage, DueDay, RetentionView } from '@umber/contract/retention';
import { KEPT_KINDS, type KeptKind } from '@umber/core/documents';
import { EMPTY } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { fullDay } from '../dates/day';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { counted } from '../words/counted';
import { OriginalsList } from './originals-list';
import { KEPT_KIND_NAMES } from './words';

/** Days that are still to come and are shown; the others are far away. */
const COMING = 6;

/** Until when originals are kept: what may go, what will, and the wish to delete what may. */
@Component({
  selector: 'umber-due-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingLine, OriginalsList, ReactiveFormsModule],
  template: `
    <h2>Kept until</h2>
    <table class="ruled days" aria-label="Until when originals are kept">
      <thead>
        <tr>
          <th>Until the end of</th>
          <th class="number">Originals</th>
          <th class="number">Documents</th>
          <th class="number">On hold</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        @for (one of days(); track one.until) {
          <tr [class.open]="chosen() === one.until">
            <td>
              <button type="button" class="word-button" [attr.aria-expanded]="chosen() === one.until" (click)="choose(one)">
                {{ day(one.until) }}
              </button>
            </td>
            <td class="number">{{ one.originals.toLocaleString('en') }}</td>
            <td class="number">{{ one.documents.toLocaleString('en') }}</td>
            <td class="number">{{ one.held === 0 ? '' : one.held.toLocaleString('en') }}</td>
            <td class="state">
              @if (one.isDue && one.held < one.originals) {
                <b>may go</b>
              } @else if (one.isDue) {
                <span class="ask">held</span>
              }
            </td>
          </tr>
        } @empty {
          <tr>
            <td colspan="5" class="quiet">Nothing here is kept for a number of years.</td>
          </tr>
        }
      </tbody>
    </table>
    <p class="quiet">{{ restText() }}</p>
    @if (chosen(); as until) {
      <section [attr.aria-label]="'Kept until ' + day(until)">
        <div class="row">
          <h3>{{ isOver() ? 'Kept until ' + day(until) + ' or earlier' : 'Kept until ' + day(until) + ' or earlier: not over yet' }}</h3>
          <label class="quiet"
            >Only
            <select #only class="field" aria-label="Only of this kind" (change)="kind.set(kindAt(only.selectedIndex))">
              <option [selected]="kind() === ''">all kinds</option>
              @for (one of kinds; track one) {
                <option [selected]="kind() === one">{{ names[one] }}</option>
              }
            </select></label
          >
        </div>
        <umber-loading-line [of]="due()" />
        @if (due().value; as found) {
          <umber-originals-list [originals]="found.documents" [isCut]="found.isCut" label="What is kept until then" />
          @if (mayAsk() && isOver()) {
            @if (found.originals > 0) {
              <form class="row" [formGroup]="form" (ngSubmit)="ask(until)">
                <input
                  class="field wide"
                  formControlName="reason"
                  aria-label="Why they may go"
                  placeholder="Why they may go, such as: their time is over"
                  maxlength="500"
                />
                <button class="plain-button main" type="submit" [disabled]="busy()">
                  Ask to delete {{ originalsText(found.originals) }} …
                </button>
              </form>
              <p class="quiet">Nothing goes before a second person agrees. Values, trail and journal entries stay.</p>
            } @else {
              <p class="quiet">A hold keeps all of it.</p>
            }
          }
        }
      </section>
    }
    @if (fault(); as text) {
      <p class="error" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    h2,
    h3 {
      margin: 0 0 6px;
    }
    h3 {
      flex: 1;
      font: 600 15px/1.4 var(--words);
    }
    section {
      margin-top: 18px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 14px;
      margin-block: 10px;
    }
    .wide {
      flex: 1 1 260px;
    }
    .days .open td {
      background: var(--right-tint);
    }
    .days .word-button {
      margin-left: -4px;
    }
    .state {
      width: 90px;
    }
    p {
      margin: 6px 0;
    }
  `,
})
export class DuePanel {
  readonly #api = inject(Api);
  readonly view = input.required<RetentionView>();
  readonly mayAsk = input.required<boolean>();
  /** A deletion was asked for. */
  readonly asked = output<DeletionPage>();

  protected readonly days = computed(() => {
    const { days } = this.view();
    return [...days.filter(({ isDue }) => isDue), ...days.filter(({ isDue }) => !isDue).slice(0, COMING)];
  });
  protected readonly restText = computed(() => {
    const { days, forEver, atWork } = this.view();
    const later = days.filter(({ isDue }) => !isDue).slice(COMING);
    const parts = [
      ...(later.length === 0
        ? []
        : [
            `${counted(
              later.reduce((sum, { originals }) => sum + originals, 0),
              'original',
            )} for longer`,
          ]),
      ...(forEver === 0 ? [] : [`${counted(forEver, 'original')} for ever`]),
      ...(atWork === 0 ? [] : [`${counted(atWork, 'original')} still being worked with`]),
    ];
    return parts.length === 0 ? '' : `Also ${parts.join(', ')}.`;
  });
  protected readonly chosen = signal<string | null>(null);
  protected readonly isOver = computed(() => (this.chosen() ?? '9') < this.view().today);
  protected readonly kind = signal<KeptKind | ''>('');
  /** What is listed: again, when what is kept has changed. */
  readonly #wish = computed(() => {
    const until = this.chosen();
    return until === null ? null : { until, kind: this.kind(), of: this.view() };
  });
  readonly #found = loaded(toObservable(this.#wish), (wish) =>
    wish === null ? EMPTY : this.#api.call('dueOriginals', {}, { until: wish.until, kind: wish.kind }),
  );
  /** What was found for the day and kind that are chosen: never a list of others while theirs is on its way. */
  protected readonly due = computed(() => {
    const found = this.#found();
    return found.of?.until === this.chosen() && found.of.kind === this.kind() ? found : { ...found, value: null };
  });
  protected readonly form = new FormGroup({ reason: new FormControl('', { nonNullable: true }) });
  protected readonly busy = signal(false);
  protected readonly fault = signal<string | null>(null);
  protected readonly kinds = KEPT_KINDS;
  protected readonly names = KEPT_KIND_NAMES;
  protected readonly day = fullDay;
  protected readonly originalsText = (n: number): string => counted(n, 'original');

  protected choose({ until }: DueDay): void {
    this.chosen.update((open) => (open === until ? null : until));
    this.fault.set(null);
  }
  protected readonly kindAt = (index: number): KeptKind | '' => (index === 0 ? '' : KEPT_KINDS[index - 1]);

  protected ask(until: string): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.fault.set(null);
    const kind = this.kind();
    this.#api.call('askDeletion', {}, { until, kinds: kind === '' ? [] : [kind], reason: this.form.getRawValue().reason }).subscribe({
      next: (page) => {
        this.busy.set(false);
        this.form.reset();
        this.chosen.set(null);
        this.asked.emit(page);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
      },
    });
  }
}
