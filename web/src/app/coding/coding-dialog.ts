import { ChangeDetectionStrategy, Component, inject, Injectable, signal } from '@angular/core';
import { MatDialog, MatDialogModule } from '@angular/material/dialog';
import { Store } from '@ngrx/store';
import type { LineCodingWish } from '@umber/contract/coding';
import type { CodingLists } from '@umber/contract/matching';
import { Api } from '../api';
import { DocumentActions, documentFeature } from '../documents/document.state';
import { KeyHint } from '../keys/key-hint';
import { CodingTable } from './coding-table';

/** The coding of the open document, over whatever screen it is on. */
@Component({
  selector: 'umber-coding-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CodingTable, KeyHint, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Coding</h2>
    <mat-dialog-content>
      @if (document(); as document) {
        @if (document.tray === 'sign-off' || document.tray === 'post') {
          <p class="quiet">What is coded anew here is approved anew before it is posted.</p>
        }
        <umber-coding-table
          [document]="document"
          [lists]="lists()"
          [mayCode]="!busy()"
          (coded)="code($event)"
          (templatesChanged)="changed($event)"
        />
      }
      @if (message(); as text) {
        <p class="error" role="alert">{{ text }}</p>
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" class="plain-button main" mat-dialog-close cdkFocusInitial>Done <kbd>Esc</kbd></button>
    </mat-dialog-actions>
  `,
  styles: `
    mat-dialog-actions {
      padding: 16px 24px 20px;
    }
  `,
})
export class CodingDialog {
  readonly #store = inject(Store);
  protected readonly document = this.#store.selectSignal(documentFeature.selectDocument);
  protected readonly busy = this.#store.selectSignal(documentFeature.selectBusy);
  protected readonly message = this.#store.selectSignal(documentFeature.selectMessage);
  protected readonly lists = signal<CodingLists>({ accounts: [], costCentres: [], templates: [] });

  constructor() {
    inject(Api)
      .call('coding')
      .subscribe({ next: (lists) => this.lists.set(lists), error: () => undefined });
  }

  protected code(lines: readonly LineCodingWish[]): void {
    this.#store.dispatch(DocumentActions.changed({ change: { name: 'codeLines', input: { lines } } }));
  }

  protected changed(templates: CodingLists['templates']): void {
    this.lists.update((lists) => ({ ...lists, templates }));
  }
}

/** Opens the coding of the open document. */
@Injectable({ providedIn: 'root' })
export class CodingDialogs {
  readonly #dialog = inject(MatDialog);

  open(): void {
    this.#dialog.open(CodingDialog, { width: '1080px', maxWidth: '96vw' });
  }
}
