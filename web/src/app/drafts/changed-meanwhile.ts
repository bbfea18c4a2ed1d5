import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** Says that a record was changed after a person began to change it, and asks whether what they typed holds all the same. */
@Component({
  selector: 'umber-changed-meanwhile',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="error">
      Somebody changed {{ what() }} after you began to type. <a [href]="at()" target="_blank">As it is now</a>
      <button type="button" class="word-button" (click)="compared.emit()">I have compared it: mine holds</button>
    </p>
  `,
  styles: `
    button {
      margin-left: 14px;
    }
  `,
})
export class ChangedMeanwhile {
  /** The record, such as “this order”. */
  readonly what = input.required<string>();
  /** Where it is seen as it is. */
  readonly at = input.required<string>();
  readonly compared = output();
}
