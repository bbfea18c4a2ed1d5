import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { ImportView } from '@umber/contract/importing';
import { headOf, IMPORT_COLUMNS, type ImportMapping } from '@umber/core/importing';

/** A file's columns with their first cells: each is said to be one of the table's, by a list or by dragging a name onto it. */
@Component({
  selector: 'umber-file-columns',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (open().length > 0) {
      <p class="names" aria-label="Without a column">
        <span class="quiet">Not in the file yet:</span>
        @for (column of open(); track column.name) {
          <span
            class="name"
            [class.ask]="column.required"
            [draggable]="!fixed()"
            (dragstart)="$event.dataTransfer?.setData('text/plain', column.name)"
            >{{ head(column.name) }}{{ column.required ? ', needed' : '' }}</span
          >
        }
      </p>
    }
    <div class="wide">
      <table class="ruled">
        <thead>
          <tr>
            @for (one of of().heads; track $index; let at = $index) {
              <th
                [class.over]="over() === at"
                (dragover)="$event.preventDefault(); over.set(at)"
                (dragleave)="over.set(null)"
                (drop)="dropped($event, at)"
              >
                <span class="head">{{ one || 'no head' }}</span>
                <select
                  #choice
                  class="field"
                  [disabled]="fixed()"
                  [attr.aria-label]="'Column ' + (at + 1) + ', ' + one"
                  (change)="choose(at, choice.value)"
                >
                  <option value="" [selected]="nameAt(at) === null">not used</option>
                  @for (column of columns(); track column.name) {
                    <option [value]="column.name" [selected]="nameAt(at) === column.name">{{ head(column.name) }}</option>
                  }
                </select>
              </th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of [0, 1, 2]; track row) {
            <tr>
              @for (cells of of().samples; track $index) {
                <td>{{ cells[row] }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .names {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
      align-items: center;
      margin: 0 0 10px;
      font-size: 14px;
    }
    .name {
      padding: 2px 10px;
      border: 1px solid var(--rule);
      border-radius: 4px;
      background: var(--sheet);
    }
    .name[draggable='true'] {
      cursor: grab;
    }
    .wide {
      overflow-x: auto;
    }
    th {
      min-width: 158px;
      vertical-align: bottom;
    }
    th.over {
      background: var(--right-tint);
    }
    .head {
      display: block;
      overflow: hidden;
      max-width: 200px;
      text-overflow: ellipsis;
    }
    select.field {
      width: 100%;
      height: 30px;
      padding: 0 4px;
      margin-top: 4px;
    }
    td {
      max-width: 200px;
      overflow: hidden;
      color: var(--quiet);
      text-overflow: ellipsis;
      white-space: nowrap;
    }
  `,
})
export class FileColumns {
  readonly of = input.required<ImportView>();
  readonly mapping = output<ImportMapping>();
  protected readonly over = signal<number | null>(null);
  protected readonly columns = computed(() => IMPORT_COLUMNS[this.of().table]);
  protected readonly open = computed(() => this.columns().filter(({ name }) => (this.of().mapping[name] ?? null) === null));
  protected readonly fixed = computed(() => this.of().appliedAt !== null);
  protected readonly head = headOf;

  protected nameAt(at: number): string | null {
    return Object.entries(this.of().mapping).find(([, place]) => place === at)?.[0] ?? null;
  }

  /** Says that the column at a place is one of the table's; it is no other then, and no other column is it. */
  protected choose(at: number, name: string): void {
    const others = Object.entries(this.of().mapping).map(([each, place]) => [each, place === at ? null : place] as const);
    this.mapping.emit({ ...Object.fromEntries(others), ...(name === '' ? {} : { [name]: at }) });
  }

  protected dropped(event: DragEvent, at: number): void {
    event.preventDefault();
    this.over.set(null);
    const name = event.dataTransfer?.getData('text/plain') ?? '';
    if (this.columns().some((column) => column.name === name)) this.choose(at, name);
  }
}
