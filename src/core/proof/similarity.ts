/**
 * Where a point of the one picture lies in the other: `x' = a·x − b·y + tx`, `y' = b·x + a·y + ty`, in pixels, the middle of
 * the first pixel at a half.
 */
export type Similarity = { a: number; b: number; tx: number; ty: number };

/** @example through({ a: 2, b: 0, tx: 1, ty: 0 }, 3, 4) // { x: 7, y: 8 } */
export const through = (t: Similarity, x: number, y: number): { x: number; y: number } => ({
  x: t.a * x - t.b * y + t.tx,
  y: t.b * x + t.a * y + t.ty,
});

/** @example inverse({ a: 2, b: 0, tx: 1, ty: 0 }) // { a: 0.5, b: 0, tx: -0.5, ty: 0 } */
export const inverse = ({ a, b, tx, ty }: Similarity): Similarity => {
  const n = a * a + b * b;
  return { a: a / n, b: 0 - b / n, tx: 0 - (a * tx + b * ty) / n, ty: (b * tx - a * ty) / n };
};
