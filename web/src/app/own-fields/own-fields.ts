import { inject, Injectable, signal } from '@angular/core';
import type { OwnField } from '@umber/core/documents';
import { Api } from '../api';

/** The company's own fields, asked for when first wanted and kept as they are changed here. */
@Injectable({ providedIn: 'root' })
export class OwnFields {
  readonly #all = signal<readonly OwnField[]>([]);
  /** Empty until they are known. */
  readonly all = this.#all.asReadonly();

  constructor() {
    inject(Api)
      .call('ownFields')
      .subscribe({ next: (fields) => this.#all.set(fields), error: () => undefined });
  }

  set(fields: readonly OwnField[]): void {
    this.#all.set(fields);
  }
}
