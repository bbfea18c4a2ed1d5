import { afterNextRender, Directive, effect, ElementRef, inject, signal } from '@angular/core';
import { Keys } from './keys';

/** A key that is named on the screen: the one that the person has chosen for it. */
@Directive({ selector: 'kbd' })
export class KeyHint {
  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const keys = inject(Keys);
    const own = signal<string | null>(null);
    afterNextRender(() => own.set(host.textContent?.trim() ?? ''));
    effect(() => {
      const name = own();
      if (name?.length !== 1 || /\d/.test(name)) return;
      const chosen = keys.chosenFor(name.toLowerCase());
      if (chosen !== name.toLowerCase() || host.textContent !== name) host.textContent = chosen.toUpperCase();
    });
  }
}
