import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import type { HoldView, RetentionView } from '@umber/contract/retention';
import type { FoundSupplier } from '@umber/contract/suppliers';
import { catchError, debounceTime, of, switchMap, type Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { dayOf } from '../dates/day';
import { holdText } from './words';

const REST = 200;
/** A supplier as it is chosen by typing: its name, and what tells it from another of that name. */
const chosenText = ({ name, taxId }: FoundSupplier): string => (taxId === null ? name : `${name} · ${taxId}`);

/** What must not go: holds that are on, how they end, and a new one for a supplier, for days, or both. */
@Component({
  selector: 'umber-holds-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <h2>Holds</h2>
    @for (hold of view().holds; track hold.id) {
      <article [attr.aria-label]="'Hold ' + hold.name">
        <b>{{ hold.name }}</b>
        @if (hold.released; as over) {
          <span class="quiet"> ended on {{ day(over.at) }} by {{ over.by }}</span>
        }
        <p>{{ hold.reason }}</p>
        <p class="quiet">{{ what(hold) }} · placed by {{ hold.placedBy }} on {{ day(hold.placedAt) }}</p>
        @if (hold.released === null) {
          @if (hold.release; as asked) {
            <p class="ask">{{ asked.by }} asks for it to end: {{ asked.reason }}</p>
            @if (mayAgree()) {
              <p class="row">
                @if (!asked.isMine) {
                  <button class="plain-button" type="button" [disabled]="busy()" (click)="answer(hold, true)">End it</button>
                }
                <button class="plain-button" type="button" [disabled]="busy()" (click)="answer(hold, false)">It stays</button>
              </p>
            }
            @if (asked.isMine) {
              <p class="quiet">You asked, so a controller other than you decides.</p>
            }
          } @else if (mayPlace()) {
            @if (ends() === hold.id) {
              <form class="row" [formGroup]="ending" (ngSubmit)="askToEnd(hold)">
                <input class="field" formControlName="reason" aria-label="Why it may end" placeholder="Why it may end" maxlength="500" />
                <button class="plain-button" type="submit" [disabled]="busy()">Ask</button>
              </form>
            } @else {
              <button class="word-button" type="button" (click)="open(hold)">Ask for it to end …</button>
            }
          }
        }
      </article>
    } @empty {
      <p class="quiet">Nothing is on hold.</p>
    }
    @if (mayPlace()) {
      @if (places()) {
        <form class="new" [formGroup]="form" (ngSubmit)="place()">
          <label>Name <input class="field" formControlName="name" maxlength="120" placeholder="such as: tax audit 2024" /></label>
          <label>Why <input class="field" formControlName="reason" maxlength="500" /></label>
          <label
            >All of
            <input class="field" formControlName="supplier" list="hold-suppliers" placeholder="every supplier" autocomplete="off" />
          </label>
          <datalist id="hold-suppliers">
            @for (one of suppliers(); track one.id) {
              <option [value]="chosenText(one)"></option>
            }
          </datalist>
          <div class="row">
            <label>From <input class="field" type="date" formControlName="first" /></label>
            <label>To <input class="field" type="date" formControlName="last" /></label>
          </div>
          <p class="quiet">
            Issued, come or posted on these days; what comes later is held too. Single documents are put on hold in the archive.
          </p>
          <button class="plain-button" type="submit" [disabled]="busy()">Place the hold</button>
        </form>
      } @else {
        <button class="plain-button" type="button" (click)="places.set(true)">Place a hold …</button>
      }
    }
    @if (fault(); as text) {
      <p class="error" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    h2 {
      margin-bottom: 6px;
    }
    article {
      padding: 8px 0;
      border-bottom: 1px solid var(--rule);
      overflow-wrap: anywhere;
    }
    p {
      margin: 3px 0;
      font-size: 14px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .row .field {
      flex: 1 1 130px;
      min-width: 0;
    }
    .new {
      display: grid;
      gap: 8px;
      margin-top: 10px;
    }
    label {
      display: grid;
      flex: 1 1 120px;
      gap: 3px;
      font-size: 14px;
    }
    .field {
      width: 100%;
    }
    .plain-button {
      margin-top: 8px;
    }
    .row .plain-button {
      margin-top: 0;
    }
  `,
})
export class HoldsPanel {
  readonly #api = inject(Api);
  readonly view = input.required<RetentionView>();
  readonly mayPlace = input.required<boolean>();
  readonly mayAgree = input.required<boolean>();
  readonly changed = output<RetentionView>();

  protected readonly form = new FormGroup({
    name: new FormControl('', { nonNullable: true }),
    reason: new FormControl('', { nonNullable: true }),
    supplier: new FormControl('', { nonNullable: true }),
    first: new FormControl('', { nonNullable: true }),
    last: new FormControl('', { nonNullable: true }),
  });
  protected readonly ending = new FormGroup({ reason: new FormControl('', { nonNullable: true }) });
  protected readonly places = signal(false);
  protected readonly ends = signal<number | null>(null);
  protected readonly busy = signal(false);
  protected readonly fault = signal<string | null>(null);
  protected readonly suppliers = toSignal(
    this.form.controls.supplier.valueChanges.pipe(
      debounceTime(REST),
      switchMap((q) =>
        q.trim() === '' ? of([]) : this.#api.call('suppliers', {}, { q: q.split(' · ')[0] }).pipe(catchError(() => of([]))),
      ),
      takeUntilDestroyed(),
    ),
    { initialValue: [] as readonly FoundSupplier[] },
  );
  protected readonly day = dayOf;
  protected readonly what = holdText;
  protected readonly chosenText = chosenText;

  protected open({ id }: HoldView): void {
    this.ending.reset();
    this.ends.set(id);
  }
  protected askToEnd({ id }: HoldView): void {
    this.#do(this.#api.call('askRelease', { id }, this.ending.getRawValue()), () => this.ends.set(null));
  }
  protected answer({ id }: HoldView, released: boolean): void {
    this.#do(this.#api.call('answerRelease', { id }, { released }));
  }
  protected place(): void {
    const { name, reason, supplier, first, last } = this.form.getRawValue();
    const typed = supplier.trim();
    const known = this.suppliers().filter((one) => chosenText(one) === typed || one.name === typed);
    if (typed !== '' && known.length !== 1)
      return this.fault.set(`Choose a supplier from the list that appears as you type: “${typed}” is none of them.`);
    const wish = {
      name,
      reason,
      search: null,
      without: [],
      documents: [],
      supplier: known[0]?.id ?? null,
      first: first || null,
      last: last || null,
    };
    this.#do(this.#api.call('placeHold', {}, wish), () => {
      this.form.reset();
      this.places.set(false);
    });
  }

  #do(request: Observable<RetentionView>, then: () => void = () => undefined): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.fault.set(null);
    request.subscribe({
      next: (view) => {
        this.busy.set(false);
        then();
        this.changed.emit(view);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
      },
    });
  }
}
