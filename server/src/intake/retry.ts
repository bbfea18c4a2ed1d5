/** Seconds from one try to the next of what goes out by itself. */
const AGAIN = [10, 60, 300, 1800, 7200, 28_800, 86_400];

/** Seconds until what has been tried so often is tried again; null: it is given up, or waits for somebody. */
export const retryAfter = (tries: number): number | null => AGAIN[tries - 1] ?? null;
