/**
 * The cheapest one-to-one assignment of rows to columns (Hungarian method with potentials, O(n²·m)).
 * `costs[row][column]` are finite numbers; there must be at least as many columns as rows. Returns the column of each row.
 */
export function assign(costs: readonly (readonly number[])[]): number[] {
  const n = costs.length;
  if (n === 0) return [];
  const m = costs[0].length;
  if (m < n) throw new RangeError(`${n} rows cannot be assigned to ${m} columns`);
  const rowPotential = new Array<number>(n + 1).fill(0);
  const columnPotential = new Array<number>(m + 1).fill(0);
  const rowOf = new Array<number>(m + 1).fill(0);
  const cameFrom = new Array<number>(m + 1).fill(0);
  for (let row = 1; row <= n; row++) {
    rowOf[0] = row;
    let column = 0;
    const least = new Array<number>(m + 1).fill(Infinity);
    const visited = new Array<boolean>(m + 1).fill(false);
    do {
      visited[column] = true;
      const current = rowOf[column];
      let delta = Infinity;
      let next = 0;
      for (let j = 1; j <= m; j++) {
        if (visited[j]) continue;
        const reduced = costs[current - 1][j - 1] - rowPotential[current] - columnPotential[j];
        if (reduced < least[j]) [least[j], cameFrom[j]] = [reduced, column];
        if (least[j] < delta) [delta, next] = [least[j], j];
      }
      for (let j = 0; j <= m; j++) {
        if (visited[j]) {
          rowPotential[rowOf[j]] += delta;
          columnPotential[j] -= delta;
        } else least[j] -= delta;
      }
      column = next;
    } while (rowOf[column] !== 0);
    while (column !== 0) {
      rowOf[column] = rowOf[cameFrom[column]];
      column = cameFrom[column];
    }
  }
  const columnOf = new Array<number>(n).fill(-1);
  for (let j = 1; j <= m; j++) if (rowOf[j] > 0) columnOf[rowOf[j] - 1] = j - 1;
  return columnOf;
}
