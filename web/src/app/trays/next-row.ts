/** The row after this one in the tray's order, the first where this was the last; null where it was the only one. */
export function nextAfter(rows: readonly { readonly id: number }[], id: number): number | null {
  const at = rows.findIndex((row) => row.id === id);
  const others = [...rows.slice(at + 1), ...rows.slice(0, Math.max(0, at))];
  return others.find((row) => row.id !== id)?.id ?? null;
}
