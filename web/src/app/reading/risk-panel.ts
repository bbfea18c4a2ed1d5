import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MOST_RISK, type RiskView } from '@umber/contract/reading';
import { Store } from '@ngrx/store';
import { Api } from '../api';
import { sessionFeature } from '../people/session.state';
import { messageOf } from '../api-error';
import { askedSentence } from './asked-sentence';

/** How sure reading must be: the one setting, with what it means. */
@Component({
  selector: 'umber-risk-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    @if (view(); as now) {
      <h2>Reading</h2>
      <form [formGroup]="form" (ngSubmit)="save()">
        <label>
          A value is asked about when more than
          <input class="field digits" type="number" min="1" [max]="most" formControlName="risk" aria-label="Accepted wrong values of 100" />
          of 100 like it would be wrong.
        </label>
        @if (mayChange() && chosen() !== now.acceptedRisk) {
          <button class="plain-button main" type="submit">Save</button>
        }
      </form>
      <p class="quiet" role="status">{{ sentence() }} Values whose sums or check digits are wrong are always asked about.</p>
      <p>
        <label>
          Where an electronic invoice’s page and data differ,
          <select
            #leads
            class="field leads"
            [disabled]="!mayChange()"
            (change)="choose(leads.selectedIndex === 1)"
            aria-label="Which counts where page and data differ"
          >
            <option [selected]="!now.pageLeads">the data</option>
            <option [selected]="now.pageLeads">the page</option>
          </select>
          counts until somebody has answered.
        </label>
      </p>
      @if (said(); as text) {
        <p class="ask" role="alert">{{ text }}</p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 34px;
    }
    form {
      display: flex;
      align-items: center;
      gap: 12px;
      min-height: 44px;
    }
    .field {
      width: 68px;
      margin: 0 4px;
    }
    .field.leads {
      width: auto;
    }
    p {
      margin: 2px 0 0;
    }
  `,
})
export class RiskPanel {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly most = MOST_RISK;
  protected readonly view = signal<RiskView | null>(null);
  protected readonly said = signal<string | null>(null);
  protected readonly form = new FormGroup({ risk: new FormControl(0, { nonNullable: true }) });
  protected readonly chosen = toSignal(this.form.controls.risk.valueChanges, { initialValue: 0 });
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', 'risk'));
  protected readonly sentence = computed(() => {
    const view = this.view();
    return view ? askedSentence(view, this.chosen()) : '';
  });

  constructor() {
    this.#api.call('risk').subscribe({ next: (view) => this.#show(view), error: this.#failed });
  }

  protected choose(pageLeads: boolean): void {
    this.#api.call('setPageLeads', {}, { pageLeads }).subscribe({ next: (view) => this.#show(view), error: this.#failed });
  }

  protected save(): void {
    this.#api.call('setRisk', {}, { acceptedRisk: this.chosen() }).subscribe({ next: (view) => this.#show(view), error: this.#failed });
  }

  #show(view: RiskView): void {
    this.said.set(null);
    this.view.set(view);
    const { risk } = this.form.controls;
    risk.setValue(view.acceptedRisk);
    if (this.mayChange()) risk.enable({ emitEvent: false });
    else risk.disable({ emitEvent: false });
  }

  readonly #failed = (error: unknown): void => this.said.set(messageOf(error));
}
