import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { of, startWith } from 'rxjs';
import { Api } from '../api';
import { dayText, todayIso } from '../dates/day';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';

/** The suppliers of whom something was learned from corrections, those with the newest first. */
@Component({
  selector: 'umber-habit-owners-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingLine, ReactiveFormsModule, RouterLink],
  template: `
    <header>
      <h1>Habits</h1>
      <input class="field" [formControl]="search" placeholder="Supplier" aria-label="Find a supplier" />
      <span class="quiet">What was learned from corrections. Each speaks for its own supplier only.</span>
    </header>
    <umber-loading-line [of]="owners()" />
    @if (owners().value) {
      <table class="ruled">
        <thead>
          <tr>
            <th>Supplier</th>
            <th class="number">Habits</th>
            <th class="number">Borne out</th>
            <th class="number">Corrected</th>
            <th class="number">Version</th>
            <th>Since</th>
          </tr>
        </thead>
        <tbody>
          @for (owner of shown(); track owner.id) {
            <tr>
              <td>
                <a [routerLink]="['/habits', owner.id]"
                  ><strong>{{ owner.name ?? 'Nobody is named on his pages' }}</strong></a
                >
                @if (!owner.onFile) {
                  <span class="quiet">not on file yet</span>
                }
              </td>
              <td class="number">{{ owner.habits }}</td>
              <td class="number">{{ owner.held }}</td>
              <td class="number" [class.ask]="owner.corrected > 0">{{ owner.corrected }}</td>
              <td class="number">{{ owner.version }}</td>
              <td>{{ day(owner.at) }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="6" class="quiet">
                {{
                  search.value === ''
                    ? 'Nothing was learned yet. Correct a value at Check, and it is known on the next page.'
                    : 'Of no such supplier was anything learned.'
                }}
              </td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    td a {
      color: var(--right);
      text-decoration: none;
    }
    td a:hover {
      text-decoration: underline;
    }
    td .quiet {
      margin-left: 10px;
    }
  `,
})
export class HabitOwnersPage {
  readonly #api = inject(Api);
  readonly #today = todayIso();
  protected readonly search = new FormControl('', { nonNullable: true });
  readonly #wanted = toSignal(this.search.valueChanges.pipe(startWith('')), { initialValue: '' });
  protected readonly owners = loaded(of(null), () => this.#api.call('habitOwners'));
  protected readonly shown = computed(() => {
    const wanted = this.#wanted().trim().toLowerCase();
    return (this.owners().value ?? []).filter(({ name }) => (name ?? '').toLowerCase().includes(wanted));
  });
  protected readonly day = (iso: string): string => dayText(iso.slice(0, 10), this.#today);
}
