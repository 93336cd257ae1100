import { expect } from 'vitest'

/** Fails unless two amounts of light lie within so many stops of each other. */
export const expectStops = (actual: number, expected: number, toleranceStops: number): void => {
  const difference = Math.abs(Math.log2(actual / expected))
  expect(difference, `${actual} against ${expected}: ${difference.toFixed(4)} stop apart`).toBeLessThanOrEqual(
    toleranceStops,
  )
}

/** Fails unless two numbers lie within an absolute tolerance. */
export const expectWithin = (actual: number, expected: number, tolerance: number): void => {
  expect(Math.abs(actual - expected), `${actual} against ${expected}`).toBeLessThanOrEqual(tolerance)
}

/** Fails unless two numbers agree to a share of the expected one. */
export const expectShare = (actual: number, expected: number, share: number): void =>
  expectWithin(actual, expected, Math.abs(expected) * share)
