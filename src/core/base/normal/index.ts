// The normal distribution.

/**
 * Share of a normal distribution that lies below z standard deviations; off by less than 1.2 · 10⁻⁷ of the tail.
 * Source: Press et al., Numerical Recipes, Chebyshev fit of the complementary error function, from memory.
 */
export function below(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + x / 2);
  // Horner's way: this is asked for a million times.
  const sum =
    -1.26551223 +
    t *
      (1.00002368 +
        t *
          (0.37409196 +
            t *
              (0.09678418 +
                t *
                  (-0.18628806 +
                    t * (0.27886807 + t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277))))))));
  const tail = (t * Math.exp(-x * x + sum)) / 2;
  return z >= 0 ? 1 - tail : tail;
}

/** How many standard deviations a share of the normal distribution lies below, 0 < share < 1: by Newton's steps from a rough start. */
export function quantile(share: number): number {
  const p = Math.min(1 - 1e-9, Math.max(1e-9, share));
  // Shore 1982: good to a tenth, enough to begin with.
  const far = 5.5556 * (1 - (Math.min(p, 1 - p) / Math.max(p, 1 - p)) ** 0.1186);
  let z = p < 0.5 ? -far : far;
  for (let k = 0; k < 6; k++) {
    const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
    z -= Math.max(-1, Math.min(1, (below(z) - p) / density));
  }
  return z;
}

/** The mean of a list that is not empty. */
export const meanOf = (list: readonly number[]): number => list.reduce((s, x) => s + x, 0) / list.length;
/** The standard deviation of a list, as of all that there is. */
export function spreadOf(list: readonly number[]): number {
  const mean = meanOf(list);
  return Math.sqrt(list.reduce((s, x) => s + (x - mean) ** 2, 0) / list.length);
}

/** Shares that lie evenly between 0 and 1, in the order of Halton's sequence for a prime: the same every time. @param k from 0 */
export function halton(k: number, prime: number): number {
  let [share, unit, rest] = [0, 1 / prime, k + 1];
  while (rest > 0) {
    share += unit * (rest % prime);
    rest = Math.floor(rest / prime);
    unit /= prime;
  }
  return share;
}

/** The first primes, one for each direction of {@link halton}. */
export const PRIMES: readonly number[] = [
  2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37, 41, 43, 47, 53, 59, 61, 67, 71, 73, 79, 83, 89, 97, 101, 103, 107, 109,
  113,
];
