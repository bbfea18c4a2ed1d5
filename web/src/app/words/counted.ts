/** "1 page", "3 pages". */
export const counted = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

/** What reading found: "2 lines on 1 page, no doubts". */
export const readText = ({ lines, pages, doubts }: { readonly lines: number; readonly pages: number; readonly doubts: number }): string =>
  `${counted(lines, 'line')} on ${counted(pages, 'page')}, ${doubts === 0 ? 'no doubts' : counted(doubts, 'doubt')}`;
