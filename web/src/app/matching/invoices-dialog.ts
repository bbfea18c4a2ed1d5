import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { TRAY_NAMES } from '@umber/contract/trays';
import { of } from 'rxjs';
import { Api } from '../api';
import { fullDay } from '../dates/day';
import { KeyHint } from '../keys/key-hint';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { grouped } from '../money/grouped';

export interface InvoicesQuestion {
  readonly documentId: number;
  readonly title: string;
  readonly chosen: readonly number[];
  /** Whether several may be chosen. */
  readonly several: boolean;
  /** Whether only those that are on their way to the books or in them may. */
  readonly booked: boolean;
}

/** Chooses invoices of a document's supplier: those that it credits, or the one in whose place it comes. */
@Component({
  selector: 'umber-invoices-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, KeyHint, LoadingLine, MatDialogModule],
  template: `
    <h2 mat-dialog-title>{{ question.title }}</h2>
    <form [formGroup]="form" (ngSubmit)="done()">
      <mat-dialog-content>
        <input
          #search
          class="field"
          [value]="text()"
          (input)="text.set(search.value)"
          placeholder="Number or amount"
          aria-label="Find an invoice"
          cdkFocusInitial
        />
        <umber-loading-line [of]="invoices()" />
        @for (one of shown(); track one.id) {
          <label
            ><input
              [type]="question.several ? 'checkbox' : 'radio'"
              name="invoice"
              [checked]="chosen().includes(one.id)"
              (change)="toggle(one.id)"
            />
            <strong class="digits">{{ one.number || 'without number' }}</strong>
            <span class="digits">{{ one.currency }} {{ grouped(one.gross ?? '0') }}</span>
            <span class="quiet"
              >{{ one.issueDate === null ? '' : day(one.issueDate) + ', ' }}{{ trays[one.tray]
              }}{{ one.left === one.gross ? '' : ', ' + grouped(one.left) + ' left' }}</span
            ></label
          >
        } @empty {
          @if (invoices().value !== null) {
            <p class="quiet">No invoice of this supplier fits.</p>
          }
        }
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" [mat-dialog-close]="undefined">Back <kbd>Esc</kbd></button>
        <button type="submit" class="plain-button main">
          {{ chosen().length === 0 ? 'None' : chosen().length === 1 ? 'This one' : 'These ' + chosen().length }} <kbd>Enter</kbd>
        </button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    label {
      display: flex;
      gap: 12px;
      align-items: center;
      min-height: 34px;
      color: var(--ink);
    }
    .field {
      width: 100%;
      height: 34px;
      margin-bottom: 8px;
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
  `,
})
export class InvoicesDialog {
  protected readonly form = new FormGroup({});
  protected readonly question = inject<InvoicesQuestion>(MAT_DIALOG_DATA);
  readonly #api = inject(Api);
  readonly #dialog = inject<MatDialogRef<InvoicesDialog, readonly number[]>>(MatDialogRef);
  protected readonly invoices = loaded(of(this.question.documentId), (id) => this.#api.call('creditable', { id }));
  protected readonly chosen = signal(this.question.chosen);
  protected readonly text = signal('');
  protected readonly shown = computed(() => {
    const text = this.text().trim().toLowerCase();
    return (this.invoices().value ?? [])
      .filter(({ tray }) => !this.question.booked || ['sign-off', 'post', 'posted'].includes(tray))
      .filter(({ number, gross }) => number.toLowerCase().includes(text) || (gross ?? '').includes(text))
      .slice(0, 40);
  });
  protected readonly grouped = grouped;
  protected readonly day = fullDay;
  protected readonly trays = TRAY_NAMES;

  protected toggle(id: number): void {
    if (!this.question.several) return this.chosen.set([id]);
    this.chosen.update((chosen) => (chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]));
  }

  protected done(): void {
    this.#dialog.close(this.chosen());
  }
}
