import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PageView } from '@umber/contract/documents';
import { union, type Box } from '@umber/core/geometry';
import { pagePicture } from './addresses';

/** An enlarged piece of the page around a box, so that the eye need not go there. */
@Component({
  selector: 'umber-cut-out',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div
    class="piece"
    [class.among]="among()"
    role="img"
    [attr.aria-label]="'The place on page ' + page().number"
    [style]="style()"
  >
    <span class="mark" [style]="mark()"></span>
    @if (labelMark(); as style) {
      <span class="label" [style]="style"></span>
    }
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
    .among {
      border-color: var(--rule);
    }
    .mark {
      position: absolute;
      border-bottom: 2px solid var(--ask);
      background: rgb(163 74 0 / 8%);
    }
    .label {
      position: absolute;
      border-bottom: 2px dashed #7a3a05;
    }
  `,
})
export class CutOut {
  readonly documentId = input.required<number>();
  readonly page = input.required<Omit<PageView, 'words'>>();
  readonly box = input.required<Box>();
  /** The label that it was found by, on the same page. */
  readonly label = input<Box | null>(null);
  /** Among many others: its value ends at the right edge, as theirs do, and nothing stands out. */
  readonly among = input(false);
  readonly width = input(320);
  readonly height = input(52);

  readonly #view = computed(() => {
    const [own, label] = [this.box(), this.label()];
    // The label is shown with its value where both are readable.
    const both = label === null ? own : union([own, label]);
    const box = both.height < 3 * own.height && this.width() / (both.width + 20) > 0.9 ? both : own;
    const scale = Math.min(2.1, this.width() / (box.width + 40), (this.height() - 10) / box.height);
    const middle = Math.max(0, Math.min(this.page().width - this.width() / scale, box.x + box.width / 2 - this.width() / scale / 2));
    const left = this.among() ? box.x + box.width + 8 / scale - this.width() / scale : middle;
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
  protected readonly mark = computed(() => this.#placed(this.box()));
  protected readonly labelMark = computed(() => {
    const label = this.label();
    return label === null ? null : this.#placed(label);
  });

  #placed(box: Box): Readonly<Record<string, string>> {
    const { scale, left, top } = this.#view();
    return {
      left: `${(box.x - left) * scale - 2}px`,
      top: `${(box.y - top) * scale - 2}px`,
      width: `${box.width * scale + 4}px`,
      height: `${box.height * scale + 4}px`,
    };
  }
}
