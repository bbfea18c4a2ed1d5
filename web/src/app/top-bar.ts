import { DestroyRef, inject, Injectable, signal } from '@angular/core';

export interface BarPart {
  readonly text: string;
  readonly strong?: boolean;
  /** Where it leads, as a router link. */
  readonly link?: readonly (string | number)[];
}
/** The ways to the documents before and after the open one, by their ids; null where there is none. */
export interface Neighbours {
  readonly before: number | null;
  readonly next: number | null;
}

/** What the open screen puts into the bar at the top. */
@Injectable({ providedIn: 'root' })
export class TopBar {
  readonly trail = signal<readonly BarPart[]>([]);
  readonly count = signal<string | null>(null);
  readonly neighbours = signal<Neighbours | null>(null);

  /** Clears the bar when the calling component goes. */
  clearWithMe(): void {
    inject(DestroyRef).onDestroy(() => {
      this.trail.set([]);
      this.count.set(null);
      this.neighbours.set(null);
    });
  }
}
