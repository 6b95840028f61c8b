/**
 * Solves equations by elimination, the largest of each column first.
 *
 * @param rows one for each unknown, its factors and then its right side; changed in place
 * @returns the unknowns; null where the equations do not tell them apart
 * @example solveLinear([[2, 0, 6], [1, 1, 5]]) // [3, 2]
 */
export function solveLinear(rows: number[][]): number[] | null {
  const n = rows.length;
  for (let i = 0; i < n; i++) {
    let largest = i;
    for (let r = i + 1; r < n; r++)
      if (Math.abs(rows[r]![i]!) > Math.abs(rows[largest]![i]!)) largest = r;
    [rows[i], rows[largest]] = [rows[largest]!, rows[i]!];
    const own = rows[i]!;
    if (Math.abs(own[i]!) < 1e-12) return null;
    for (let r = i + 1; r < n; r++) {
      const row = rows[r]!;
      const factor = row[i]! / own[i]!;
      for (let c = i; c <= n; c++) row[c]! -= factor * own[c]!;
    }
  }
  const found = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    let rest = rows[i]![n]!;
    for (let c = i + 1; c < n; c++) rest -= rows[i]![c]! * found[c]!;
    found[i] = rest / rows[i]![i]!;
  }
  return found;
}
