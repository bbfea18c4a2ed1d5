import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { sessionFeature } from '../people/session.state';
import type { TrailEntry } from '@umber/contract/documents';
import { DatePipe } from '@angular/common';
import { todayIso } from '../dates/day';
import { trailText } from './sentences';

/** Everything that happened to a document, newest first. */
@Component({
  selector: 'umber-trail-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe],
  template: `
    @if (separation() === 'two-people') {
      <p class="quiet">The company works with two people: who approves may post.</p>
    }
    <ol>
      @for (entry of trail(); track entry.id) {
        <li>
          <time class="quiet">{{ entry.at | date: formOf(entry.at) }}</time>
          <span class="who" [class.quiet]="entry.person === null">{{ entry.person ?? 'machine' }}</span>
          <span>{{ trailText(entry) }}</span>
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: 122px 110px minmax(0, 1fr);
      gap: 10px;
      padding: 5px 0;
      border-bottom: 1px solid var(--rule);
      font-size: 13.5px;
      overflow-wrap: anywhere;
    }
    @media (width < 900px) {
      li {
        grid-template-columns: 1fr 1fr;
        gap: 0 10px;
      }
      li span:last-child {
        grid-column: 1 / -1;
      }
    }
    .who {
      font-weight: 600;
    }
    .who.quiet {
      font-weight: 400;
    }
  `,
})
export class TrailPanel {
  /** With the year where it is not this one: trails are read for years. */
  protected readonly formOf = (at: string): string => (at.slice(0, 4) === todayIso().slice(0, 4) ? 'd MMM, HH:mm:ss' : 'd MMM yyyy, HH:mm');
  readonly #session = inject(Store).selectSignal(sessionFeature.selectSession);
  protected readonly separation = computed(() => this.#session()?.company.separation);
  protected readonly trailText = trailText;
  readonly trail = input.required<readonly TrailEntry[]>();
}
