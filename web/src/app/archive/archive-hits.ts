import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { addressOf } from '@umber/contract/endpoints';
import { KIND_NAMES } from '@umber/contract/documents';
import type { ArchiveHit } from '@umber/contract/searching';
import { TRAY_NAMES } from '@umber/contract/trays';
import { dayText, todayIso } from '../dates/day';
import { AmountPipe } from '../money/amount.pipe';
import { counted } from '../words/counted';
import { PLACE_NAMES } from './words';

/** Documents of the archive, one below the other, each with its first page and the piece in which it was found. */
@Component({
  selector: 'umber-archive-hits',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, AmountPipe],
  template: `
    <ol>
      @for (hit of hits(); track hit.id) {
        <li [class.here]="$index === at()" [class.out]="without().has(hit.id)" [attr.aria-current]="$index === at() ? 'true' : null">
          <a
            [routerLink]="['/document', hit.id]"
            [queryParams]="hit.word === null ? {} : { find: hit.word }"
            (focus)="reached.emit($index)"
          >
            @if (hit.page !== null) {
              <img [src]="small(hit)" alt="" width="52" height="72" loading="lazy" />
            } @else {
              <span class="none" aria-hidden="true"></span>
            }
            <span class="what">
              <span class="head">
                <b>{{ hit.supplier ?? 'Unknown supplier' }}</b>
                <span class="quiet">{{ kinds[hit.kind].toLowerCase() }}</span>
                <span class="digits">{{ hit.number }}</span>
              </span>
              @if (hit.parts.length > 0) {
                <span class="piece">
                  @for (part of hit.parts; track $index) {
                    @if (part.hit) {
                      <mark>{{ part.text }}</mark>
                    } @else {
                      <span>{{ part.text }}</span>
                    }
                  }
                </span>
              }
              <span class="quiet place">{{ placeText(hit) }}</span>
            </span>
            <span class="sum">
              <b class="digits">{{ hit.currency }} {{ hit.total | amount }}</b>
              <span class="quiet">{{ day(hit) }}</span>
              <span class="tray" [class.rests]="hit.tray === 'turned-away' || hit.tray === 'parked'">{{ trayText(hit) }}</span>
            </span>
          </a>
        </li>
      }
    </ol>
  `,
  styles: `
    :host {
      display: block;
    }
    ol {
      margin: 0;
      padding: 0;
      border-top: 1px solid var(--rule);
    }
    li {
      list-style: none;
      border-bottom: 1px solid var(--rule);
      border-left: 4px solid transparent;
    }
    li.here {
      border-left-color: var(--umber);
      background: var(--sheet);
    }
    li.out {
      opacity: 0.55;

      b,
      .piece {
        text-decoration: line-through;
      }
    }
    a {
      display: grid;
      grid-template-columns: 52px minmax(0, 1fr) auto;
      gap: 16px;
      padding: 8px 10px 8px 6px;
      color: inherit;
      text-decoration: none;
    }
    img,
    .none {
      width: 52px;
      height: 72px;
      object-fit: cover;
      object-position: top;
      border: 1px solid var(--rule);
      background: #fff;
    }
    .what,
    .sum {
      display: flex;
      flex-direction: column;
      gap: 3px;
      min-width: 0;
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0 10px;
      font-size: 16px;
    }
    .piece {
      overflow-wrap: anywhere;
    }
    mark {
      padding: 0 2px;
      border-bottom: 2px solid var(--ask);
      background: var(--ask-tint);
      color: inherit;
      font-weight: 600;
    }
    .place,
    .sum .quiet,
    .tray {
      font-size: 13.5px;
    }
    .sum {
      align-items: flex-end;
      font-size: 16px;
    }
    .tray {
      font-weight: 600;
    }
    .rests {
      color: var(--ask);
    }
    @media (width < 900px) {
      a {
        grid-template-columns: minmax(0, 1fr) auto;
      }
      img,
      .none {
        display: none;
      }
    }
  `,
})
export class ArchiveHits {
  readonly hits = input.required<readonly ArchiveHit[]>();
  /** Which is chosen; -1: none. */
  readonly at = input(-1);
  /** Those that are left out of what is handed on. */
  readonly without = input<ReadonlySet<number>>(new Set());
  readonly reached = output<number>();
  protected readonly kinds = KIND_NAMES;
  readonly #today = todayIso();
  protected readonly day = ({ issueDate }: ArchiveHit): string => (issueDate === null ? 'no date' : dayText(issueDate, this.#today));
  protected readonly small = ({ fileId, page }: ArchiveHit): string =>
    addressOf('smallFilePicture', { id: fileId, page: page ?? 1 }, { turned: 0 });
  protected readonly trayText = ({ tray, entry }: ArchiveHit): string =>
    entry === null ? TRAY_NAMES[tray].toLowerCase() : `posted, no. ${entry}`;
  protected readonly placeText = ({ place, page, more }: ArchiveHit): string =>
    place === null
      ? ''
      : `${place === 'page' && page !== null ? `on page ${page}` : PLACE_NAMES[place]}${more === 0 ? '' : ` · ${counted(more, 'more place')}`}`;
}
