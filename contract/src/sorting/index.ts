/** What sorting has learned from people, and how well it does. */
export interface SortingView {
  /** Counts up each time it learned; 0 before the first time: then the titles' words alone decide. */
  readonly version: number;
  readonly trainedAt: string | null;
  /** Documents that people sorted, which it learned from. */
  readonly examples: number;
  /** How many of them it sorts right when it has learned from all the others only. */
  readonly right: number;
}
