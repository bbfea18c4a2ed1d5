import { ChangeDetectionStrategy, Component, computed, effect, inject, linkedSignal, signal, viewChild } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { Store } from '@ngrx/store';
import type { DeletionPage, RetentionView } from '@umber/contract/retention';
import { may, type Right } from '@umber/core/permissions';
import { Api } from '../api';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { sessionFeature } from '../people/session.state';
import { DeletionsPanel } from './deletions-panel';
import { DuePanel } from './due-panel';
import { HoldsPanel } from './holds-panel';
import { YearsPanel } from './years-panel';

/** Milliseconds after which what is being deleted is looked at again. */
const AGAIN = 1500;

/** How long originals are kept, what holds them, what may go, and what went. */
@Component({
  selector: 'umber-retention-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DeletionsPanel, DuePanel, HoldsPanel, LoadingLine, YearsPanel],
  template: `
    <header>
      <h1>Retention</h1>
      <span class="gap"></span>
      @if (view(); as now) {
        <span role="status"
          ><b>{{ due().toLocaleString('en') }}</b> {{ due() === 1 ? 'original' : 'originals' }} may go</span
        >
      }
    </header>
    <umber-loading-line [of]="loading()" />
    @if (view(); as now) {
      <div class="columns">
        <div>
          <umber-due-panel [view]="now" [mayAsk]="can('askDeletions')" (asked)="wasAsked($event)" />
          <umber-deletions-panel [view]="now" [mayAsk]="can('askDeletions')" [mayAgree]="can('agreeDeletions')" (changed)="again()" />
        </div>
        <aside>
          <umber-holds-panel [view]="now" [mayPlace]="can('placeHolds')" [mayAgree]="can('agreeDeletions')" (changed)="view.set($event)" />
          <umber-years-panel [view]="now" [mayChange]="can('retention')" (changed)="view.set($event)" />
        </aside>
      </div>
    }
  `,
  styles: `
    .columns {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 310px;
      gap: 24px 44px;
    }
    @media (width < 900px) {
      .columns {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class RetentionPage {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  private readonly deletions = viewChild(DeletionsPanel);
  readonly #asks = signal(0);
  protected readonly loading = loaded(toObservable(this.#asks), () => this.#api.call('retention'));
  protected readonly view = linkedSignal<RetentionView | null>(() => this.loading().value);
  protected readonly due = computed(() =>
    (this.view()?.days ?? []).filter(({ isDue }) => isDue).reduce((sum, { originals, held }) => sum + originals - held, 0),
  );
  protected readonly can = (right: Right): boolean => may(this.#person()?.role ?? 'auditor', right);

  constructor() {
    effect((onCleanup) => {
      if (!this.view()?.deletions.some(({ state }) => state === 'under-way')) return;
      const wait = setTimeout(() => this.again(), AGAIN);
      onCleanup(() => clearTimeout(wait));
    });
  }

  protected again(): void {
    this.#asks.update((n) => n + 1);
  }
  protected wasAsked({ id }: DeletionPage): void {
    this.deletions()?.chosen.set(id);
    this.again();
  }
}
