import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import type { DocumentView } from '@umber/contract/documents';
import { may } from '@umber/contract/people';
import { TRAY_NAMES } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { Keys } from '../keys/keys';
import { sessionFeature } from '../people/session.state';
import { DocumentActions } from './document.state';
import { PageSheet } from './page-sheet';
import { TrailPanel } from './trail-panel';

/** A document that rests, or is still arriving: its page, why it is there, its history. */
@Component({
  selector: 'umber-rest-screen',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageSheet, TrailPanel],
  template: `
    <div class="beside">
      @if (document().pages[0]; as page) {
        <umber-page-sheet [documentId]="document().id" [page]="page" [width]="480" />
      } @else {
        <p class="quiet">Its pages are not read.</p>
      }
    </div>
    <section>
      <h1>{{ name() }}</h1>
      @if (document().reason; as reason) {
        <p class="why">{{ reason }}</p>
      }
      @if (rests() && mayCheck()) {
        <button class="plain-button main" type="button" (click)="takeUp()">Take up again <kbd>Enter</kbd></button>
      }
      <h2>Trail</h2>
      <umber-trail-panel [trail]="document().trail" />
    </section>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 520px 1fr;
      gap: 24px;
      padding: 20px;
    }
    .why {
      font-size: 17px;
    }
    h2 {
      margin: 26px 0 6px;
    }
  `,
})
export class RestScreen {
  readonly document = input.required<DocumentView>();
  readonly #store = inject(Store);
  readonly #person = this.#store.selectSignal(sessionFeature.selectPerson);
  protected readonly name = computed(() => TRAY_NAMES[this.document().tray]);
  protected readonly rests = computed(() => ['parked', 'filed', 'turned-away'].includes(this.document().tray));
  protected readonly mayCheck = computed(() => may(this.#person()?.role ?? 'auditor', 'check'));

  constructor() {
    const router = inject(Router);
    inject(Keys).use([
      { keys: 'Enter', does: 'take it up again', run: () => this.takeUp() },
      { keys: 'Escape', does: 'back to the tray', run: () => void router.navigate(['/tray', this.document().tray]) },
    ]);
  }

  protected takeUp(): void {
    if (this.rests() && this.mayCheck())
      this.#store.dispatch(DocumentActions.changed({ change: { method: 'POST', path: 'take-up', body: {} } }));
  }
}
