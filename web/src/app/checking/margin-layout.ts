/** Something that stands in the margin beside the page. All lengths in pixels, from the top of the page. */
export interface MarginItem {
  readonly id: string;
  /** Where on the page it was read: the middle of its box; null where it has no place. */
  readonly anchor: number | null;
  readonly height: number;
}
export interface PlacedItem {
  readonly id: string;
  readonly top: number;
}

/**
 * Puts items as near to the height of their place as they fit without touching, in the order of their places, so that
 * no two of their lines cross. Items without a place follow at the end. Runs of items that touch are moved together to
 * where they are off least (pool of adjacent violators), then kept within `0..limit` where they fit at all.
 */
export function layOutMargin(items: readonly MarginItem[], limit: number, gap = 6): PlacedItem[] {
  const anchored = items.filter((item) => item.anchor !== null).sort((a, b) => (a.anchor ?? 0) - (b.anchor ?? 0));
  const ordered = [...anchored, ...items.filter((item) => item.anchor === null)];
  interface Pool {
    members: MarginItem[];
    top: number;
    height: number;
    wish: number;
    weight: number;
  }
  const pools: Pool[] = [];
  let cursor = 0;
  for (const item of ordered) {
    const height = item.height + gap;
    const wish = item.anchor === null ? cursor : item.anchor - item.height / 2;
    pools.push({ members: [item], top: wish, height, wish, weight: 1 });
    while (pools.length > 1) {
      const last = pools[pools.length - 1];
      const before = pools[pools.length - 2];
      if (before.top + before.height <= last.top) break;
      pools.pop();
      const weight = before.weight + last.weight;
      before.wish = (before.wish * before.weight + (last.wish - before.height) * last.weight) / weight;
      before.weight = weight;
      before.members.push(...last.members);
      before.height += last.height;
      before.top = before.wish;
    }
    const end = pools[pools.length - 1];
    cursor = end.top + end.height;
  }
  const tops = keepWithin(pools, limit + gap);
  return pools.flatMap((pool, i) => {
    let top = tops[i];
    return pool.members.map((item) => {
      const placed = { id: item.id, top };
      top += item.height + gap;
      return placed;
    });
  });
}

/** Pushes pools up from the bottom edge, then down from the top edge: the top edge wins where there is too little room. */
function keepWithin(pools: readonly { top: number; height: number }[], limit: number): number[] {
  const tops = pools.map((pool) => pool.top);
  let ceiling = limit;
  for (let i = pools.length - 1; i >= 0; i--) {
    tops[i] = Math.min(tops[i], ceiling - pools[i].height);
    ceiling = tops[i];
  }
  let floor = 0;
  for (let i = 0; i < pools.length; i++) {
    tops[i] = Math.max(tops[i], floor);
    floor = tops[i] + pools[i].height;
  }
  return tops;
}
