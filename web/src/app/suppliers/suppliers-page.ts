import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { debounceTime, startWith, switchMap } from 'rxjs';
import { Api } from '../api';

/** The suppliers on file: what a document's seller is recognised by. */
@Component({
  selector: 'umber-suppliers-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <header>
      <h1>Suppliers</h1>
      <input [formControl]="search" placeholder="Name or tax id" aria-label="Find a supplier" />
    </header>
    <table class="ruled">
      <thead>
        <tr>
          <th>Name</th>
          <th>Tax id</th>
          <th>IBAN</th>
          <th>Country</th>
          <th class="number">Terms</th>
        </tr>
      </thead>
      <tbody>
        @for (supplier of suppliers(); track supplier.id) {
          <tr>
            <td>
              <strong>{{ supplier.name }}</strong>
            </td>
            <td class="digits">{{ supplier.taxId }}</td>
            <td class="digits">{{ supplier.iban }}</td>
            <td>{{ supplier.country }}</td>
            <td class="number">{{ supplier.termsDays }} days</td>
          </tr>
        } @empty {
          <tr>
            <td colspan="5" class="quiet">No supplier is called so.</td>
          </tr>
        }
      </tbody>
    </table>
  `,
})
export class SuppliersPage {
  readonly #api = inject(Api);
  protected readonly search = new FormControl('', { nonNullable: true });
  protected readonly suppliers = toSignal(
    this.search.valueChanges.pipe(
      debounceTime(150),
      startWith(''),
      switchMap((text) => this.#api.suppliers(text)),
    ),
    { initialValue: [] },
  );
}
