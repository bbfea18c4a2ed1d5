import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Item } from './margin-items';

/** The fields that are on none of the pages, small and quiet: each can be filled. */
@Component({
  selector: 'umber-loose-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Not on the pages</h2>
    @for (item of items(); track item.id) {
      <button type="button" (click)="chosen.emit(item)">
        <span class="name">{{ item.name }}</span>
        <span class="value" [class.none]="!has(item)">{{ has(item) ? item.value : '' }}</span>
        <span class="act">{{ has(item) ? 'change' : 'fill' }}</span>
      </button>
    }
  `,
  styles: `
    :host {
      display: block;
      max-width: 330px;
      margin-left: auto;
      text-align: left;
    }
    h2 {
      padding-bottom: 3px;
      border-bottom: 1px solid var(--rule);
      color: var(--quiet);
      font: 400 13px/1.3 var(--words);
    }
    button {
      display: grid;
      grid-template-columns: 104px minmax(0, 1fr) auto;
      gap: 8px;
      align-items: baseline;
      width: 100%;
      min-height: 24px;
      padding: 1px 4px;
      border: 0;
      border-bottom: 1px solid #ece3d4;
      background: none;
      color: var(--ink);
      font: 400 13px/1.4 var(--words);
      text-align: left;
      cursor: pointer;
    }
    button:hover {
      background: var(--sheet);
    }
    .name {
      color: var(--quiet);
    }
    .value {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .act {
      color: var(--right);
      font-weight: 600;
    }
  `,
})
export class LooseFields {
  readonly items = input.required<readonly Item[]>();
  readonly chosen = output<Item>();
  protected readonly has = (item: Item): boolean => item.value !== 'not on the page';
}
