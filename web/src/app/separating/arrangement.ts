/** How a person puts the pages of a file together: the pages of each document, those set aside, and the quarter turns given since. */
export interface Arranged {
  readonly documents: readonly (readonly number[])[];
  readonly aside: readonly number[];
  /** Quarter turns, clockwise, by page; pages that are as they were are left out. */
  readonly turns: Readonly<Record<number, number>>;
}

/** The pages as they are put together now; what no document holds is aside. */
export function arrangedAs(pages: readonly number[], documents: readonly (readonly number[])[]): Arranged {
  const held = new Set(documents.flat());
  return { documents, aside: pages.filter((page) => !held.has(page)), turns: {} };
}

/** Turns a page of a document a quarter, clockwise; what is set aside stays as it lies. */
export function turnedOn(arranged: Arranged, page: number): Arranged {
  if (arranged.aside.includes(page)) return arranged;
  return { ...arranged, turns: { ...arranged.turns, [page]: ((arranged.turns[page] ?? 0) + 1) % 4 } };
}

const placeOf = ({ documents }: Arranged, page: number): [number, number] | null => {
  const at = documents.findIndex((document) => document.includes(page));
  return at < 0 ? null : [at, documents[at].indexOf(page)];
};
const filled = (documents: readonly (readonly number[])[]) => documents.filter((document) => document.length > 0);

/** Cuts before the page, or joins its document to the one before where the page begins one. */
export function cutOrJoin(arranged: Arranged, page: number): Arranged {
  const place = placeOf(arranged, page);
  if (place === null) return arranged;
  const [at, inside] = place;
  const { documents } = arranged;
  if (inside > 0)
    return {
      ...arranged,
      documents: [...documents.slice(0, at), documents[at].slice(0, inside), documents[at].slice(inside), ...documents.slice(at + 1)],
    };
  if (at === 0) return arranged;
  return { ...arranged, documents: [...documents.slice(0, at - 1), [...documents[at - 1], ...documents[at]], ...documents.slice(at + 1)] };
}

/** Sets a page aside, or takes it back as a document of its own, where its number puts it. */
export function asideOrBack(arranged: Arranged, page: number): Arranged {
  if (!arranged.aside.includes(page))
    return {
      ...arranged,
      documents: filled(arranged.documents.map((document) => document.filter((one) => one !== page))),
      aside: [...arranged.aside, page].sort((a, b) => a - b),
    };
  const after = arranged.documents.findIndex((document) => Math.min(...document) > page);
  const at = after < 0 ? arranged.documents.length : after;
  return {
    ...arranged,
    documents: [...arranged.documents.slice(0, at), [page], ...arranged.documents.slice(at)],
    aside: arranged.aside.filter((one) => one !== page),
  };
}

/** Moves a page into a document (by its place among them), before the page that stands at `index` there; null: aside. */
export function moved(arranged: Arranged, page: number, to: number | null, index: number): Arranged {
  const without = arranged.documents.map((document) => document.filter((one) => one !== page));
  const aside = arranged.aside.filter((one) => one !== page);
  if (to === null) return { ...arranged, documents: filled(without), aside: [...aside, page].sort((a, b) => a - b) };
  const target = [...without[to]];
  target.splice(index, 0, page);
  return { ...arranged, documents: filled(without.map((document, i) => (i === to ? target : document))), aside };
}
