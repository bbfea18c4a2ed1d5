import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { KeptOriginal } from '@umber/contract/retention';
import { fullDay } from '../dates/day';
import { AmountPipe } from '../money/amount.pipe';
import { KEPT_KIND_NAMES, originalName, OUTCOME_NAMES } from './words';

/** Originals one below the other, each with its documents, until when they are kept, and what holds them or became of them. */
@Component({
  selector: 'umber-originals-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe, RouterLink],
  template: `
    <table class="ruled" [attr.aria-label]="label()">
      <thead>
        <tr>
          <th>Original</th>
          <th>Kind</th>
          <th>Issued</th>
          <th>Came</th>
          <th class="number">Total</th>
          <th>Kept until</th>
        </tr>
      </thead>
      <tbody>
        @for (one of originals(); track one.arrivalId + ' ' + one.documentId) {
          <tr>
            <td>
              @if (one.documentId !== null) {
                <a [routerLink]="['/document', one.documentId]">{{ name(one) }}</a>
              } @else {
                {{ name(one) }}
              }
            </td>
            <td>{{ kinds[one.kind] }}</td>
            <td class="nowrap">{{ one.issueDate === null ? '' : day(one.issueDate) }}</td>
            <td class="nowrap">{{ day(one.receivedOn) }}</td>
            <td class="number">{{ one.total | amount }} {{ one.total === null ? '' : one.currency }}</td>
            <td>
              <span class="nowrap">{{ one.keptUntil === null ? 'for ever' : day(one.keptUntil) }}</span>
              @if (one.outcome !== null) {
                <div [class.ask]="one.outcome !== 'deleted'">{{ outcomes[one.outcome] }}</div>
              }
              @if (one.holds.length > 0 && one.outcome !== 'deleted') {
                <div class="ask">on hold: {{ one.holds.join(', ') }}</div>
              }
            </td>
          </tr>
        } @empty {
          <tr>
            <td colspan="6" class="quiet">Nothing.</td>
          </tr>
        }
      </tbody>
    </table>
    @if (isCut()) {
      <p class="quiet">More follow: these are the first {{ originals().length }}.</p>
    }
  `,
  styles: `
    .nowrap {
      white-space: nowrap;
    }
  `,
})
export class OriginalsList {
  readonly originals = input.required<readonly KeptOriginal[]>();
  readonly isCut = input(false);
  readonly label = input('Originals');
  protected readonly name = originalName;
  protected readonly kinds = KEPT_KIND_NAMES;
  protected readonly outcomes = OUTCOME_NAMES;
  protected readonly day = fullDay;
}
