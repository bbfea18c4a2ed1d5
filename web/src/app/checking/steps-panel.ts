import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { DocumentView, StepView } from '@umber/contract/documents';
import { Store } from '@ngrx/store';
import { DocumentActions } from '../documents/document.state';
import { trailText } from '../documents/sentences';

/** What was done to the document at Check, newest first: each can be taken back, with what came after it. */
@Component({
  selector: 'umber-steps-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (document().steps.length > 0) {
      <h2>Done here, can be taken back</h2>
      <ol>
        @for (step of document().steps; track step.id) {
          <li>
            <span>{{ text(step) }}</span>
            <span class="quiet">{{ step.person }}</span>
            @if (mayCheck()) {
              <button class="plain-button" type="button" (click)="undo(step)">
                {{ $first ? 'Undo' : 'Undo this and what came after' }}
              </button>
            }
          </li>
        }
      </ol>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    ol {
      margin: 6px 0 22px;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto auto;
      gap: 14px;
      align-items: center;
      padding: 5px 0;
      border-bottom: 1px solid var(--rule);
    }
    .plain-button {
      min-height: 30px;
      font-size: 13.5px;
    }
  `,
})
export class StepsPanel {
  readonly document = input.required<DocumentView>();
  readonly mayCheck = input.required<boolean>();
  readonly #store = inject(Store);

  protected readonly text = (step: StepView): string => trailText({ act: step.act, sentence: null });

  protected undo(step: StepView): void {
    this.#store.dispatch(DocumentActions.changed({ change: { name: 'undo', input: { step: step.id } } }));
  }
}
