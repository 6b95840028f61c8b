/** Two-sided limits hold the true rate in nine cases of ten. */
const SURE = 0.9;

/**
 * How sure a count of sales is: the rates by which so many could well have been sold, nine times in ten. Few sales say little: from
 * none to three is quite possible where none was sold.
 *
 * @returns the least and the most, exact limits of a Poisson count found by halving
 * Source: Garwood 1936.
 * @example salesRange(0).map((x) => Math.round(x * 100) / 100) // [0, 3]
 */
export function salesRange(count: number): [number, number] {
  const tail = (1 - SURE) / 2;
  const low = count === 0 ? 0 : halved((rate) => 1 - atMost(count - 1, rate) < tail, 0, count);
  const high = halved((rate) => atMost(count, rate) > tail, count, count * 3 + 10);
  return [low, high];
}

/**
 * The most that could well be asked for at a rate: nine times in ten it is so many or fewer.
 *
 * @example [0, 0.5, 2, 10].map(mostLikely) // [0, 1, 4, 14]
 */
export function mostLikely(rate: number): number {
  let count = 0;
  while (atMost(count, rate) < SURE) count++;
  return count;
}

/** The chance of at most so many at a rate. */
function atMost(count: number, rate: number): number {
  let term = Math.exp(-rate);
  let sum = term;
  for (let k = 1; k <= count; k++) {
    term *= rate / k;
    sum += term;
  }
  return Math.min(1, sum);
}

/** Where a condition that holds at first stops holding. */
function halved(holds: (x: number) => boolean, from: number, to: number): number {
  let [low, high] = [from, to];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (holds(middle)) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
