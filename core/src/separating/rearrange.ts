/** A document and the pages of its file that it holds, in its order. */
export interface Part {
  readonly id: number;
  readonly pages: readonly number[];
}

/** What must be done so that the documents of a file hold other pages than now. */
export interface Rearrangement {
  /** Documents whose pages stay as they are. */
  readonly kept: readonly number[];
  /** Documents that hold other pages from now on and are to be read again. */
  readonly changed: readonly Part[];
  /** Pages of each document that is new. */
  readonly added: readonly (readonly number[])[];
  /** Documents that are left without pages. */
  readonly emptied: readonly number[];
}

/** Why pages cannot be put together as asked; null where they can: every page known and in one place. */
export function arrangementFault(pages: ReadonlySet<number>, wanted: readonly (readonly number[])[]): string | null {
  const seen = new Set<number>();
  for (const page of wanted.flat()) {
    if (!pages.has(page)) return `There is no page ${page} in this file.`;
    if (seen.has(page)) return `Page ${page} is in two documents.`;
    seen.add(page);
  }
  return wanted.some((document) => document.length === 0) ? 'A document needs at least one page.' : null;
}

/**
 * How to get from the documents there are to the wanted ones with the least reading: a changed document keeps its first page if
 * it can. Documents that hold one of the `turned` pages are changed in any case.
 */
export function rearrangement(
  parts: readonly Part[],
  wanted: readonly (readonly number[])[],
  turned: ReadonlySet<number> = new Set(),
): Rearrangement {
  const same = (a: readonly number[], b: readonly number[]) => a.length === b.length && a.every((page, i) => page === b[i]);
  const keptAs = new Map<readonly number[], Part>();
  for (const pages of wanted) {
    if (pages.some((page) => turned.has(page))) continue;
    const part = parts.find((one) => same(one.pages, pages));
    if (part) keptAs.set(pages, part);
  }
  const kept = new Set([...keptAs.values()].map((part) => part.id));
  const free = new Map(parts.filter((part) => !kept.has(part.id)).map((part) => [part.id, part]));
  const changed: Part[] = [];
  let open = wanted.filter((pages) => !keptAs.has(pages));
  const take = (fits: (part: Part, pages: readonly number[]) => boolean) => {
    open = open.filter((pages) => {
      const part = [...free.values()].find((one) => fits(one, pages));
      if (!part) return true;
      free.delete(part.id);
      changed.push({ id: part.id, pages });
      return false;
    });
  };
  take((part, pages) => part.pages[0] === pages[0]);
  take((part, pages) => part.pages.some((page) => pages.includes(page)));
  return { kept: [...kept], changed, added: open, emptied: [...free.keys()] };
}
