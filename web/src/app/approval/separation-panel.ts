import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Separation } from '@umber/core/approval';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { sessionFeature } from '../people/session.state';

/** How many people it takes from a value to the books: the one setting, with what it means. */
@Component({
  selector: 'umber-separation-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (separation(); as now) {
      <h2>Separation of duties</h2>
      <p>Who handles a document does not approve it, and nobody posts it alone.</p>
      <label>
        <input type="checkbox" [checked]="now === 'two-people'" [disabled]="!mayChange() || busy()" (change)="change(box.checked)" #box />
        The company has only two people for this: who approves may post as well, where somebody else handled it.
      </label>
      <p class="quiet">Each trail says so while it is set.</p>
    }
    @if (said(); as text) {
      <p class="ask" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 34px;
    }
    p {
      margin: 2px 0 6px;
    }
    label {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 32px;
    }
  `,
})
export class SeparationPanel {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly separation = signal<Separation | null>(null);
  protected readonly busy = signal(false);
  protected readonly said = signal<string | null>(null);
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', 'separation'));

  constructor() {
    this.#api.call('separation').subscribe({ next: ({ separation }) => this.separation.set(separation), error: this.#failed });
  }

  protected change(two: boolean): void {
    this.busy.set(true);
    this.said.set(null);
    this.#api.call('setSeparation', {}, { separation: two ? 'two-people' : 'three-people' }).subscribe({
      next: ({ separation }) => (this.busy.set(false), this.separation.set(separation)),
      error: this.#failed,
    });
  }

  readonly #failed = (error: unknown): void => {
    this.busy.set(false);
    this.said.set(messageOf(error));
  };
}
