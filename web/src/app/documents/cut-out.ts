import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PageView } from '@umber/contract/documents';
import type { Box } from '@umber/core/geometry';
import { pagePicture } from './addresses';

/** An enlarged piece of the page around a box, so that the eye need not go there. */
@Component({
  selector: 'umber-cut-out',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="piece" role="img" [attr.aria-label]="'The place on page ' + page().number" [style]="style()">
    <span class="mark" [style]="mark()"></span>
  </div>`,
  styles: `
    .piece {
      position: relative;
      border: 1px solid var(--ask);
      border-radius: 4px;
      background-color: #fff;
      background-repeat: no-repeat;
      overflow: hidden;
    }
    .mark {
      position: absolute;
      border-bottom: 2px solid var(--ask);
      background: rgb(163 74 0 / 8%);
    }
  `,
})
export class CutOut {
  readonly documentId = input.required<number>();
  readonly page = input.required<PageView>();
  readonly box = input.required<Box>();
  readonly width = input(320);
  readonly height = input(52);

  readonly #view = computed(() => {
    const box = this.box();
    const scale = Math.min(2.1, this.width() / (box.width + 40), (this.height() - 10) / box.height);
    const left = Math.max(0, Math.min(this.page().width - this.width() / scale, box.x + box.width / 2 - this.width() / scale / 2));
    const top = box.y + box.height / 2 - this.height() / scale / 2;
    return { scale, left, top };
  });
  protected readonly style = computed(() => {
    const { scale, left, top } = this.#view();
    const { width, height } = this.page();
    return {
      width: `${this.width()}px`,
      maxWidth: '100%',
      height: `${this.height()}px`,
      backgroundImage: `url(${pagePicture(this.documentId(), this.page())})`,
      backgroundSize: `${width * scale}px ${height * scale}px`,
      backgroundPosition: `${-left * scale}px ${-top * scale}px`,
    };
  });
  protected readonly mark = computed(() => {
    const { scale, left, top } = this.#view();
    const box = this.box();
    return {
      left: `${(box.x - left) * scale - 2}px`,
      top: `${(box.y - top) * scale - 2}px`,
      width: `${box.width * scale + 4}px`,
      height: `${box.height * scale + 4}px`,
    };
  });
}
