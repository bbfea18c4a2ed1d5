import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule, type MatAutocompleteSelectedEvent } from '@angular/material/autocomplete';
import type { SupplierView } from '@umber/contract/suppliers';
import { debounceTime, filter, startWith } from 'rxjs';
import { Api } from '../api';
import { loaded } from '../loading/loaded';
import { foundText } from './record-words';

/** A field that a supplier on file is found in, by name or tax id, written as people write them. */
@Component({
  selector: 'umber-choose-supplier',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, MatAutocompleteModule],
  template: `
    <input
      class="field"
      [class.chosen]="chosen() !== null"
      [formControl]="text"
      [matAutocomplete]="found"
      [placeholder]="chosen()?.name ?? 'Name or tax id'"
      [attr.aria-label]="label()"
      (blur)="text.setValue('', { emitEvent: false })"
    />
    <mat-autocomplete #found="matAutocomplete" autoActiveFirstOption [displayWith]="nothing" (optionSelected)="choose($event)">
      @for (one of matches(); track one.id) {
        <mat-option [value]="one">
          {{ one.name }} <span class="quiet">{{ foundBy(one.by) || one.taxId }} {{ one.country }}</span>
        </mat-option>
      } @empty {
        @if (text.value !== '') {
          <mat-option disabled>No supplier is called so.</mat-option>
        }
      }
    </mat-autocomplete>
  `,
  styles: `
    input {
      width: 100%;
      height: 32px;
    }
    input.chosen::placeholder {
      color: var(--ink);
    }
  `,
})
export class ChooseSupplier {
  readonly label = input('Supplier');
  /** The one that is chosen now. */
  readonly chosen = input<Pick<SupplierView, 'id' | 'name'> | null>(null);
  readonly choice = output<SupplierView>();
  readonly #api = inject(Api);
  protected readonly text = new FormControl('', { nonNullable: true });
  readonly #found = loaded(
    this.text.valueChanges.pipe(
      filter((text) => typeof text === 'string'),
      debounceTime(120),
      startWith(''),
    ),
    (q) => this.#api.call('suppliers', {}, { q }),
  );
  protected readonly matches = computed(() => (this.#found().value ?? []).slice(0, 8));
  protected readonly foundBy = foundText;
  protected readonly nothing = (): string => '';

  protected choose(event: MatAutocompleteSelectedEvent): void {
    const supplier = event.option.value as SupplierView;
    this.text.setValue('', { emitEvent: false });
    this.choice.emit(supplier);
  }
}
