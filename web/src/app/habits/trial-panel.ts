import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { TrialView } from '@umber/contract/habits';
import { KeyHint } from '../keys/key-hint';
import { counted } from '../words/counted';
import { triedText } from './sentences';

/** A change of a supplier's habits that is tried on past documents: before and after, and what would be read otherwise. */
@Component({
  selector: 'umber-trial-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, RouterLink],
  template: `
    <h2>Being tried: {{ says() }}</h2>
    @if (trial().result; as result) {
      @if (result.figures.documents === 0) {
        <p>No document of this supplier was settled by people yet: there is nothing to try it on.</p>
      } @else {
        <p class="quiet">
          Read again on the last
          {{ result.figures.documents === 1 ? 'document' : counted(result.figures.documents, 'document') }} that people settled. Nothing is
          changed by it.
        </p>
        <table>
          <thead>
            <tr>
              <td></td>
              <th class="number">before</th>
              <th class="number">after</th>
              <th class="number">change</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.name) {
              <tr [class.ask]="row.bad">
                <th>{{ row.name }}</th>
                <td class="number">{{ row.before ?? '–' }}</td>
                <td class="number">{{ row.after }}</td>
                <td class="number">{{ signed(row.after - (row.before ?? 0)) }}</td>
              </tr>
            }
          </tbody>
        </table>
        <ul>
          @for (document of result.changed; track document.id) {
            @for (change of document.changes; track change.field) {
              <li>
                <a [routerLink]="['/document', document.id]" class="digits">{{ document.number ?? 'no number' }}</a>
                {{ triedText(change) }}
              </li>
            }
          } @empty {
            <li class="quiet">None of them would be read otherwise.</li>
          }
        </ul>
      }
      <p class="acts">
        <button type="button" class="plain-button" (click)="dropped.emit()">Drop it <kbd>Esc</kbd></button>
        <button type="button" class="plain-button main" [disabled]="busy()" (click)="kept.emit()">{{ keeps() }} <kbd>Enter</kbd></button>
      </p>
    } @else {
      <p role="status">Reading past documents …</p>
    }
  `,
  styleUrl: './trial-panel.scss',
  host: { role: 'region', 'aria-label': 'What is tried' },
})
export class TrialPanel {
  readonly trial = input.required<TrialView>();
  /** What is tried, and what the button that keeps it says. */
  readonly says = input.required<string>();
  readonly keeps = input.required<string>();
  readonly busy = input.required<boolean>();
  readonly kept = output<void>();
  readonly dropped = output<void>();
  protected readonly counted = counted;
  protected readonly triedText = triedText;
  protected readonly signed = (n: number): string => (n === 0 ? 'none' : n > 0 ? `+${n}` : `−${-n}`);
  protected readonly rows = computed(() => {
    const figures = this.trial().result?.figures;
    if (!figures) return [];
    const { untouched, questions, silent, spoilt } = figures;
    return [
      { name: 'Went untouched', before: untouched[0], after: untouched[1], bad: false },
      { name: 'Questions', before: questions[0], after: questions[1], bad: false },
      { name: 'Wrong without a question', before: silent[0], after: silent[1], bad: silent[1] > silent[0] },
      { name: 'Right, now wrong', before: null, after: spoilt, bad: spoilt > 0 },
    ];
  });
}
