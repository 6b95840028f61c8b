import { InputError } from '../errors';

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
 * @throws InputError for a rate below nothing, or none at all
 * @example [0, 0.5, 2, 10, 1000].map(mostLikely) // [0, 1, 4, 14, 1041]
 */
export function mostLikely(rate: number): number {
  if (!(rate >= 0 && rate < Infinity)) throw new InputError('rate', rate, 'a number from 0');
  // Nine in ten lie far below four times the spread above the rate.
  let [enough, tooFew] = [Math.ceil(rate + 4 * Math.sqrt(rate) + 4), -1];
  while (enough - tooFew > 1) {
    const middle = Math.floor((enough + tooFew) / 2);
    if (atMost(middle, rate) >= SURE) enough = middle;
    else tooFew = middle;
  }
  return enough;
}

/** The chance of at most so many at a rate: the terms on the side that does not hold the peak, from the largest of them outwards. */
function atMost(count: number, rate: number): number {
  if (rate === 0) return 1;
  if (count < rate) return sumOf(count, rate, (k) => k / rate, -1);
  return 1 - sumOf(count + 1, rate, (k) => rate / (k + 1), 1);
}

/** Terms from one on, each so many times the one before, until they add nothing. At a high rate the first would be nothing if it were worked out plainly. */
function sumOf(from: number, rate: number, next: (k: number) => number, step: 1 | -1): number {
  let term = Math.exp(from * Math.log(rate) - rate - logFactorial(from));
  let sum = 0;
  for (let k = from; k >= 0 && term > sum * 1e-17; k += step) {
    sum += term;
    term *= next(k);
  }
  return sum;
}

/**
 * The natural logarithm of n!
 * Source: Stirling's series; plainly for small numbers, where the series is not exact enough.
 */
function logFactorial(n: number): number {
  if (n < 20) {
    let product = 1;
    for (let k = 2; k <= n; k++) product *= k;
    return Math.log(product);
  }
  const series = 1 / (12 * n) - 1 / (360 * n ** 3) + 1 / (1_260 * n ** 5);
  return n * Math.log(n) - n + Math.log(2 * Math.PI * n) / 2 + series;
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
