import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { KeepingView, NamePreview } from '@umber/contract/keeping';
import { NAMING_FIELDS } from '@umber/core/naming';
import { may } from '@umber/core/permissions';
import { catchError, debounceTime, EMPTY, startWith, switchMap, type Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { sessionFeature } from '../people/session.state';
import { counted } from '../words/counted';
import { patternFaultText } from './pattern-fault';

const REST = 200;

/** Documents as files in a folder: where, under which names, seen as they are typed, and what could not be written. */
@Component({
  selector: 'umber-keeping-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, RouterLink],
  template: `
    @if (view(); as now) {
      <h2>Kept as files</h2>
      @if (mayChange()) {
        <p class="quiet">What is posted or filed is kept as PDF/A-3 in a folder of the server as well, in step with what changes.</p>
        <form [formGroup]="form" (ngSubmit)="save()">
          <label>Kept in <input class="field digits" formControlName="folder" placeholder="none" spellcheck="false" /></label>
          <label class="wide">Called <input class="field digits" formControlName="pattern" spellcheck="false" /></label>
          <button class="plain-button" type="submit">Keep them there</button>
        </form>
        @if (preview(); as seen) {
          @if ('fault' in seen) {
            <p class="ask" role="alert">{{ faultText(seen.fault) }}</p>
          } @else {
            <ul aria-label="Names as they would be">
              @for (path of seen.paths; track $index) {
                <li class="digits">{{ path }}</li>
              } @empty {
                <li class="quiet">Nothing is posted or filed yet.</li>
              }
            </ul>
          }
        }
        <p class="quiet fields">
          {{ fields }}; <code>{{ '{order|number}' }}</code> the first that is there, <code>{{ '{order|"none"}' }}</code> a text in its
          place, <code>/</code> a folder
        </p>
      }
      <p role="status">{{ stateText(now) }}</p>
      @if (now.faults.length > 0) {
        <table class="ruled" aria-label="Not written">
          <tbody>
            @for (one of now.faults; track one.documentId) {
              <tr>
                <td>
                  <a [routerLink]="['/document', one.documentId]">{{ one.number ?? 'document ' + one.documentId }}</a>
                </td>
                <td class="ask">{{ one.fault }}</td>
              </tr>
            }
          </tbody>
        </table>
        @if (mayChange()) {
          <button class="plain-button" type="button" (click)="again()">Try them again</button>
        }
      }
    }
    @if (said(); as text) {
      <p class="ask" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 34px;
    }
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 10px;
    }
    label {
      display: grid;
      flex: 1 1 220px;
      gap: 3px;
      font-size: 14px;
    }
    label.wide {
      flex-grow: 2;
    }
    .field {
      width: 100%;
    }
    p,
    ul {
      margin: 6px 0;
    }
    ul {
      padding: 0;
      list-style: none;
    }
    li {
      overflow-wrap: anywhere;
      font-size: 13.5px;
    }
    .fields {
      font-size: 13.5px;
    }
    code {
      font: 400 13px var(--digits);
    }
  `,
})
export class KeepingPanel {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', 'sources'));
  protected readonly view = signal<KeepingView | null>(null);
  protected readonly said = signal<string | null>(null);
  protected readonly form = new FormGroup({
    folder: new FormControl('', { nonNullable: true }),
    pattern: new FormControl('', { nonNullable: true }),
  });
  protected readonly preview = toSignal<NamePreview | null>(
    this.form.controls.pattern.valueChanges.pipe(
      startWith(this.form.controls.pattern.value),
      debounceTime(REST),
      switchMap((pattern) => (this.mayChange() ? this.#api.call('namePreview', {}, { pattern }).pipe(catchError(() => EMPTY)) : EMPTY)),
      takeUntilDestroyed(),
    ),
    { initialValue: null },
  );
  protected readonly faultText = patternFaultText;
  protected readonly fields = NAMING_FIELDS.map((field) => `{${field}}`).join(' ');
  protected readonly stateText = ({ folder, kept, waiting, faults }: KeepingView): string =>
    folder === null
      ? 'No folder is set: documents are kept in the database only.'
      : `${counted(kept, 'document')} kept${waiting - faults.length > 0 ? `, ${waiting - faults.length} on their way` : ''}${faults.length === 0 ? '.' : `, ${faults.length} not written:`}`;

  constructor() {
    this.#api.call('keeping').subscribe({
      next: (view) => {
        this.view.set(view);
        this.form.setValue({ folder: view.folder ?? '', pattern: view.pattern });
      },
      error: this.#fail,
    });
  }

  protected save(): void {
    const { folder, pattern } = this.form.getRawValue();
    this.#show(this.#api.call('setKeeping', {}, { folder: folder.trim() === '' ? null : folder.trim(), pattern }));
  }
  protected again(): void {
    this.#show(this.#api.call('keepAgain'));
  }

  #show(request: Observable<KeepingView>): void {
    this.said.set(null);
    request.subscribe({ next: (view) => this.view.set(view), error: this.#fail });
  }
  readonly #fail = (error: unknown): void => this.said.set(messageOf(error));
}
