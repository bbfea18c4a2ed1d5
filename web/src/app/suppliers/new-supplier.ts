import { KeyHint } from '../keys/key-hint';
import { ChangeDetectionStrategy, Component, inject, Injectable, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MAT_DIALOG_DATA, MatDialog, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { CodingLists } from '@umber/contract/matching';
import { SUPPLIER_FAULTS, type SupplierView } from '@umber/contract/suppliers';
import { supplierFault } from '@umber/core/suppliers';
import { filter, type Observable } from 'rxjs';
import { Api } from '../api';
import { Drafts } from '../drafts/drafts';
import { codeOf, messageOf } from '../api-error';

const text = (value = '') => new FormControl(value, { nonNullable: true });

/** Asks for what a supplier's record holds, filled in as far as a document shows it; closes with the supplier once it is on file. */
@Component({
  selector: 'umber-new-supplier',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ReactiveFormsModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Put a supplier on file</h2>
    <form [formGroup]="form" (ngSubmit)="save()">
      <mat-dialog-content>
        <p>
          {{ documentId === null ? '' : 'Filled in as the page shows it: compare it. ' }}Somebody else confirms it before anything is posted
          to it.
        </p>
        <div class="fields">
          <label class="wide">Name <input class="field" formControlName="name" cdkFocusInitial /></label>
          <label>Tax id <input class="field digits" formControlName="taxId" placeholder="GB…" /></label>
          <label>IBAN <input class="field digits" formControlName="iban" /></label>
          <label>Its mails come from <input class="field" formControlName="mailDomain" placeholder="supplier.example" /></label>
          <div class="short">
            <label>Country <input class="field" formControlName="country" maxlength="2" /></label>
            <label>Currency <input class="field" formControlName="currency" maxlength="3" /></label>
            <label>Days to pay <input class="field" type="number" min="0" max="365" formControlName="termsDays" /></label>
          </div>
          <label
            >Usual account
            <select class="field" formControlName="account">
              <option value="" disabled>Choose …</option>
              @for (one of coding().accounts; track one.number) {
                <option [value]="one.number">{{ one.number }} {{ one.name }}</option>
              }
            </select>
          </label>
          <label
            >Usual cost centre
            <select class="field" formControlName="costCentre">
              <option value="" disabled>Choose …</option>
              @for (one of coding().costCentres; track one.code) {
                <option [value]="one.code">{{ one.code }} {{ one.name }}</option>
              }
            </select>
          </label>
        </div>
        @if (likeAnother()) {
          <label class="another"><input type="checkbox" formControlName="another" /> It is another firm</label>
        }
        @for (said of faults(); track said) {
          <p class="error" role="alert">{{ said.text }}</p>
        }
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button type="button" class="plain-button" [mat-dialog-close]="undefined">Back <kbd>Esc</kbd></button>
        <button type="submit" class="plain-button main" [disabled]="busy()">Put on file <kbd>Enter</kbd></button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    p {
      margin: 0 0 16px;
      color: var(--ink);
    }
    .fields {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px 18px;
    }
    .wide {
      grid-column: 1 / -1;
    }
    label {
      display: grid;
      gap: 3px;
      color: var(--quiet);
      font-size: 13px;
    }
    .field {
      width: 100%;
      min-width: 0;
    }
    .short {
      display: grid;
      grid-template-columns: 1fr 1fr 1.4fr;
      gap: 10px;
    }
    .another {
      display: flex;
      align-items: center;
      gap: 8px;
      margin-top: 16px;
      color: var(--ink);
    }
    .error {
      margin: 16px 0 0;
    }
    mat-dialog-actions {
      gap: 8px;
      padding: 20px 24px;
    }
  `,
})
export class NewSupplierDialog {
  /** The document that it begins with; null for none. */
  protected readonly documentId = inject<number | null>(MAT_DIALOG_DATA);
  readonly #dialog = inject<MatDialogRef<NewSupplierDialog, SupplierView>>(MatDialogRef);
  readonly #api = inject(Api);
  readonly #drafts = inject(Drafts);
  readonly #draft = `new-supplier/${this.documentId ?? ''}`;
  protected readonly coding = signal<CodingLists>({ accounts: [], costCentres: [], templates: [] });
  /** What is wrong, made anew each time it is said, so that it is read out again. */
  protected readonly faults = signal<readonly { readonly text: string }[]>([]);
  protected readonly busy = signal(false);
  protected readonly form = new FormGroup({
    name: text(),
    taxId: text(),
    iban: text(),
    mailDomain: text(),
    country: text(),
    currency: text(),
    termsDays: new FormControl(30, { nonNullable: true }),
    account: text(),
    costCentre: text(),
    another: new FormControl(false, { nonNullable: true }),
  });
  /** Whether one on file has something in common with it, so that the person says which it is. */
  protected readonly likeAnother = signal(false);

  constructor() {
    this.#api.call('coding').subscribe({ next: (lists) => this.coding.set(lists), error: this.#failed });
    if (this.documentId !== null)
      this.#api.call('supplierDraft', { id: this.documentId }).subscribe({
        next: ({ taxId, iban, mailDomain, ...shown }) => {
          this.form.patchValue({ ...shown, taxId: taxId ?? '', iban: iban ?? '', mailDomain: mailDomain ?? '' });
          this.#keepWhatIsTyped();
        },
        error: (error: unknown) => {
          this.#failed(error);
          this.#keepWhatIsTyped();
        },
      });
    else this.#keepWhatIsTyped();
  }

  /** Offers again what was typed before the form was left, and keeps what is typed from now on. */
  #keepWhatIsTyped(): void {
    const before = this.#drafts.of(this.#draft);
    if (before !== null) this.form.patchValue(JSON.parse(before) as ReturnType<typeof this.form.getRawValue>);
    this.form.valueChanges.subscribe((values) => this.#drafts.keep(this.#draft, JSON.stringify(values)));
  }

  protected save(): void {
    const fault = supplierFault(this.form.getRawValue());
    this.faults.set(fault === null ? [] : [{ text: SUPPLIER_FAULTS[fault] }]);
    if (this.busy() || fault !== null) return;
    this.busy.set(true);
    this.#api.call('addSupplier', {}, this.form.getRawValue()).subscribe({
      next: (supplier) => {
        this.#drafts.drop(this.#draft);
        this.#dialog.close(supplier);
      },
      error: this.#failed,
    });
  }

  readonly #failed = (error: unknown): void => {
    this.busy.set(false);
    if (codeOf(error) === 'like-another') this.likeAnother.set(true);
    this.faults.set([{ text: messageOf(error) }]);
  };
}

/** Opens the form of a new supplier wherever one is missing. */
@Injectable({ providedIn: 'root' })
export class NewSuppliers {
  readonly #dialog = inject(MatDialog);

  /** The supplier that was put on file; completes without one when the person goes back. */
  putOnFile(documentId: number | null): Observable<SupplierView> {
    return this.#dialog
      .open<NewSupplierDialog, number | null, SupplierView>(NewSupplierDialog, {
        data: documentId,
        width: '640px',
        maxWidth: '94vw',
        // The page at the left stays in sight: what is typed is compared with it.
        position: { top: '62px', right: '20px' },
        backdropClass: 'light-backdrop',
      })
      .afterClosed()
      .pipe(filter((supplier) => supplier !== undefined));
  }
}
