import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { OrderProposal } from '@umber/contract/matching';
import { KeyHint } from '../keys/key-hint';
import { orderText } from './sentences';

export interface OrdersQuestion {
  readonly proposals: readonly OrderProposal[];
  readonly chosen: readonly number[];
}

/** The orders that a document is for: one, several, or none. */
@Component({
  selector: 'umber-orders-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, KeyHint, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Which orders is it for?</h2>
    <form [formGroup]="form" (ngSubmit)="done()">
      <mat-dialog-content>
        @for (order of question.proposals; track order.id) {
          <label
            ><input type="checkbox" [checked]="chosen().includes(order.id)" (change)="toggle(order.id)" />
            <strong class="digits">{{ order.number }}</strong> <span class="quiet">{{ orderText(order) }}</span></label
          >
        } @empty {
          <p class="quiet">The supplier has no open orders.</p>
        }
        <p class="quiet">What was said of its lines for other orders is forgotten.</p>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" [mat-dialog-close]="undefined">Back <kbd>Esc</kbd></button>
        <button type="submit" class="plain-button main" cdkFocusInitial>
          {{ chosen().length === 0 ? 'It is for none' : chosen().length === 1 ? 'It is for this' : 'It is for these ' + chosen().length }}
          <kbd>Enter</kbd>
        </button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    label {
      display: flex;
      gap: 10px;
      align-items: center;
      min-height: 32px;
      color: var(--ink);
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
  `,
})
export class OrdersDialog {
  protected readonly form = new FormGroup({});
  protected readonly question = inject<OrdersQuestion>(MAT_DIALOG_DATA);
  readonly #dialog = inject<MatDialogRef<OrdersDialog, readonly number[]>>(MatDialogRef);
  protected readonly chosen = signal(this.question.chosen);
  protected readonly orderText = orderText;

  protected toggle(id: number): void {
    this.chosen.update((chosen) => (chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]));
  }

  protected done(): void {
    this.#dialog.close(this.chosen());
  }
}
