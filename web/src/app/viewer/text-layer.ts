import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Word } from '@umber/core/reading';
import { shownBox, type LaidPage } from './geometry';

/** The words of a page over its picture, unseen, so that they can be selected and copied. */
@Component({
  selector: 'umber-text-layer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (word of words(); track $index) {
      <span
        [style.left.px]="word.box.x"
        [style.top.px]="word.box.y"
        [style.width.px]="word.box.width"
        [style.height.px]="word.box.height"
        [style.font-size.px]="word.box.height"
        >{{ word.text }}</span
      >
    }
  `,
  styles: `
    span {
      position: absolute;
      overflow: hidden;
      color: transparent;
      line-height: 1;
      white-space: pre;
    }
    span::selection {
      background: rgb(23 100 92 / 35%);
    }
  `,
})
export class TextLayer {
  readonly laid = input.required<LaidPage>();
  protected readonly words = computed(() => {
    const laid = this.laid();
    const { words } = laid.page;
    return words.map((word, i) => ({ text: word.text + signAfter(word, words[i + 1]), box: shownBox(laid, word) }));
  });
}

/** What stands between two words when they are copied: a blank, or the end of a line. */
const signAfter = (word: Word, next: Word | undefined): string => (next && Math.abs(next.y - word.y) < word.height / 2 ? ' ' : '\n');
