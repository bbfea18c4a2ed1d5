import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { DemoMail } from '@umber/contract/demo';
import { Api } from '../api';
import { messageOf } from '../refusal';

const WISHES: readonly { readonly what: DemoMail; readonly text: string }[] = [
  { what: 'clean', text: 'an invoice that fits' },
  { what: 'doubt', text: 'one with slips in it' },
  { what: 'price-variance', text: 'one with a higher price' },
  { what: 'stack', text: 'two on paper, scanned' },
  { what: 'copier', text: 'two in the copier’s folder' },
  { what: 'no-attachment', text: 'a mail without invoice' },
  { what: 'again', text: 'the last invoice again' },
];

/** Lets the stand-in supplier write a real mail; clearly part of the demo. */
@Component({
  selector: 'umber-demo-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="Demo">
      <h2>Demo</h2>
      <details>
        <summary>Let a supplier write</summary>
        @for (wish of wishes; track wish.what) {
          <button type="button" [disabled]="busy()" (click)="write(wish.what)">{{ wish.text }}</button>
        }
      </details>
      <p role="status">{{ said() }}</p>
    </section>
  `,
  styles: `
    section {
      padding: 10px 12px;
      border: 1px dashed #a8957b;
      border-radius: 6px;
      font-size: 13px;
    }
    h2 {
      font-size: 13px;
      color: var(--umber);
    }
    summary {
      cursor: pointer;
      padding: 3px 0;
    }
    button {
      display: block;
      width: 100%;
      padding: 4px 6px;
      border: 0;
      border-radius: 4px;
      background: none;
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    button:hover:not(:disabled) {
      background: var(--sheet);
    }
    p {
      margin: 2px 0 0;
      color: var(--quiet);
    }
    p:empty {
      display: none;
    }
  `,
})
export class DemoPanel {
  readonly #api = inject(Api);
  protected readonly wishes = WISHES;
  protected readonly busy = signal(false);
  protected readonly said = signal('');

  protected write(what: DemoMail): void {
    this.busy.set(true);
    this.#api.supplierWrites(what).subscribe({
      next: (sent) => this.#done(`${sent.supplier} wrote: ${sent.subject}`),
      error: (error: unknown) => this.#done(messageOf(error)),
    });
  }

  #done(text: string): void {
    this.busy.set(false);
    this.said.set(text);
  }
}
