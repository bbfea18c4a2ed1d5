import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { OwnFieldWish } from '@umber/contract/own-fields';
import type { OwnField } from '@umber/core/documents';
import { may } from '@umber/core/permissions';
import { of, startWith, Subject, tap, type Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { KeyHint } from '../keys/key-hint';
import { Keys } from '../keys/keys';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { sessionFeature } from '../people/session.state';
import { FieldForm } from './field-form';
import { OwnFields } from './own-fields';
import { checksText, TYPE_WORDS } from './words';

/** The fields that the company added to those of every invoice. */
@Component({
  selector: 'umber-own-fields-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldForm, KeyHint, LoadingLine],
  template: `
    <header>
      <h1>Fields of your own</h1>
      <span class="quiet">Read, asked about, matched, searched and kept like the built-in ones.</span>
      <span class="gap"></span>
      @if (mayChange()) {
        <button type="button" class="plain-button" (click)="open('new')">Add a field … <kbd>N</kbd></button>
      }
    </header>
    <umber-loading-line [of]="fields()" />
    @if (editing(); as editing) {
      <umber-field-form
        [field]="editing === 'new' ? null : editing"
        [busy]="busy()"
        [fault]="fault()"
        (wished)="save($event)"
        (removed)="remove()"
        (left)="leave()"
      />
    }
    @if (fields().value; as found) {
      <table class="ruled">
        <thead>
          <tr>
            <th>Name</th>
            <th>Stands in</th>
            <th>Holds</th>
            <th>Printed as</th>
            <th>Checked</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          @for (field of found; track field.key) {
            <tr>
              <td>
                <strong>{{ field.name }}</strong>
              </td>
              <td>{{ field.level === 'head' ? 'the head' : 'every line' }}</td>
              <td>{{ types[field.type] }}</td>
              <td>{{ field.labels.join(', ') }}</td>
              <td>{{ checks(field) }}</td>
              <td class="act">
                @if (mayChange()) {
                  <button type="button" class="word-button" (click)="open(field)">change</button>
                }
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="6" class="quiet">
                There are none yet. An administrator adds what your invoices have besides: a project, a vehicle, a delivery note’s number.
              </td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    .act {
      text-align: right;
    }
  `,
})
export class OwnFieldsPage {
  readonly #api = inject(Api);
  readonly #own = inject(OwnFields);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #changed = new Subject<readonly OwnField[]>();
  protected readonly fields = loaded(this.#changed.pipe(startWith(null)), (changed) =>
    changed === null ? this.#api.call('ownFields') : of(changed),
  );
  protected readonly editing = signal<OwnField | 'new' | null>(null);
  protected readonly busy = signal(false);
  protected readonly fault = signal('');
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', 'ownFields'));
  protected readonly types = TYPE_WORDS;
  protected readonly checks = checksText;

  constructor() {
    inject(Keys).use([
      { keys: 'n', does: 'add a field', run: () => this.mayChange() && this.open('new') },
      { keys: 'Escape', does: 'leave the field as it is', whileTyping: true, run: () => this.leave() },
    ]);
  }

  protected open(field: OwnField | 'new'): void {
    this.fault.set('');
    this.editing.set(field);
  }

  protected leave(): void {
    this.editing.set(null);
  }

  protected save(wish: OwnFieldWish): void {
    const editing = this.editing();
    if (editing === null) return;
    this.#take(editing === 'new' ? this.#api.call('addOwnField', {}, wish) : this.#api.call('changeOwnField', { key: editing.key }, wish));
  }

  protected remove(): void {
    const editing = this.editing();
    if (editing !== null && editing !== 'new') this.#take(this.#api.call('removeOwnField', { key: editing.key }));
  }

  #take(answer: Observable<readonly OwnField[]>): void {
    if (this.busy()) return;
    this.busy.set(true);
    answer.pipe(tap((fields) => this.#own.set(fields))).subscribe({
      next: (fields) => {
        this.busy.set(false);
        this.editing.set(null);
        this.#changed.next(fields);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
      },
    });
  }
}
