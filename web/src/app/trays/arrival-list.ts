import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { TRAY_NAMES, type ArrivalRow, type Tray } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { ageText } from '../dates/day';
import { trayFeature } from './tray.state';

const STATE: Readonly<Record<ArrivalRow['state'], string>> = {
  stored: 'kept, being unpacked',
  unpacked: 'unpacked',
  'no-documents': 'no invoice in it',
  repeated: 'came before',
  failed: 'failed',
};

/** Every mail that came in: what it was, what became of it, and why some became nothing. */
@Component({
  selector: 'umber-arrival-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <h2>Mails that came in</h2>
    <table class="ruled" aria-label="Mails that came in">
      <thead>
        <tr>
          <th>From</th>
          <th>Subject</th>
          <th>Became</th>
          <th>Why</th>
          <th class="number">Came</th>
        </tr>
      </thead>
      <tbody>
        @for (arrival of arrivals(); track arrival.id) {
          <tr>
            <td>{{ arrival.sender ?? 'unknown' }}</td>
            <td>{{ arrival.subject ?? '(no subject yet)' }}</td>
            <td>
              @for (file of arrival.files; track file.id) {
                @if (file.pages > 1) {
                  <a [routerLink]="['/file', file.id]">{{ file.name }}, {{ file.pages }} pages</a>
                }
                <ul [class.inside]="file.pages > 1">
                  @for (document of file.documents; track document.id) {
                    <li>
                      <a [routerLink]="['/document', document.id]">{{ document.number ?? file.name }}</a> in {{ trayName(document.tray) }}
                    </li>
                  }
                </ul>
              } @empty {
                <span [class.ask]="arrival.state === 'failed'">{{ stateText(arrival.state) }}</span>
              }
            </td>
            <td class="quiet">{{ arrival.reason }}</td>
            <td class="age quiet">{{ age(arrival.receivedAt) }}</td>
          </tr>
        } @empty {
          <tr>
            <td colspan="5" class="quiet">No mail has come yet.</td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    h2 {
      margin: 24px 0 4px;
    }
    a {
      color: var(--right);
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li,
    td > a {
      white-space: nowrap;
    }
    ul.inside {
      padding-left: 14px;
    }
    td.age {
      text-align: right;
      white-space: nowrap;
      font: 400 13.5px/1.5 var(--words);
    }
  `,
})
export class ArrivalList {
  protected readonly arrivals = inject(Store).selectSignal(trayFeature.selectArrivals);
  readonly #now = signal(Date.now());
  protected readonly trayName = (tray: Tray): string => TRAY_NAMES[tray];
  protected readonly stateText = (state: ArrivalRow['state']): string => STATE[state];
  protected readonly age = (since: string): string => ageText(since, this.#now());
}
