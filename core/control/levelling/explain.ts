import { Matrix, solve } from 'ml-matrix'
import type { Round, Seen } from './round'
import { LEVEL_SPREAD_STOPS, GAIN, SLOPE, PLACE, ITERATIONS, CERTAIN, QUIET } from '../thresholds'
import type { LightSetting } from '../../model/schema'
import { ratioFromStops, stopsFromRatio } from '../../physics/units/stops'

/** What may be wrong with a rig: two lamps at each other's addresses, or one that does not follow. */
export type Suspicion = { kind: 'swapped'; lightIds: readonly [string, string] } | { kind: 'stuck'; lightId: string }

/** What rounds say of lamps: what each gives over its plan at full, and by how much its stops are longer than stops. */
export type Explanation = {
  suspicion: Suspicion | undefined
  gainStops: Readonly<Record<string, number>>
  slopes: Readonly<Record<string, number>>
  /** What is left over at each place of the newest round, stops over the lamps' model. */
  leftStops: Readonly<Record<string, number>>
  /** Half the sum of squares in spreads: less explains better. */
  cost: number
}

/** A lamp that does not follow burns somewhere about three stops under full. */
const STUCK = { middle: -3, spread: 3 }

/** What a lamp was really sent under a suspicion, stops under full; undefined where it is dark. */
const sentStops = (
  id: string,
  sent: Readonly<Record<string, LightSetting>>,
  suspicion: Suspicion | undefined,
): number | undefined => {
  if (suspicion?.kind === 'stuck' && suspicion.lightId === id) return 0
  const [one, other] = suspicion?.kind === 'swapped' ? suspicion.lightIds : []
  const partner = id === other ? one! : id
  const setting = sent[id === one ? other! : partner]
  return setting?.on ? setting.powerStops : undefined
}

type Row = { seen: Seen; place: number; powers: (number | undefined)[] }

const rowsOf = (rounds: readonly Round[], ids: readonly string[], suspicion: Suspicion | undefined) => {
  const places = [...new Set(rounds.flatMap(({ seen }) => seen.map(({ id }) => id)))]
  const rows = rounds.flatMap(({ sent, seen }): Row[] => {
    const powers = ids.map(id => sentStops(id, sent, suspicion))
    return seen.map(one => ({ seen: one, place: places.indexOf(one.id), powers }))
  })
  return { places, rows }
}

/**
 * Fits gains and slopes of lamps and what each place strays by to all rounds: least squares in stops with priors
 * (Gauss-Newton on the normal equations), under a suspicion or none.
 */
const fitRounds = (rounds: readonly Round[], ids: readonly string[], suspicion: Suspicion | undefined): Explanation => {
  const { places, rows } = rowsOf(rounds, ids, suspicion)
  const count = ids.length
  const stuck = suspicion?.kind === 'stuck' ? ids.indexOf(suspicion.lightId) : -1
  const middles = [
    ...ids.map((_, index) => (index === stuck ? STUCK.middle : 0)),
    ...ids.map(() => 0),
    ...places.map(() => 0),
  ]
  const spreads = [
    ...ids.map((_, index) => (index === stuck ? STUCK.spread : GAIN)),
    ...ids.map(() => SLOPE),
    ...places.map(() => PLACE),
  ]
  const unknowns = Float64Array.from(middles)
  const size = unknowns.length
  const partsOf = ({ seen, powers }: Row) =>
    ids.map((id, index) => {
      const power = powers[index]
      const stops = power === undefined ? undefined : power * (1 + unknowns[count + index]!) + unknowns[index]!
      return stops === undefined ? 0 : (seen.fullLuxS[id] ?? 0) * ratioFromStops(stops)
    })
  const missing = (row: Row, parts: readonly number[]) =>
    stopsFromRatio(row.seen.luxS) - stopsFromRatio(parts.reduce((sum, part) => sum + part, 0))

  for (let iteration = 0; iteration < ITERATIONS; iteration++) {
    const normal = Matrix.diag(spreads.map(spread => spread ** -2))
    const pull = Float64Array.from(unknowns, (value, index) => (middles[index]! - value) / spreads[index]! ** 2)
    for (const row of rows) {
      const parts = partsOf(row)
      const whole = parts.reduce((sum, part) => sum + part, 0)
      const slopes = new Float64Array(size)
      parts.forEach((part, index) => {
        const share = whole > 0 ? part / whole : 0
        slopes[index] = share
        slopes[count + index] = share * (row.powers[index] ?? 0)
      })
      slopes[2 * count + row.place] = 1
      const off = missing(row, parts) - unknowns[2 * count + row.place]!
      const weight = row.seen.spreadStops ** -2
      for (let one = 0; one < size; one++) {
        if (slopes[one] === 0) continue
        pull[one]! += weight * slopes[one]! * off
        for (let other = 0; other < size; other++)
          normal.set(one, other, normal.get(one, other) + weight * slopes[one]! * slopes[other]!)
      }
    }
    const step = solve(normal, Matrix.columnVector([...pull])).to1DArray()
    // Far from the answer a whole step overshoots: sums of light are not straight in stops.
    const longest = Math.max(...step.map(Math.abs))
    const share = Math.min(1, 1.5 / Math.max(longest, 1e-9))
    step.forEach((value, index) => {
      unknowns[index]! += share * value
    })
    if (longest < 1e-6) break
  }

  const misfit = rows.reduce((sum, row) => {
    const off = missing(row, partsOf(row)) - unknowns[2 * count + row.place]!
    return sum + (off / row.seen.spreadStops) ** 2
  }, 0)
  const stray = unknowns.reduce((sum, value, index) => sum + ((value - middles[index]!) / spreads[index]!) ** 2, 0)
  const newest = rowsOf(rounds.slice(-1), ids, suspicion).rows
  return {
    suspicion,
    gainStops: Object.fromEntries(ids.map((id, index) => [id, unknowns[index]!])),
    slopes: Object.fromEntries(ids.map((id, index) => [id, unknowns[count + index]!])),
    leftStops: Object.fromEntries(
      newest.map(row => {
        const strays = unknowns[2 * count + row.place]!
        // As much of what the newest reading says beside all rounds as lamps stray by, and not the meter.
        const share = (LEVEL_SPREAD_STOPS / row.seen.spreadStops) ** 2
        return [row.seen.id, strays + share * (missing(row, partsOf(row)) - strays)]
      }),
    ),
    cost: (misfit + stray) / 2,
  }
}

const pairsOf = <T>(items: readonly T[]): (readonly [T, T])[] =>
  items.flatMap((one, index) => items.slice(index + 1).map(other => [one, other] as const))

/** Whether two lamps were ever sent different levels: else nothing tells one from the other. */
const differed = (rounds: readonly Round[], [one, other]: readonly [string, string]): boolean =>
  rounds.some(({ sent }) => {
    const [a, b] = [sent[one], sent[other]]
    return a?.on !== b?.on || (a?.on === true && Math.abs(a.powerStops - b!.powerStops) > 0.1)
  })

/**
 * What explains the rounds best: lamps that give more or less than planned, or, where that is not enough, two that
 * hang at each other's addresses or one that does not follow.
 * @param ids every light of the set
 * @param dimmedIds those that a desk dims, which alone can be suspected
 */
export const explainRounds = (
  rounds: readonly Round[],
  ids: readonly string[],
  dimmedIds: readonly string[],
): Explanation => {
  const plain = fitRounds(rounds, ids, undefined)
  const read = rounds.reduce((sum, { seen }) => sum + seen.length, 0)
  if (plain.cost < QUIET * read) return plain
  const suspicions: Suspicion[] = [
    ...pairsOf(dimmedIds)
      .filter(pair => differed(rounds, pair))
      .map(lightIds => ({ kind: 'swapped' as const, lightIds })),
    ...(rounds.length > 1 ? dimmedIds.map(lightId => ({ kind: 'stuck' as const, lightId })) : []),
  ]
  const [best] = suspicions.map(suspicion => fitRounds(rounds, ids, suspicion)).sort((a, b) => a.cost - b.cost)
  return best && best.cost < plain.cost - CERTAIN ? best : plain
}
