import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { may } from '@umber/core/permissions';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { debounceTime, startWith } from 'rxjs';
import { Api } from '../api';
import { dayText, todayIso } from '../dates/day';
import { KeyHint } from '../keys/key-hint';
import { Keys } from '../keys/keys';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { AmountPipe } from '../money/amount.pipe';
import { currencySign } from '../money/grouped';
import { sessionFeature } from '../people/session.state';
import { ORDER_KIND_NAMES } from './sentences';

/** The purchase orders that invoices are matched with. */
@Component({
  selector: 'umber-orders-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, AmountPipe, KeyHint, LoadingLine, RouterLink],
  template: `
    <header>
      <h1>Orders</h1>
      <input class="field" [formControl]="search" placeholder="Number or supplier" aria-label="Find an order" />
      <span class="gap"></span>
      @if (mayEnter()) {
        <a class="plain-button" routerLink="/orders/new">Enter an order … <kbd>N</kbd></a>
      }
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
            <th class="number">Came</th>
            <th class="number">Invoiced</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody>
          @for (order of found; track order.id) {
            <tr>
              <td class="digits">
                <a [routerLink]="['/orders', order.id]">{{ order.number }}</a>
              </td>
              <td>{{ order.supplier }}</td>
              <td>{{ day(order.orderedOn) }}</td>
              <td>{{ order.owner }}</td>
              <td class="digits">{{ order.costCentre }}</td>
              <td class="number">{{ order.lines }}</td>
              <td class="number">
                <span class="quiet">{{ sign(order.currency) }}</span> {{ order.amount | amount }}
              </td>
              <td class="number">{{ order.receivedPercent }} %</td>
              <td class="number">{{ order.invoicedPercent }} %</td>
              <td>{{ order.state }}{{ order.kind === 'goods' ? '' : ', ' + kindNames[order.kind].toLowerCase() }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="10" class="quiet">No order fits.</td>
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
  protected readonly kindNames = ORDER_KIND_NAMES;
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly mayEnter = computed(() => may(this.#person()?.role ?? 'auditor', 'orders'));

  constructor() {
    const router = inject(Router);
    inject(Keys).use([{ keys: 'n', does: 'enter an order', run: () => this.mayEnter() && void router.navigate(['/orders/new']) }]);
  }
}
