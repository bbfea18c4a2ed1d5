/** Heights of the bars that lie over what scrolls, in pixels: the screen's own at the top, a working screen's at the foot. */
const BAR = 48;
const FOOT = 52;

/**
 * Whether an element's whole height is on the screen, between the bars; where it is not, it is scrolled there. What is settled by a
 * key must be on the screen when the key is pressed.
 */
export function broughtIntoSight(element: HTMLElement): boolean {
  const { top, bottom } = element.getBoundingClientRect();
  const room = window.innerHeight - BAR - FOOT;
  // What is taller than the screen is in sight when its beginning is.
  const inSight = top >= BAR - 1 && (bottom <= window.innerHeight - FOOT + 1 || (bottom - top > room && top < window.innerHeight / 2));
  if (!inSight) window.scrollBy({ top: top - BAR - Math.max(0, (room - (bottom - top)) / 2) });
  return inSight;
}
