import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { OpenLine } from '@umber/contract/matching';
import { similarity } from '@umber/core/similarity';
import { of } from 'rxjs';
import { Api } from '../api';
import { KeyHint } from '../keys/key-hint';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { AmountPipe } from '../money/amount.pipe';

export interface PairQuestion {
  readonly documentId: number;
  readonly words: string;
  readonly chosen: readonly number[];
}

const MOST_SHOWN = 60;

/** All open order lines of the supplier, the likest first: one or several that a line is for, or none. */
@Component({
  selector: 'umber-pair-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, AmountPipe, KeyHint, LoadingLine, MatDialogModule],
  template: `
    <h2 mat-dialog-title>What is this line for?</h2>
    <form [formGroup]="form" (ngSubmit)="done()">
      <mat-dialog-content>
        <p class="words">{{ question.words }}</p>
        <input
          #search
          class="field"
          placeholder="Words, item number or order"
          aria-label="Find an order line"
          (input)="text.set(search.value)"
          cdkFocusInitial
        />
        <umber-loading-line [of]="lines()" />
        <ul>
          @for (line of shown(); track line.id) {
            <li>
              <label>
                <input type="checkbox" [checked]="chosen().includes(line.id)" (change)="toggle(line.id)" />
                <span class="digits order">{{ line.orderNumber }}/{{ line.position }}</span>
                <span class="what"
                  >{{ line.description }} <span class="quiet digits">{{ line.itemNumber }}</span></span
                >
                <span class="digits right">{{ line.open }} {{ line.unit }}</span>
                <span class="digits right">{{ line.unitPrice | amount }}</span>
              </label>
            </li>
          } @empty {
            @if (lines().value !== null) {
              <li class="quiet">No open order line has these words.</li>
            }
          }
        </ul>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" [mat-dialog-close]="undefined">Back <kbd>Esc</kbd></button>
        <button type="button" class="plain-button" [mat-dialog-close]="[]">It is on no order</button>
        <button type="submit" class="plain-button main" [disabled]="chosen().length === 0">
          {{ chosen().length > 1 ? 'It is for these ' + chosen().length : 'It is for this' }} <kbd>Enter</kbd>
        </button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    .words {
      margin: 0 0 10px;
      color: var(--ink);
      font-weight: 600;
    }
    .field {
      width: 100%;
    }
    ul {
      max-height: 46vh;
      margin: 8px 0 0;
      padding: 0;
      overflow-y: auto;
      list-style: none;
    }
    label {
      display: grid;
      grid-template-columns: 20px 96px 1fr 120px 90px;
      align-items: center;
      gap: 10px;
      padding: 6px 4px;
      border-bottom: 1px solid var(--rule);
      color: var(--ink);
      cursor: pointer;
    }
    .right {
      text-align: right;
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
    @media (width < 900px) {
      label {
        grid-template-columns: 20px 1fr 80px;
      }
      .order {
        grid-column: 2 / -1;
      }
      .what {
        grid-column: 2;
      }
    }
  `,
})
export class PairDialog {
  protected readonly form = new FormGroup({});
  protected readonly question = inject<PairQuestion>(MAT_DIALOG_DATA);
  readonly #dialog = inject<MatDialogRef<PairDialog, readonly number[]>>(MatDialogRef);
  readonly #api = inject(Api);
  protected readonly lines = loaded(of(''), () => this.#api.call('orderLinesFor', { id: this.question.documentId }));
  protected readonly text = signal('');
  protected readonly chosen = signal<readonly number[]>(this.question.chosen);
  protected readonly shown = computed((): readonly OpenLine[] => {
    const wanted = this.text().trim().toLowerCase();
    const likeness = (line: OpenLine) => similarity(this.question.words, line.description);
    return (this.lines().value ?? [])
      .filter(
        (line) =>
          wanted === '' ||
          `${line.orderNumber} ${line.itemNumber ?? ''} ${line.ourItem ?? ''} ${line.description}`.toLowerCase().includes(wanted),
      )
      .map((line) => ({ line, isChosen: this.question.chosen.includes(line.id), like: likeness(line) }))
      .sort((a, b) => Number(b.isChosen) - Number(a.isChosen) || b.like - a.like)
      .slice(0, MOST_SHOWN)
      .map(({ line }) => line);
  });

  protected toggle(id: number): void {
    this.chosen.update((chosen) => (chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]));
  }

  protected done(): void {
    if (this.chosen().length > 0) this.#dialog.close(this.chosen());
  }
}
