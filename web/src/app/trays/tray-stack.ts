import { TRAYS, type Tray, QUIET_TRAYS } from '@umber/core/documents';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { TRAY_NAMES } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { currencySign, grouped } from '../money/grouped';
import { sessionFeature } from '../people/session.state';
import { DemoPanel } from '../demo/demo-panel';
import { trayFeature } from './tray.state';

/** The stack of letter trays at the left, each with its count and what presses. */
@Component({
  selector: 'umber-tray-stack',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, DemoPanel],
  template: `
    <nav aria-label="Trays">
      @for (entry of entries(); track entry.tray) {
        @if (entry.tray === 'posted') {
          <hr />
        }
        <a
          [routerLink]="['/tray', entry.tray]"
          [class.open]="entry.tray === tray()"
          [attr.aria-current]="entry.tray === tray() ? 'page' : null"
        >
          <span class="name">{{ entry.name }}</span><span class="digits count">{{ entry.documents }}</span>
          @if (entry.note) {
            <span class="note" [class.ask]="entry.presses">{{ entry.note }}</span>
          }
        </a>
      }
    </nav>
    @if (session()?.demo) {
      <umber-demo-panel />
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      justify-content: space-between;
      gap: 16px;
      width: 216px;
      padding: 12px;
      background: #ede3d4;
      min-height: calc(100vh - 48px);
      position: sticky;
      top: 48px;
      max-height: calc(100vh - 48px);
      overflow: auto;
    }
    nav {
      display: grid;
      gap: 4px;
    }
    a {
      display: grid;
      grid-template-columns: 1fr auto;
      padding: 7px 12px 8px;
      border-radius: 6px;
      border-left: 4px solid transparent;
      color: var(--ink);
      text-decoration: none;
    }
    a:hover {
      background: #f4ecdf;
    }
    a.open {
      background: var(--sheet);
      border-left-color: var(--umber);
      box-shadow: 0 0 0 1px var(--rule);
    }
    .name {
      font-weight: 600;
    }
    .count {
      font-weight: 600;
    }
    .note {
      grid-column: 1 / -1;
      color: var(--quiet);
      font-size: 12.5px;
    }
    .note.ask {
      color: #8f4100;
      font-weight: 600;
    }
    hr {
      width: 100%;
      border: 0;
      border-top: 1px solid #cdbfaa;
      margin: 8px 0;
    }
    @media (width < 900px) {
      :host {
        position: static;
        width: auto;
        min-height: 0;
        max-height: none;
        padding: 8px 12px;
      }
      nav {
        grid-template-columns: repeat(auto-fill, minmax(104px, 1fr));
      }
      hr,
      .note {
        display: none;
      }
      a {
        gap: 8px;
        padding: 5px 8px;
      }
    }
  `,
})
export class TrayStack {
  readonly tray = input.required<Tray | null>();
  readonly #store = inject(Store);
  readonly #counts = this.#store.selectSignal(trayFeature.selectCounts);
  protected readonly session = this.#store.selectSignal(sessionFeature.selectSession);

  protected readonly entries = computed(() => {
    const byTray = new Map(this.#counts().map((count) => [count.tray, count]));
    const sign = currencySign(this.session()?.company.currency ?? null);
    return TRAYS.map((tray) => {
      const count = byTray.get(tray);
      const presses = !QUIET_TRAYS.includes(tray) && (count?.due ?? 0) > 0;
      const amount =
        count && count.amount !== '0' && !QUIET_TRAYS.includes(tray) ? `${sign} ${grouped(count.amount.split('.')[0], 0)}` : '';
      const note = presses ? `${count?.due} due within a week` : amount;
      return { tray, name: TRAY_NAMES[tray], documents: count?.documents ?? 0, note, presses };
    });
  });
}
