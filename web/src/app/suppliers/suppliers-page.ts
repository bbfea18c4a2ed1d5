import { KeyHint } from '../keys/key-hint';
import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { debounceTime, merge, startWith, Subject } from 'rxjs';
import { Api } from '../api';
import { Keys } from '../keys/keys';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { sessionFeature } from '../people/session.state';
import { ConfirmSupplier } from './confirm-supplier';
import { NewSuppliers } from './new-supplier';
import { foundText } from './record-words';

/** The suppliers on file: what a document's seller is recognised by. */
@Component({
  selector: 'umber-suppliers-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ConfirmSupplier, LoadingLine, ReactiveFormsModule, RouterLink],
  template: `
    <header>
      <h1>Suppliers</h1>
      <input class="field" [formControl]="search" placeholder="Name, tax id, account, domain or address" aria-label="Find a supplier" />
      <span class="gap"></span>
      @if (mayAdd()) {
        <button class="plain-button" type="button" (click)="add()">Put one on file … <kbd>N</kbd></button>
      }
    </header>
    <umber-loading-line [of]="suppliers()" />
    @if (suppliers().value; as found) {
      <table class="ruled">
        <thead>
          <tr>
            <th>Name</th>
            <th>Tax id</th>
            <th>IBAN</th>
            <th>Country</th>
            <th class="number">Terms</th>
            <th class="act">Learned</th>
          </tr>
        </thead>
        <tbody>
          @for (supplier of found; track supplier.id) {
            <tr>
              <td>
                <a [routerLink]="['/suppliers', supplier.id]"
                  ><strong>{{ supplier.name }}</strong></a
                >
                @if (supplier.blocked !== null) {
                  <span class="ask">blocked</span>
                }
                @if (foundBy(supplier.by); as words) {
                  <span class="quiet">{{ words }}</span>
                }
                <umber-confirm-supplier [supplier]="supplier" (confirmed)="changed.next()" />
              </td>
              <td class="digits">{{ supplier.taxId }}</td>
              <td class="digits">{{ supplier.iban }}</td>
              <td>{{ supplier.country }}</td>
              <td class="number">{{ supplier.termsDays }} days</td>
              <td class="act">
                @if (mayTeach()) {
                  <button type="button" class="word-button" (click)="toHabits(supplier.id)">habits</button>
                }
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="6" class="quiet">No supplier is called so.</td>
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
export class SuppliersPage {
  readonly #api = inject(Api);
  readonly #new = inject(NewSuppliers);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly search = new FormControl('', { nonNullable: true });
  /** A supplier was put on file or confirmed. */
  protected readonly changed = new Subject<void>();
  protected readonly suppliers = loaded(merge(this.search.valueChanges.pipe(debounceTime(150)), this.changed).pipe(startWith('')), () =>
    this.#api.call('suppliers', {}, { q: this.search.value }),
  );
  protected readonly foundBy = foundText;
  readonly #router = inject(Router);
  protected readonly mayTeach = computed(() => may(this.#person()?.role ?? 'auditor', 'habits'));
  protected readonly mayAdd = computed(() => may(this.#person()?.role ?? 'auditor', 'suppliers'));

  constructor() {
    inject(Keys).use([{ keys: 'n', does: 'put a supplier on file', run: () => this.add() }]);
  }

  /** What was learned of a supplier, and rules for him. */
  protected toHabits(id: number): void {
    this.#api.call('habitsOfSupplier', { id }).subscribe((place) => void this.#router.navigate(['/habits', place.id]));
  }

  protected add(): void {
    if (this.mayAdd()) this.#new.putOnFile(null).subscribe(() => this.changed.next());
  }
}
