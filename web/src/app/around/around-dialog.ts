import { KeyHint } from '../keys/key-hint';
import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, Injectable, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialog, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { mayIn } from '@umber/core/documents';
import { may } from '@umber/core/permissions';
import type { Colleague } from '@umber/contract/around';
import type { DocumentView } from '@umber/contract/documents';
import { Store } from '@ngrx/store';
import { CodingDialogs } from '../coding/coding-dialog';
import { Api } from '../api';
import { DocumentActions, documentFeature, type DocumentChange } from '../documents/document.state';
import { Drafts } from '../drafts/drafts';
import { Letters } from '../letters/letter-dialog';
import { letterFor } from '../letters/wording';
import { sessionFeature } from '../people/session.state';

/** Opens what belongs around a document: notes, tags, whom it is handed to, letters. */
@Injectable({ providedIn: 'root' })
export class Around {
  readonly #dialog = inject(MatDialog);

  open(document: DocumentView): void {
    this.#dialog.open(AroundDialog, { data: document, width: '620px', autoFocus: 'textarea' });
  }
}

@Component({
  selector: 'umber-around-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, DatePipe, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Around this document</h2>
    <mat-dialog-content>
      @if (mayNote()) {
        <label class="block">
          <span>Note to whoever looks at it next</span>
          <textarea
            #note
            rows="2"
            class="field"
            [value]="draft()"
            (input)="keep(note.value)"
            (keydown.control.enter)="addNote(note.value)"
          ></textarea>
        </label>
        <p class="row">
          <button class="plain-button main" type="button" [disabled]="draft().trim() === ''" (click)="addNote(note.value)">
            Keep the note
          </button>
          <button class="plain-button" type="button" [disabled]="!mayWrite()" (click)="ask()">Ask the supplier …</button>
          @if (mayCode()) {
            <button class="plain-button" type="button" (click)="code()">Coding …</button>
          }
        </p>
      }
      @for (one of document().notes; track one.id) {
        <p class="note">
          {{ one.text }} <span class="quiet">{{ one.by }}, {{ one.at | date: 'd MMM, HH:mm' }}</span>
        </p>
      }
      @for (letter of document().letters; track letter.id) {
        <details>
          <summary>
            Letter to {{ letter.to }}: {{ letter.subject }}
            <span [class.ask]="letter.failed" class="quiet">{{
              letter.sentAt
                ? 'sent ' + (letter.sentAt | date: 'd MMM, HH:mm')
                : letter.failed
                  ? 'not sent yet: ' + letter.failed
                  : 'is being sent'
            }}</span>
          </summary>
          <pre>{{ letter.text }}</pre>
        </details>
      }
      @if (mayNote()) {
        <h3>Tags</h3>
        <p class="row">
          @for (tag of document().tags; track tag) {
            <span class="tag"
              >{{ tag }} <button type="button" [attr.aria-label]="'Remove the tag ' + tag" (click)="setTags(without(tag))">×</button></span
            >
          }
          <input #tag class="field" aria-label="New tag" placeholder="new tag" maxlength="40" (keydown.enter)="addTag(tag)" />
          <button class="plain-button" type="button" (click)="addTag(tag)">Add</button>
        </p>
        <h3>Hand to a colleague</h3>
        <p class="row">
          <select #to class="field" aria-label="Colleague">
            <option value="" [selected]="!document().handed">nobody</option>
            @for (one of colleagues(); track one.id) {
              <option [value]="one.id" [selected]="one.id === document().handed?.toId">{{ one.name }}</option>
            }
          </select>
          <input #why class="field wide" aria-label="What they should do" placeholder="what they should do" maxlength="500" />
          <button class="plain-button" type="button" (click)="hand(to.value, why)">Hand over</button>
        </p>
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" class="plain-button" mat-dialog-close>Close <kbd>Esc</kbd></button>
    </mat-dialog-actions>
  `,
  styles: `
    .block {
      display: block;
      color: var(--ink);
    }
    .block .field {
      display: block;
      width: 100%;
      height: auto;
      margin-top: 4px;
      padding: 7px 10px;
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
      margin: 8px 0;
    }
    .wide {
      flex: 1;
      min-width: 180px;
    }
    h3 {
      margin: 16px 0 4px;
      color: var(--ink);
      font: 600 14.5px/1.3 var(--words);
    }
    .note {
      margin: 6px 0;
      padding: 6px 10px;
      border-left: 3px solid #b59f84;
      background: #f7f2e9;
      color: var(--ink);
    }
    details {
      margin: 6px 0;
      color: var(--ink);
    }
    pre {
      margin: 6px 0;
      font: inherit;
      white-space: pre-wrap;
    }
    .tag {
      padding: 2px 4px 2px 10px;
      border: 1px solid #cdbfa9;
      border-radius: 12px;
      background: var(--sheet);
      color: var(--ink);
      font-weight: 600;
      font-size: 13px;
    }
    .tag button {
      width: 24px;
      height: 24px;
      border: 0;
      background: none;
      color: var(--quiet);
      font-size: 15px;
      cursor: pointer;
    }
    mat-dialog-actions {
      padding: 12px 24px 20px;
    }
  `,
})
export class AroundDialog {
  readonly #given = inject<DocumentView>(MAT_DIALOG_DATA);
  readonly #dialog = inject(MatDialogRef<AroundDialog>);
  readonly #store = inject(Store);
  readonly #drafts = inject(Drafts);
  readonly #letters = inject(Letters);
  readonly #person = this.#store.selectSignal(sessionFeature.selectPerson);
  readonly #open = this.#store.selectSignal(documentFeature.selectDocument);
  readonly #purpose = `document/${this.#given.id}/note`;
  /** As it now is: it changes while the dialog is open. */
  protected readonly document = computed(() => (this.#open()?.id === this.#given.id ? (this.#open() as DocumentView) : this.#given));
  protected readonly colleagues = signal<readonly Colleague[]>([]);
  readonly #coding = inject(CodingDialogs);
  protected readonly mayCode = computed(() => may(this.#person()?.role ?? 'auditor', 'match') && mayIn('code', this.document().tray));
  protected code(): void {
    this.#dialog.close();
    this.#coding.open();
  }
  protected readonly mayNote = computed(() => may(this.#person()?.role ?? 'auditor', 'note'));
  protected readonly mayWrite = computed(() => may(this.#person()?.role ?? 'auditor', 'check') && this.document().tray !== 'posted');
  protected readonly draft = computed(() => this.#drafts.of(this.#purpose) ?? '');

  constructor() {
    inject(Api)
      .call('colleagues')
      .subscribe({ next: (people) => this.colleagues.set(people.filter(({ id }) => id !== this.#person()?.id)), error: () => undefined });
  }

  protected keep(text: string): void {
    this.#drafts.keep(this.#purpose, text);
  }

  protected addNote(text: string): void {
    if (text.trim() !== '') this.#change({ name: 'addNote', input: { text }, draft: this.#purpose });
  }

  protected readonly without = (tag: string): string[] => this.document().tags.filter((one) => one !== tag);

  protected setTags(tags: readonly string[]): void {
    this.#change({ name: 'setTags', input: { tags } });
  }

  protected addTag(input: HTMLInputElement): void {
    const tag = input.value.trim();
    if (tag !== '' && !this.document().tags.includes(tag)) this.setTags([...this.document().tags, tag]);
    input.value = '';
  }

  protected hand(to: string, why: HTMLInputElement): void {
    this.#change({ name: 'handOver', input: { to: to === '' ? null : Number(to), text: why.value } });
    why.value = '';
  }

  protected ask(): void {
    this.#dialog.close();
    this.#letters.write(this.document(), letterFor('question', this.document()));
  }

  #change(change: DocumentChange): void {
    this.#store.dispatch(DocumentActions.changed({ change }));
  }
}
