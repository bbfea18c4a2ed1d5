import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { addressOf } from '@umber/contract/endpoints';
import type { HabitsFile } from '@umber/contract/habits';
import { may } from '@umber/core/permissions';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { of, startWith, Subject } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { dayText, todayIso } from '../dates/day';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { sessionFeature } from '../people/session.state';
import { counted } from '../words/counted';
import { ProgressPanel } from './progress-panel';

/** The suppliers of whom something was learned from corrections, those with the newest first. */
@Component({
  selector: 'umber-habit-owners-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingLine, ProgressPanel, ReactiveFormsModule, RouterLink],
  template: `
    <header>
      <h1>Habits</h1>
      <input class="field" [formControl]="search" placeholder="Supplier" aria-label="Find a supplier" />
      <span class="quiet">What was learned from corrections. Each speaks for its own supplier only.</span>
      <span class="gap"></span>
      <a class="plain-button" [href]="file" download="habits.json">Save all as a file</a>
      @if (mayChange()) {
        <button type="button" class="plain-button" (click)="chooser.click()">Take in a file …</button>
        <input #chooser type="file" accept=".json,application/json" hidden (change)="takeIn($event)" />
      }
    </header>
    @if (message(); as said) {
      <p role="status" [class.ask]="failed()">{{ said }}</p>
    }
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
                  ><strong>{{ owner.everyone ? 'All suppliers' : (owner.name ?? 'Nobody is named on his pages') }}</strong></a
                >
                @if (owner.everyone) {
                  <span class="quiet">rules made by hand</span>
                } @else if (!owner.onFile) {
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
      @if (progress().value; as progress) {
        <umber-progress-panel [progress]="progress" />
      }
    }
  `,
  styles: `
    a.plain-button {
      text-decoration: none;
    }
    td a {
      color: var(--right);
      text-decoration: none;
    }
    td a:hover {
      text-decoration: underline;
    }
    umber-progress-panel {
      max-width: 640px;
      margin-top: 24px;
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
  readonly #taken = new Subject<void>();
  protected readonly owners = loaded(this.#taken.pipe(startWith(null)), () => this.#api.call('habitOwners'));
  protected readonly progress = loaded(of(null), () => this.#api.call('progress'));
  protected readonly file = addressOf('exportAllHabits', {});
  protected readonly message = signal('');
  protected readonly failed = signal(false);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', 'habits'));
  protected readonly shown = computed(() => {
    const wanted = this.#wanted().trim().toLowerCase();
    return (this.owners().value ?? []).filter(({ name }) => (name ?? '').toLowerCase().includes(wanted));
  });
  protected readonly day = (iso: string): string => dayText(iso.slice(0, 10), this.#today);

  /** Takes in the habits of a file that was saved here or elsewhere. */
  protected takeIn(event: Event): void {
    const chooser = event.target as HTMLInputElement;
    const [file] = chooser.files ?? [];
    chooser.value = '';
    if (!file) return;
    void file.text().then((text) => {
      let habits: HabitsFile;
      try {
        habits = JSON.parse(text) as HabitsFile;
      } catch {
        return this.#say(
          `${file.name} is no file of habits: it is not JSON. Choose one that was saved here, or that umber teach wrote.`,
          true,
        );
      }
      this.#api.call('importHabits', {}, habits).subscribe({
        next: ({ suppliers, habits: count }) => {
          this.#say(`Taken in: ${counted(count, 'habit')} of ${counted(suppliers, 'supplier')}.`, false);
          this.#taken.next();
        },
        error: (error: unknown) => this.#say(messageOf(error), true),
      });
    });
  }

  #say(text: string, failed: boolean): void {
    this.message.set(text);
    this.failed.set(failed);
  }
}
