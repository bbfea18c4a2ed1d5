import { ApplicationRef, inject } from '@angular/core';
import { broughtIntoSight } from './in-sight';

/**
 * Gives a field what is typed next, also one that has only just been opened: the screen is drawn first, at once, so that letters
 * which follow its key are never taken for keys of the screen. Call where inject() may be called; what it returns, in an event.
 */
export function typingIn(): (field: () => HTMLElement | null | undefined) => void {
  const app = inject(ApplicationRef);
  return (field) => {
    app.tick();
    const element = field();
    if (element instanceof HTMLInputElement) element.select();
    element?.focus({ preventScroll: true });
    if (element) broughtIntoSight(element);
  };
}
