import { KeyHint } from '../keys/key-hint';
import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { SupplierView } from '@umber/contract/suppliers';
import { Store } from '@ngrx/store';
import { Api } from '../api';
import { fullDay } from '../dates/day';
import { sessionFeature } from '../people/session.state';
import { messageOf } from '../api-error';

/** Who put a supplier on file, and the button by which a second person confirms it; empty where it is confirmed. */
@Component({
  selector: 'umber-confirm-supplier',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint],
  template: `
    @if (supplier().waitsSince; as since) {
      <span class="ask">Put on file by {{ since.by }} on {{ day(since.on) }}.</span>
      @if (since.like.length > 0) {
        <span class="ask">It has something in common with {{ since.like.join(', ') }}: is it another firm?</span>
      }
      @if (mayConfirm()) {
        <button class="plain-button" type="button" [disabled]="busy()" (click)="confirm()">
          Confirm supplier
          @if (key(); as sign) {
            <kbd>{{ sign }}</kbd>
          }
        </button>
      } @else {
        <span class="quiet">{{ isOwn() ? 'Somebody else confirms it.' : 'A controller confirms it.' }}</span>
      }
      @if (message(); as text) {
        <span class="ask" role="alert">{{ text }}</span>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 12px;
    }
    .plain-button {
      min-height: 30px;
    }
  `,
})
export class ConfirmSupplier {
  readonly supplier = input.required<SupplierView>();
  /** The key that confirms, where the screen has one. */
  readonly key = input<string | null>(null);
  readonly confirmed = output<SupplierView>();
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly busy = signal(false);
  protected readonly message = signal('');
  protected readonly day = fullDay;
  protected readonly isOwn = computed(() => this.supplier().waitsSince?.byId === this.#person()?.id);
  protected readonly mayConfirm = computed(() => may(this.#person()?.role ?? 'auditor', 'confirmSuppliers') && !this.isOwn());

  confirm(): void {
    if (this.busy() || !this.mayConfirm()) return;
    this.busy.set(true);
    this.#api.call('confirmSupplier', { id: this.supplier().id }).subscribe({
      next: (supplier) => (this.busy.set(false), this.confirmed.emit(supplier)),
      error: (error: unknown) => (this.busy.set(false), this.message.set(messageOf(error))),
    });
  }
}
