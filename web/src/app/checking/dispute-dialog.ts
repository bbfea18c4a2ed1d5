import { KeyHint } from '../keys/key-hint';
import { ChangeDetectionStrategy, Component, computed, inject, Injectable, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialog, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { DocumentView } from '@umber/contract/documents';
import { lineToBlame, owedSums, OWED, type Owed } from '@umber/core/arithmetic';
import { decimal, sum, toAmount } from '@umber/core/money';
import { Store } from '@ngrx/store';
import { DocumentActions } from '../documents/document.state';
import { Letters } from '../letters/letter-dialog';
import { disputeLetter } from '../letters/wording';
import { grouped } from '../money/grouped';
import { printedSums } from './printed-sums';

/** Asks what is owed where a page contradicts itself, and states it. */
@Injectable({ providedIn: 'root' })
export class Disputes {
  readonly #dialog = inject(MatDialog);
  readonly #store = inject(Store);
  readonly #letters = inject(Letters);

  ask(document: DocumentView): void {
    this.#dialog
      .open<DisputeDialog, DocumentView, DisputeAnswer>(DisputeDialog, { data: document, width: '640px' })
      .afterClosed()
      .subscribe((answer) => {
        if (answer === undefined) return;
        this.#store.dispatch(
          DocumentActions.changed({
            change: { name: 'dispute', input: { owed: answer.owed, difference: 'Difference to the printed total' } },
          }),
        );
        if (answer.write) this.#letters.write(document, disputeLetter(document, answer.owed));
      });
  }
}

interface DisputeAnswer {
  readonly owed: Owed;
  readonly write: boolean;
}

/** Both figures, the line to blame, what is owed in one way or the other, and what will be booked. */
@Component({
  selector: 'umber-dispute-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, MatDialogModule],
  template: `
    <h2 mat-dialog-title>The page itself is wrong</h2>
    <mat-dialog-content>
      <div class="figures">
        <span
          ><small>the {{ count }} lines come to</small><b class="digits">{{ grouped(figures.lines) }}</b></span
        >
        <span
          ><small>the page prints as net</small><b class="digits">{{ figures.net ? grouped(figures.net) : 'nothing' }}</b></span
        >
        <span
          ><small>with tax, as total</small><b class="digits">{{ figures.gross ? grouped(figures.gross) : 'nothing' }}</b></span
        >
        <span
          ><small>apart by</small><b class="digits ask">{{ grouped(figures.gap) }}</b></span
        >
      </div>
      @if (blamed) {
        <p class="blame">{{ blamed }}</p>
      }
      <p>Both figures are kept. What is owed until they answer?</p>
      <div class="choices" role="radiogroup" aria-label="What is owed">
        @for (choice of choices; track choice.owed) {
          <button
            type="button"
            role="radio"
            [attr.aria-checked]="owed() === choice.owed"
            [class.chosen]="owed() === choice.owed"
            [disabled]="choice.amount === null"
            (click)="owed.set(choice.owed)"
          >
            <kbd>{{ $index + 1 }}</kbd>
            <b class="digits">{{ choice.amount === null ? 'not known' : grouped(choice.amount) }}</b>
            <span>{{ choice.text }}</span>
          </button>
        }
      </div>
      @if (booked(); as text) {
        <p class="booked">{{ text }}</p>
      }
      <label><input type="checkbox" [checked]="write()" (change)="write.set(!write())" /> Write to the supplier <kbd>3</kbd></label>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" class="plain-button" mat-dialog-close>Back <kbd>Esc</kbd></button>
      <button type="button" class="plain-button main" [disabled]="owed() === null" (click)="done()">
        {{ owed() === null ? 'Say what is owed' : write() ? 'Owe it and write' : 'Owe it' }} <kbd>Enter</kbd>
      </button>
    </mat-dialog-actions>
  `,
  styles: `
    .figures {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(110px, auto));
      gap: 8px 16px;
      padding: 10px 14px;
      border: 1px solid #e0a95c;
      border-radius: 7px;
      background: var(--ask-tint);
    }
    .figures b {
      display: block;
      font-size: 17px;
    }
    small {
      color: #5f4a33;
      font-size: 12.5px;
    }
    p {
      margin: 10px 0 8px;
      color: var(--ink);
    }
    .choices {
      display: grid;
      gap: 6px;
    }
    .choices button {
      display: grid;
      grid-template-columns: auto 130px 1fr;
      gap: 12px;
      align-items: baseline;
      padding: 9px 12px;
      border: 1px solid var(--rule);
      border-radius: 6px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .choices button.chosen {
      border-color: var(--right);
      box-shadow: inset 0 0 0 1px var(--right);
    }
    .choices b {
      text-align: right;
    }
    .booked {
      padding-left: 12px;
      border-left: 3px solid #b59f84;
      color: var(--quiet);
    }
    label {
      display: flex;
      gap: 8px;
      align-items: center;
      color: var(--ink);
    }
    label input {
      width: 18px;
      height: 18px;
      accent-color: var(--right);
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 16px 24px 20px;
    }
  `,
  host: { '(document:keydown)': 'pressed($event)' },
})
export class DisputeDialog {
  readonly #document = inject<DocumentView>(MAT_DIALOG_DATA);
  readonly #dialog = inject<MatDialogRef<DisputeDialog, DisputeAnswer>>(MatDialogRef);
  protected readonly grouped = grouped;
  protected readonly count = this.#document.lines.length;
  readonly #printed = printedSums(this.#document);
  readonly #owedSums = { lines: owedSums('lines', this.#printed), printed: owedSums('printed', this.#printed) };
  protected readonly figures = {
    lines: toAmount(sum(this.#printed.lines.filter((amount) => amount !== null))),
    net: this.#printed.net,
    gross: this.#printed.gross,
    gap: toAmount(decimal(this.#owedSums.lines?.gross ?? '0').minus(this.#printed.gross ?? '0')),
  };
  protected readonly choices = OWED.map((owed) => ({
    owed,
    amount: this.#owedSums[owed]?.gross ?? null,
    text: owed === 'lines' ? 'what the lines come to, with the tax on it' : 'the total as it is printed',
  }));
  readonly #blamedAt = lineToBlame(
    this.#document.lines.map(({ cells }) => cells),
    this.#owedSums.printed?.difference ?? '0',
  );
  protected readonly blamed = this.#blameText();
  protected readonly owed = signal<Owed | null>(null);
  protected readonly write = signal(true);
  protected readonly booked = computed(() => {
    const owed = this.owed();
    const sums = owed === null ? null : this.#owedSums[owed];
    if (owed === null || !sums) return '';
    const made = `Net ${grouped(sums.net)}, tax ${grouped(sums.tax ?? '0')}, total ${grouped(sums.gross)} will be booked.`;
    if (decimal(sums.difference).isZero()) return made;
    return this.#blamedAt === null
      ? `${made} A line of its own has the difference of ${grouped(sums.difference)}.`
      : `${made} Line ${this.#blamedAt + 1} has what its quantity × price makes, with what the page prints beside it.`;
  });

  protected pressed(event: KeyboardEvent): void {
    const choice = this.choices[Number(event.key) - 1];
    if (choice && choice.amount !== null) this.owed.set(choice.owed);
    else if (event.key === '3') this.write.update((write) => !write);
    else if (event.key === 'Enter' && this.owed() !== null && !(event.target as HTMLElement).matches('[mat-dialog-close]')) this.done();
    else return;
    event.preventDefault();
  }

  protected done(): void {
    const owed = this.owed();
    if (owed !== null) this.#dialog.close({ owed, write: this.write() });
  }

  #blameText(): string {
    const at = this.#blamedAt;
    if (at === null) return '';
    const { quantity, unitPrice, netAmount } = this.#document.lines[at].cells;
    return `Most likely line ${at + 1}: ${quantity ?? ''} × ${unitPrice ?? ''} does not make ${grouped(netAmount ?? '0')}, and is off by just this.`;
  }
}
