import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal, untracked } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MOST_YEARS, type RetentionView, type RetentionWish } from '@umber/contract/retention';
import { KEPT_KINDS, type KeptKind } from '@umber/core/documents';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { dayOf } from '../dates/day';
import { KEPT_KIND_NAMES, MONTHS } from './words';

/** For how many years each kind is kept, and when the financial year ends. */
@Component({
  selector: 'umber-years-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <h2>How long</h2>
    <form [formGroup]="form" (ngSubmit)="save()">
      <div class="years" formGroupName="years">
        @for (kind of kinds; track kind) {
          <label>
            <span>{{ names[kind] }}</span>
            <input class="field digits" type="number" min="1" [max]="most" step="1" [formControlName]="kind" placeholder="for ever" />
          </label>
        }
      </div>
      <label class="ends">
        <span>Years after the end of</span>
        <select class="field" formControlName="yearEndsIn" aria-label="Last month of the financial year">
          @for (month of months; track month) {
            <option [ngValue]="$index + 1">{{ month }}</option>
          }
        </select>
      </label>
      <p class="quiet">
        Whole years after the financial year in which it was issued, came or was posted, whichever is latest. Empty: for ever. What came in
        one mail goes together, with the last of it.
      </p>
      @if (view().set; as last) {
        <p>Set last by {{ last.by }} on {{ day(last.at) }}.</p>
      }
      @if (mayChange()) {
        <button class="plain-button" type="submit" [disabled]="busy() || form.pristine">Keep them so long</button>
      }
    </form>
    @if (said(); as text) {
      <p role="status">{{ text }}</p>
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
    label {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 96px;
      align-items: center;
      gap: 8px;
      margin-bottom: 4px;
    }
    label.ends {
      grid-template-columns: minmax(0, 1fr) 130px;
      margin-top: 8px;
    }
    .field {
      width: 100%;
      height: 32px;
    }
    .field:disabled {
      border-color: var(--rule);
      background: none;
      color: var(--ink);
      opacity: 1;
    }
    p {
      margin: 6px 0;
      font-size: 14px;
    }
  `,
})
export class YearsPanel {
  readonly #api = inject(Api);
  readonly view = input.required<RetentionView>();
  readonly mayChange = input.required<boolean>();
  readonly changed = output<RetentionView>();

  protected readonly kinds = KEPT_KINDS;
  protected readonly names = KEPT_KIND_NAMES;
  protected readonly months = MONTHS;
  protected readonly day = dayOf;
  protected readonly most = MOST_YEARS;
  protected readonly form = new FormGroup({
    years: new FormGroup(
      Object.fromEntries(KEPT_KINDS.map((kind) => [kind, new FormControl<number | null>(null)])) as Record<
        KeptKind,
        FormControl<number | null>
      >,
    ),
    yearEndsIn: new FormControl(12, { nonNullable: true }),
  });
  protected readonly busy = signal(false);
  protected readonly said = signal<string | null>(null);
  protected readonly fault = signal<string | null>(null);

  constructor() {
    effect(() => {
      const { years, yearEndsIn } = this.view();
      const mayChange = this.mayChange();
      untracked(() => {
        // What is being typed is not taken away by what others do.
        const { controls } = this.form.controls.years;
        for (const kind of KEPT_KINDS) if (controls[kind].pristine) controls[kind].setValue(years[kind]);
        if (this.form.controls.yearEndsIn.pristine) this.form.controls.yearEndsIn.setValue(yearEndsIn);
        if (mayChange) this.form.enable();
        else this.form.disable();
      });
    });
  }

  protected save(): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.fault.set(null);
    this.said.set(null);
    // What was not touched stays as it is by now, whoever set it.
    const { years, yearEndsIn } = this.form.controls;
    const changed = KEPT_KINDS.filter((kind) => years.controls[kind].dirty).map((kind) => [kind, years.controls[kind].value]);
    const wish: RetentionWish = { years: Object.fromEntries(changed), ...(yearEndsIn.dirty ? { yearEndsIn: yearEndsIn.value } : {}) };
    this.#api.call('setRetention', {}, wish).subscribe({
      next: (view) => {
        this.busy.set(false);
        this.form.markAsPristine();
        this.said.set('Kept.');
        this.changed.emit(view);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
      },
    });
  }
}
