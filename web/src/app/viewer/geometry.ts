import type { PageView } from '@umber/contract/documents';
import type { Box } from '@umber/core/geometry';

/** Quarter turns clockwise by which a page is shown. */
export type Turn = 0 | 1 | 2 | 3;

/** A page as it lies in a flow of pages; lengths in pixels, `top` from the top of the flow. */
export interface LaidPage {
  readonly page: PageView;
  readonly turn: Turn;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  /** Pixels to a point. */
  readonly scale: number;
}

/** Pixels between two pages. */
export const PAGE_GAP = 16;

/** How large a page is as it is turned, in points; an A4 one where there is none. */
export function sizeOf(page: Pick<PageView, 'width' | 'height'> | null, turn: Turn): { across: number; down: number } {
  const { width, height } = page ?? { width: 595, height: 842 };
  return turn % 2 === 1 ? { across: height, down: width } : { across: width, down: height };
}

/** The pages one below the other; the widest, as it is turned, is `width` pixels wide. */
export function layOutPages(pages: readonly PageView[], width: number, turn: Turn): LaidPage[] {
  const scale = width / Math.max(1, ...pages.map((page) => sizeOf(page, turn).across));
  let top = 0;
  return pages.map((page) => {
    const { across, down } = sizeOf(page, turn);
    const laid = { page, turn, top, width: across * scale, height: down * scale, scale };
    top += laid.height + PAGE_GAP;
    return laid;
  });
}

/** How tall the flow is, in pixels. */
export const heightOf = (pages: readonly LaidPage[]): number => {
  const last = pages.at(-1);
  return last ? last.top + last.height : 0;
};

/** A box of a page, in points, as it lies on the page that is shown: in pixels from that page's top left. */
export function shownBox({ page, turn, scale }: LaidPage, { x, y, width, height }: Box): Box {
  const turned: Box =
    turn === 0
      ? { x, y, width, height }
      : turn === 1
        ? { x: page.height - y - height, y: x, width: height, height: width }
        : turn === 2
          ? { x: page.width - x - width, y: page.height - y - height, width, height }
          : { x: y, y: page.width - x - width, width: height, height: width };
  return { x: turned.x * scale, y: turned.y * scale, width: turned.width * scale, height: turned.height * scale };
}

/** A box in pixels from the shown page's top left as a box of the page, in points. */
export function pageBox({ page, turn, scale }: LaidPage, shown: Box): Box {
  const [x, y, width, height] = [shown.x / scale, shown.y / scale, shown.width / scale, shown.height / scale];
  return turn === 0
    ? { x, y, width, height }
    : turn === 1
      ? { x: y, y: page.height - x - width, width: height, height: width }
      : turn === 2
        ? { x: page.width - x - width, y: page.height - y - height, width, height }
        : { x: page.width - y - height, y: x, width: height, height: width };
}

/** The page of this number in the file; null where it is not among them. */
export const pageOf = (pages: readonly LaidPage[], number: number | null): LaidPage | null =>
  pages.find(({ page }) => page.number === number) ?? null;
