import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { DocumentView, LineView } from '@umber/contract/documents';
import type { CodingLists } from '@umber/contract/matching';
import { AmountPipe } from '../money/amount.pipe';

/** What a line is coded to. */
export interface LineCoding {
  readonly line: number;
  readonly account: string;
  readonly costCentre: string;
}

/** The lines with the account and cost centre of each; all lines at once from the row above them. */
@Component({
  selector: 'umber-coding-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe],
  template: `
    <table class="ruled lines">
      <thead>
        <tr>
          <th class="number">#</th>
          <th>Line</th>
          <th class="number">Qty</th>
          <th class="number">Net</th>
          <th>Account</th>
          <th>Centre</th>
          <th>Coded by</th>
        </tr>
      </thead>
      <tbody>
        @for (line of document().lines; track line.position) {
          <tr [class.asks]="asks().has(line.position)">
            <td class="number">{{ line.position + 1 }}</td>
            <td>{{ line.cells.description }}</td>
            <td class="number">{{ line.cells.quantity }}</td>
            <td class="number">{{ line.cells.netAmount | amount }}</td>
            <td>
              <select
                #account
                class="field"
                [disabled]="!mayCode()"
                (change)="code(line, account.value, line.costCentre ?? '')"
                [attr.aria-label]="'Account of line ' + (line.position + 1)"
              >
                @if (isMissing(line.account)) {
                  <option [value]="line.account" selected disabled>{{ line.account }}</option>
                }
                @for (one of lists().accounts; track one.number) {
                  <option [value]="one.number" [selected]="one.number === line.account">{{ one.number }} {{ one.name }}</option>
                }
              </select>
            </td>
            <td>
              <select
                #centre
                class="field"
                [disabled]="!mayCode()"
                (change)="code(line, line.account ?? '', centre.value)"
                [attr.aria-label]="'Cost centre of line ' + (line.position + 1)"
              >
                @if (line.costCentre === null) {
                  <option value="" selected disabled></option>
                }
                @for (one of lists().costCentres; track one.code) {
                  <option [value]="one.code" [selected]="one.code === line.costCentre">{{ one.code }} {{ one.name }}</option>
                }
              </select>
            </td>
            <td class="quiet">
              {{ line.codedBy ?? (line.pairs.length > 0 ? 'its order' : line.charge === null ? 'the supplier' : 'its kind') }}
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    .lines {
      font-size: 14px;
    }
    td,
    th {
      padding: 5px 8px;
    }
    .field {
      max-width: 220px;
      height: 30px;
      padding: 0 6px;
      font-size: 14px;
    }
    .asks {
      background: var(--ask-tint);
    }
  `,
})
export class CodingTable {
  readonly document = input.required<DocumentView>();
  readonly lists = input.required<CodingLists>();
  readonly mayCode = input.required<boolean>();
  readonly asks = input<ReadonlySet<number>>(new Set());
  readonly coded = output<LineCoding>();

  /** An account that nobody may choose, as that of carriage, or none yet. */
  protected isMissing(account: string | null): boolean {
    return account === null || !this.lists().accounts.some(({ number }) => number === account);
  }

  protected code(line: LineView, account: string, costCentre: string): void {
    this.coded.emit({ line: line.position, account, costCentre });
  }
}
