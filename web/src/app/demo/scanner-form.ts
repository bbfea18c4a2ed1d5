import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { MOST_SCANNED, SCAN_RESOLUTIONS, type ScanWish } from '@umber/contract/demo';

/** What is laid into the stand-in scanner, and how it is set. */
@Component({
  selector: 'umber-scanner-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <form [formGroup]="form" (ngSubmit)="fed.emit(form.getRawValue())">
      <label>
        <span>Invoices</span>
        <select formControlName="invoices">
          @for (count of counts; track count) {
            <option [ngValue]="count">{{ count }}</option>
          }
        </select>
      </label>
      <label>
        <span>Dots an inch</span>
        <select formControlName="resolution">
          @for (resolution of resolutions; track resolution) {
            <option [ngValue]="resolution">{{ resolution }}</option>
          }
        </select>
      </label>
      <label>
        <span>Paper</span>
        <select formControlName="paper">
          <option value="clean">clean</option>
          <option value="worn">worn</option>
        </select>
      </label>
      <label>
        <span>File</span>
        <select formControlName="file">
          <option value="pdf">PDF</option>
          <option value="tiff">TIFF</option>
        </select>
      </label>
      <label>
        <span>Goes</span>
        <select formControlName="to">
          <option value="mail">by mail</option>
          <option value="folder">to its folder</option>
        </select>
      </label>
      <label class="tick"><input type="checkbox" formControlName="separators" /> separator sheets</label>
      <button class="plain-button" type="submit" [disabled]="busy()">Scan the stack</button>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 5px;
      padding: 4px 0 6px;
    }
    label {
      display: grid;
      grid-template-columns: 1fr 84px;
      align-items: center;
    }
    .tick {
      display: flex;
      gap: 6px;
    }
    select {
      height: 26px;
      border: 1px solid #b3a48f;
      border-radius: 4px;
      background: var(--sheet);
      font: inherit;
    }
    .plain-button {
      justify-content: center;
      min-height: 30px;
      font-size: 13px;
    }
  `,
})
export class ScannerForm {
  readonly busy = input(false);
  readonly fed = output<ScanWish>();
  protected readonly resolutions = SCAN_RESOLUTIONS;
  protected readonly counts = Array.from({ length: MOST_SCANNED }, (_, i) => i + 1);
  readonly #build = inject(NonNullableFormBuilder);
  protected readonly form = this.#build.group<ScanWish>({
    invoices: 2,
    resolution: 300,
    paper: 'clean',
    file: 'pdf',
    to: 'mail',
    separators: false,
  });
}
