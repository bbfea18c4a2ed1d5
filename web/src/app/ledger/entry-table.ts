import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { EntryView } from '@umber/contract/ledger';
import { sum } from '@umber/core/money';
import { AmountPipe } from '../money/amount.pipe';

/** The lines of a journal entry, debit and credit, with their sums. */
@Component({
  selector: 'umber-entry-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe],
  template: `
    <table class="ruled">
      <thead>
        <tr>
          <th>Account</th>
          <th>Text</th>
          <th>Centre</th>
          <th class="number">Debit</th>
          <th class="number">Credit</th>
        </tr>
      </thead>
      <tbody>
        @for (line of entry().lines; track $index) {
          <tr>
            <td>
              <span class="digits">{{ line.account }}</span> {{ line.accountName }}
              @if (line.taxRate) {
                <span class="quiet rate">{{ line.taxRate }} %</span>
              }
            </td>
            <td class="quiet">{{ line.text }}</td>
            <td class="digits">{{ line.costCentre }}</td>
            <td class="number">{{ line.debit === '0.00' ? '' : (line.debit | amount) }}</td>
            <td class="number">{{ line.credit === '0.00' ? '' : (line.credit | amount) }}</td>
          </tr>
        }
      </tbody>
      <tfoot>
        <tr>
          <td colspan="3">{{ base() }}, balanced</td>
          <td class="number">{{ debit() | amount }}</td>
          <td class="number">{{ credit() | amount }}</td>
        </tr>
      </tfoot>
    </table>
  `,
  styles: `
    tfoot td {
      font-weight: 600;
      border-bottom: 0;
      border-top: 2px solid var(--umber);
    }
    td {
      font-size: 14.5px;
    }
    .rate {
      white-space: nowrap;
    }
  `,
})
export class EntryTable {
  readonly entry = input.required<EntryView>();
  readonly base = input('GBP');
  protected readonly debit = computed(() => sum(this.entry().lines.map((line) => line.debit)).toFixed(2));
  protected readonly credit = computed(() => sum(this.entry().lines.map((line) => line.credit)).toFixed(2));
}
