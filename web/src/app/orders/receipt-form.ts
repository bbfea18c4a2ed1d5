import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import type { OrderPage, OrderView } from '@umber/contract/orders';
import { Decimal, decimal, isDecimalString, plain } from '@umber/core/money';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { typedValue } from '../checking/typed-value';
import { todayIso } from '../dates/day';

/** Says what came of an order, or what went back: what is still to come stands there already. */
@Component({
  selector: 'umber-receipt-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <form [formGroup]="form" (ngSubmit)="save()">
      <h2>{{ kind() === 'receipt' ? 'What came?' : 'What went back?' }}</h2>
      <div class="head">
        <label>On <input #day type="date" class="field" [value]="receivedOn()" [max]="today" (input)="receivedOn.set(day.value)" /></label>
        <label
          >Delivery note <input #note class="field" maxlength="60" [value]="deliveryNote()" (input)="deliveryNote.set(note.value)"
        /></label>
      </div>
      <table class="ruled">
        <thead>
          <tr>
            <th>Line</th>
            <th class="number">Ordered</th>
            <th class="number">Came before</th>
            <th class="number">{{ kind() === 'receipt' ? 'Came now' : 'Went back' }}</th>
            <th>Unit</th>
          </tr>
        </thead>
        <tbody>
          @for (line of order().lines; track line.id) {
            <tr>
              <td>{{ line.description }}</td>
              <td class="number">{{ line.quantity }}</td>
              <td class="number">{{ line.received }}</td>
              <td class="number">
                <input
                  #quantity
                  class="field digits"
                  [value]="quantities()[line.id] ?? ''"
                  (input)="setQuantity(line.id, quantity.value)"
                  [attr.aria-label]="(kind() === 'receipt' ? 'Came now of ' : 'Went back of ') + line.description"
                />
              </td>
              <td>{{ line.byAmount ? order().currency : line.unit }}</td>
            </tr>
          }
        </tbody>
      </table>
      @if (fault(); as text) {
        <p class="error" role="alert">{{ text }}</p>
      }
      <p class="acts">
        <button type="submit" class="plain-button main" [disabled]="busy()">{{ kind() === 'receipt' ? 'It came' : 'It went back' }}</button>
        @if (kind() === 'receipt') {
          <button type="button" class="plain-button" (click)="nothing()">Nothing of it</button>
        }
        <button type="button" class="plain-button" (click)="left.emit()">Back</button>
      </p>
    </form>
  `,
  styles: `
    :host {
      display: block;
      margin: 10px 0 18px;
      padding: 12px 16px;
      border: 1.5px solid #e0a95c;
      border-radius: 8px;
      background: var(--ask-tint);
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      gap: 10px 18px;
      margin: 8px 0;
    }
    label {
      display: grid;
      gap: 3px;
      color: var(--quiet);
      font-size: 13px;
    }
    td .field {
      width: 110px;
      height: 30px;
      text-align: right;
    }
    .acts {
      display: flex;
      gap: 8px;
      margin: 12px 0 0;
    }
  `,
})
export class ReceiptForm {
  protected readonly form = new FormGroup({});
  readonly order = input.required<OrderView>();
  readonly kind = input.required<'receipt' | 'return'>();
  readonly saved = output<OrderPage>();
  readonly left = output<void>();
  readonly #api = inject(Api);
  protected readonly today = todayIso();
  protected readonly receivedOn = signal(todayIso());
  protected readonly deliveryNote = signal('');
  readonly #still = computed((): Readonly<Partial<Record<number, string>>> =>
    this.kind() === 'return'
      ? {}
      : Object.fromEntries(
          this.order().lines.flatMap(({ id, quantity, received }) => {
            const open = Decimal.max(decimal(quantity).minus(decimal(received)), 0);
            return open.isZero() ? [] : [[id, plain(open)]];
          }),
        ),
  );
  protected readonly quantities = linkedSignal(() => this.#still());
  protected readonly fault = signal('');
  protected readonly busy = signal(false);

  protected setQuantity(id: number, text: string): void {
    this.quantities.update((all) => ({ ...all, [id]: text }));
  }

  protected nothing(): void {
    this.quantities.set({});
  }

  protected save(): void {
    if (this.busy()) return;
    const lines = Object.entries(this.quantities())
      .map(([id, text]) => ({ orderLineId: Number(id), quantity: typedValue('quantity', text ?? '') }))
      .filter(({ quantity }) => quantity !== '' && !(isDecimalString(quantity) && decimal(quantity).isZero()));
    if (lines.length === 0) return this.fault.set('Type of at least one line how much it is.');
    this.busy.set(true);
    this.#api
      .call(
        'enterReceipt',
        { id: this.order().id },
        { kind: this.kind(), receivedOn: this.receivedOn(), deliveryNote: this.deliveryNote(), lines },
      )
      .subscribe({
        next: (page) => this.saved.emit(page),
        error: (error: unknown) => (this.busy.set(false), this.fault.set(messageOf(error))),
      });
  }
}
