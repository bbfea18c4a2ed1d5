/**
 * All phrases that a lexicon's line stands for: `(net|total net) amount` for two, `vat (no|)` for one with and one without its end.
 * Groups stand side by side, not within one another.
 */
export function alternatives(line: string): string[] {
  const open = line.indexOf('(');
  if (open < 0) return [line.replace(/\s+/g, ' ').trim()];
  const close = line.indexOf(')', open);
  if (close < 0) throw new Error(`“${line}”: a group is not closed.`);
  const [before, behind] = [line.slice(0, open), line.slice(close + 1)];
  return line
    .slice(open + 1, close)
    .split('|')
    .flatMap((part) => alternatives(`${before}${part}${behind}`));
}
