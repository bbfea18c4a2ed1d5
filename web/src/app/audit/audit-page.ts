import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { debounceTime, startWith } from 'rxjs';
import { Api } from '../api';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { auditText } from './sentences';

/** What was set, and who signed in: the trail of all that belongs to no document. */
@Component({
  selector: 'umber-audit-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, ReactiveFormsModule, LoadingLine],
  template: `
    <header>
      <h1>Settings and sign-ins</h1>
      <input class="field" [formControl]="search" placeholder="Person, source, supplier" aria-label="Find an act" />
    </header>
    <umber-loading-line [of]="entries()" />
    @if (entries().value; as found) {
      <table class="ruled">
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
          </tr>
        </thead>
        <tbody>
          @for (entry of found; track entry.id) {
            <tr>
              <td class="digits when">{{ entry.at | date: 'd MMM y, HH:mm:ss' }}</td>
              <td class="who">{{ entry.person ?? 'nobody signed in' }}</td>
              <td>{{ text(entry.act) }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="3" class="quiet">Nothing fits.</td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    .when,
    .who {
      width: 1%;
      padding-right: 32px;
      white-space: nowrap;
    }
  `,
})
export class AuditPage {
  readonly #api = inject(Api);
  protected readonly text = auditText;
  protected readonly search = new FormControl('', { nonNullable: true });
  protected readonly entries = loaded(this.search.valueChanges.pipe(debounceTime(150), startWith('')), (text) =>
    this.#api.call('audit', {}, { q: text }),
  );
}
