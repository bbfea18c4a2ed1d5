import { DestroyRef, inject, Injectable, signal } from '@angular/core';

export interface BarPart {
  readonly text: string;
  readonly strong?: boolean;
}

/** What the open screen puts into the bar at the top. */
@Injectable({ providedIn: 'root' })
export class TopBar {
  readonly trail = signal<readonly BarPart[]>([]);
  readonly count = signal<string | null>(null);

  /** Clears the bar when the calling component goes. */
  clearWithMe(): void {
    inject(DestroyRef).onDestroy(() => {
      this.trail.set([]);
      this.count.set(null);
    });
  }
}
