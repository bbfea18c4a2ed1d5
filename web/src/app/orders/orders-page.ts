import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { debounceTime, startWith } from 'rxjs';
import { Api } from '../api';
import { dayText, todayIso } from '../dates/day';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { AmountPipe } from '../money/amount.pipe';
import { currencySign } from '../money/grouped';

/** The purchase orders that invoices are matched with. */
@Component({
  selector: 'umber-orders-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, AmountPipe, LoadingLine],
  template: `
    <header>
      <h1>Orders</h1>
      <input class="field" [formControl]="search" placeholder="Number or supplier" aria-label="Find an order" />
    </header>
    <umber-loading-line [of]="orders()" />
    @if (orders().value; as found) {
      <table class="ruled">
        <thead>
          <tr>
            <th>Number</th>
            <th>Supplier</th>
            <th>Ordered</th>
            <th>By</th>
            <th>Centre</th>
            <th class="number">Lines</th>
            <th class="number">Net</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody>
          @for (order of found; track order.id) {
            <tr>
              <td class="digits">
                <strong>{{ order.number }}</strong>
              </td>
              <td>{{ order.supplier }}</td>
              <td>{{ day(order.orderedOn) }}</td>
              <td>{{ order.owner }}</td>
              <td class="digits">{{ order.costCentre }}</td>
              <td class="number">{{ order.lines }}</td>
              <td class="number">
                <span class="quiet">{{ sign(order.currency) }}</span> {{ order.amount | amount }}
              </td>
              <td>{{ order.state }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="8" class="quiet">No order fits.</td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
})
export class OrdersPage {
  readonly #api = inject(Api);
  readonly #today = todayIso();
  protected readonly search = new FormControl('', { nonNullable: true });
  protected readonly orders = loaded(this.search.valueChanges.pipe(debounceTime(150), startWith('')), (text) =>
    this.#api.call('orders', {}, { q: text }),
  );
  protected readonly day = (iso: string): string => dayText(iso, this.#today);
  protected readonly sign = currencySign;
}
