import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { HabitsProgress, MonthProgress } from '@umber/contract/habits';
import { scaleLinear, scalePoint } from 'd3-scale';
import { line } from 'd3-shape';
import { fieldWord } from '../reading/sentences';

const [WIDTH, HEIGHT] = [340, 150];
const INSIDE = { left: 34, right: 16, top: 22, bottom: 24 };
const MONTHS = new Intl.DateTimeFormat('en', { month: 'short', timeZone: 'UTC' });
const LONG_MONTHS = new Intl.DateTimeFormat('en', { month: 'long', year: 'numeric', timeZone: 'UTC' });

/** How reading does over time: the share that went untouched as a line, and all figures in a table. */
@Component({
  selector: 'umber-progress-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Went untouched, percent of a month’s invoices</h2>
    @if (points().length === 0) {
      <p class="quiet">No invoice came in the last twelve months.</p>
    } @else {
      <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="said()">
        @for (tick of ticks(); track tick.percent) {
          <line class="grid" [attr.x1]="inside.left" [attr.x2]="width - inside.right" [attr.y1]="tick.y" [attr.y2]="tick.y" />
          <text class="tick" [attr.x]="inside.left - 8" [attr.y]="tick.y + 4" text-anchor="end">{{ tick.percent }}</text>
        }
        <path [attr.d]="path()" />
        @for (point of points(); track point.month) {
          <circle [attr.cx]="point.x" [attr.cy]="point.y" r="3.5" />
          @if (point.isNamed) {
            <text class="tick" [attr.x]="point.x" [attr.y]="height - 6" text-anchor="middle">{{ point.name }}</text>
          }
          @if ($last) {
            <text class="last" [attr.x]="point.x" [attr.y]="point.y - 9" text-anchor="end">{{ point.percent }} %</text>
          }
        }
      </svg>
      <details>
        <summary>Figures by month, and what is corrected</summary>
        <div class="scrolls" tabindex="0" aria-label="Figures by month">
          <table>
            <thead>
              <tr>
                <th scope="col">Month</th>
                <th scope="col" class="number">Invoices</th>
                <th scope="col" class="number">Untouched</th>
                <th scope="col" class="number">Keys each</th>
              </tr>
            </thead>
            <tbody>
              @for (month of progress().months; track month.month) {
                <tr>
                  <th scope="row">{{ longName(month) }}</th>
                  <td class="number">{{ month.documents }}</td>
                  <td class="number">{{ month.untouched }}</td>
                  <td class="number">{{ keysEach(month) }}</td>
                </tr>
              }
            </tbody>
          </table>
          <table>
            <thead>
              <tr>
                <th scope="col">Corrected</th>
                @for (month of progress().months; track month.month) {
                  <th scope="col" class="number">{{ name(month) }}</th>
                }
              </tr>
            </thead>
            <tbody>
              @for (one of progress().fields; track one.field) {
                <tr>
                  <th scope="row">{{ fieldName(one.field) }}</th>
                  @for (count of one.corrections; track $index) {
                    <td class="number" [class.none]="count === 0">{{ count }}</td>
                  }
                </tr>
              } @empty {
                <tr>
                  <td [attr.colspan]="progress().months.length + 1" class="quiet">Nothing was corrected.</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
      </details>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 12px 16px;
      border: 1px solid var(--rule);
      border-radius: 8px;
      background: var(--sheet);
    }
    h2 {
      margin: 0 0 4px;
      font-size: 16px;
    }
    svg {
      display: block;
      width: 100%;
      max-width: 560px;
    }
    .grid {
      stroke: var(--rule);
    }
    path {
      fill: none;
      stroke: var(--umber);
      stroke-width: 2;
    }
    circle {
      fill: var(--umber);
    }
    text {
      fill: var(--quiet);
      font: 400 12px var(--words);
    }
    .last {
      fill: var(--ink);
      font-weight: 700;
    }
    summary {
      color: var(--right);
      font-weight: 600;
      cursor: pointer;
    }
    .scrolls {
      overflow-x: auto;
    }
    table {
      margin: 8px 0;
      border-collapse: collapse;
      font-size: 13.5px;
    }
    th,
    td {
      padding: 3px 12px 3px 0;
      border-bottom: 1px solid var(--rule);
      font-weight: 400;
      text-align: left;
      white-space: nowrap;
    }
    thead th {
      color: var(--quiet);
      font-weight: 600;
    }
    .number {
      font-family: var(--digits);
      text-align: right;
    }
    .none {
      color: var(--quiet);
    }
  `,
})
export class ProgressPanel {
  readonly progress = input.required<HabitsProgress>();
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly inside = INSIDE;
  readonly #x = computed(() =>
    scalePoint(
      this.progress().months.map(({ month }) => month),
      [INSIDE.left + 12, WIDTH - INSIDE.right - 12],
    ),
  );
  readonly #y = scaleLinear([0, 100], [HEIGHT - INSIDE.bottom, INSIDE.top]);
  protected readonly ticks = computed(() => [0, 25, 50, 75, 100].map((percent) => ({ percent, y: this.#y(percent) })));
  protected readonly points = computed(() => {
    const { months } = this.progress();
    // Where there are many months every other is named.
    const step = months.length > 8 ? 2 : 1;
    return months.map((month, i) => ({
      month: month.month,
      name: name(month),
      isNamed: (months.length - 1 - i) % step === 0,
      percent: percentOf(month),
      x: this.#x()(month.month) ?? 0,
      y: this.#y(percentOf(month)),
    }));
  });
  protected readonly path = computed(
    () =>
      line<{ x: number; y: number }>(
        ({ x }) => x,
        ({ y }) => y,
      )(this.points()) ?? '',
  );
  protected readonly said = computed(() =>
    this.points()
      .map(({ name: of, percent }) => `${of} ${percent} %`)
      .join(', '),
  );
  protected readonly name = name;
  protected readonly longName = ({ month }: MonthProgress): string => LONG_MONTHS.format(new Date(`${month}-01T00:00:00Z`));
  protected readonly keysEach = ({ keys, counted }: MonthProgress): string => (counted === 0 ? '–' : (keys / counted).toFixed(1));
  protected readonly fieldName = (field: string): string => (field === 'lines' ? 'lines' : fieldWord(field));
}

const name = ({ month }: Pick<MonthProgress, 'month'>): string => MONTHS.format(new Date(`${month}-01T00:00:00Z`));
const percentOf = ({ documents, untouched }: MonthProgress): number => (documents === 0 ? 0 : Math.round((100 * untouched) / documents));
