import type { RepeatCheck, RepeatDesign } from './repeatDesign'
import { culpritOf, type Suspect } from './suspects'
import { SIZE_SHARE, NONE_WHILE_CHOOSING, STRANGE_SPREADS, CULPRITS_EXCHANGES } from './thresholds'

/** A reading that was taken: the number of the check, and stops over what was expected. */
export type RepeatReading = { check: number; offStops: number }

/** One culprit, all of its guesses together; `suspect` is the guess that fits best. */
export type Culprit = { suspect: Suspect; probability: number }

const density = (off: number, shift: number, { spreadStops }: RepeatCheck): number => {
  const spread = Math.hypot(spreadStops, SIZE_SHARE * shift)
  return Math.exp(-0.5 * ((off - shift) / spread) ** 2) / spread
}

/**
 * Equal chances for lamps, walls, paper and subject, shared among their guesses, and then what readings say of each
 * (Bayes).
 */
const beliefs = (
  { checks, suspects, shifts }: RepeatDesign,
  taken: readonly RepeatReading[],
  noneShare = 1,
): number[] => {
  const counts = new Map<string, number>()
  for (const { kind } of suspects) counts.set(kind, (counts.get(kind) ?? 0) + 1)
  const weights = suspects.map((suspect, index) =>
    taken.reduce(
      (weight, { check, offStops }) => weight * density(offStops, shifts[index]![check]!, checks[check]!),
      (suspect.kind === 'nothing' ? noneShare : 1) / counts.get(suspect.kind)!,
    ),
  )
  const whole = weights.reduce((sum, weight) => sum + weight, 0)
  return whole > 0 ? weights.map(weight => weight / whole) : weights.map(() => 1 / weights.length)
}

/** Culprits by how likely they are after some readings, the likeliest first. */
export const culpritsAfter = (design: RepeatDesign, taken: readonly RepeatReading[]): Culprit[] => {
  const chances = beliefs(design, taken)
  const byName = new Map<string, { suspect: Suspect; best: number; probability: number }>()
  design.suspects.forEach((suspect, index) => {
    const chance = chances[index]!
    const known = byName.get(culpritOf(suspect))
    if (!known) byName.set(culpritOf(suspect), { suspect, best: chance, probability: chance })
    else {
      known.probability += chance
      if (chance > known.best) [known.suspect, known.best] = [suspect, chance]
    }
  })
  return [...byName.values()]
    .map(({ suspect, probability }) => ({ suspect, probability }))
    .toSorted((a, b) => b.probability - a.probability)
}

/** Whether some guess makes sense of every reading; where none does, something was read or set otherwise. */
export const isExplained = ({ checks, suspects, shifts }: RepeatDesign, taken: readonly RepeatReading[]): boolean =>
  suspects.some((_, guess) =>
    taken.every(({ check, offStops }) => {
      const shift = shifts[guess]![check]!
      const spread = Math.hypot(checks[check]!.spreadStops, SIZE_SHARE * shift)
      return Math.abs(offStops - shift) <= STRANGE_SPREADS * spread
    }),
  )

/** Eight draws of a standard normal, at the middles of equal shares of it, in orders that do not go together. */
const QUANTILES = [-1.534, -0.887, -0.489, -0.157, 0.157, 0.489, 0.887, 1.534]
const ORDERS = [
  [0, 1, 2, 3, 4, 5, 6, 7],
  [3, 6, 1, 4, 7, 2, 5, 0],
  [5, 0, 6, 2, 1, 7, 3, 4],
  [2, 5, 7, 0, 6, 3, 1, 4],
]

/** How likely the true culprit is held after some readings more, on average over guesses and over what meters stray. */
const worthOf = (design: RepeatDesign, chances: readonly number[], checks: readonly number[]): number => {
  const { suspects, shifts } = design
  const names = suspects.map(culpritOf)
  let worth = 0
  suspects.forEach((_, truth) => {
    if (chances[truth]! < 1e-4) return
    for (let draw = 0; draw < QUANTILES.length; draw++) {
      const offs = checks.map((check, at) => {
        const shift = shifts[truth]![check]!
        const spread = Math.hypot(design.checks[check]!.spreadStops, SIZE_SHARE * shift)
        return shift + spread * QUANTILES[ORDERS[at % ORDERS.length]![draw]!]!
      })
      let [own, whole] = [0, 0]
      for (let guess = 0; guess < suspects.length; guess++) {
        let weight = chances[guess]!
        checks.forEach((check, at) => {
          weight *= density(offs[at]!, shifts[guess]![check]!, design.checks[check]!)
        })
        whole += weight
        if (names[guess] === names[truth]) own += weight
      }
      if (whole > 0) worth += (chances[truth]! * own) / whole / QUANTILES.length
    }
  })
  return worth
}

/**
 * The readings that together tell most of who the culprit is, after those that were taken, the most telling first.
 * Begun one by one, then each exchanged for the best beside the others.
 */
export const nextChecks = (design: RepeatDesign, taken: readonly RepeatReading[], count: number): number[] => {
  const chances = beliefs(design, taken, NONE_WHILE_CHOOSING)
  const left = design.checks.map((_, check) => check).filter(check => !taken.some(one => one.check === check))
  const bestBeside = (others: readonly number[]): number | undefined =>
    left
      .filter(check => !others.includes(check))
      .map(check => ({ check, worth: worthOf(design, chances, [...others, check]) }))
      .reduce<{ check: number; worth: number } | undefined>(
        (most, one) => (!most || one.worth > most.worth ? one : most),
        undefined,
      )?.check
  const chosen: number[] = []
  while (chosen.length < count) {
    const next = bestBeside(chosen)
    if (next === undefined) break
    chosen.push(next)
  }
  for (let round = 0; round < CULPRITS_EXCHANGES; round++) {
    const before = chosen.join()
    chosen.forEach((_, at) => {
      chosen[at] = bestBeside(chosen.filter((_check, other) => other !== at)) ?? chosen[at]!
    })
    if (chosen.join() === before) break
  }
  return chosen.toSorted((a, b) => worthOf(design, chances, [b]) - worthOf(design, chances, [a]))
}
