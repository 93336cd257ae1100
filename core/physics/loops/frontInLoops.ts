import type { EmitterSamples } from '../transport/emitterSamples'
import {
  FRONT_BACK,
  FRONT_COUNT,
  FRONT_IS_BALL,
  FRONT_LENS,
  FRONT_PROFILE,
  FRONT_SAMPLES,
  FRONT_SINGLE,
  SAMPLE_BYTES,
} from './layout'
import { claim, takeRoom, type Loops } from './loops'

/** The fronts that are loaded, by their samples. */
const books = new WeakMap<Loops, Map<EmitterSamples, number>>()

/** Numbers a front takes: its head with the profiles, its samples twice. */
const bytesOf = (count: number): number => FRONT_SAMPLES + count * SAMPLE_BYTES + 4 * rowOf(count)

/** Bytes of a row of single numbers, one a sample. */
const rowOf = (count: number): number => ((count + 3) & ~3) * 4

/** Room for a front; when there is none left, those of all others go. */
const placeFor = (loops: Loops, samples: EmitterSamples): number | undefined => {
  const region = loops.regions.front
  const known = books.get(loops)
  const book = known && region.owner === known ? known : new Map<EmitterSamples, number>()
  if (book !== known) {
    books.set(loops, book)
    claim(region, book)
  }
  let at = takeRoom(region, bytesOf(samples.count))
  if (at === undefined) {
    book.clear()
    claim(region, book)
    at = takeRoom(region, bytesOf(samples.count))
  }
  if (at !== undefined) book.set(samples, at)
  return at
}

const FAR_M = 1e6

const write = (
  { f64, f32, i32 }: Loops,
  at: number,
  { emitter, count, profile, positions, shares }: EmitterSamples,
) => {
  const { lens, front, back, axis } = emitter
  f64.set(axis, at / 8)
  const rim = front.shape === 'disc' ? front.radiusM : Infinity
  f64.set(lens ? [rim, lens.spread, lens.imageM] : [0, 0, 0], (at + FRONT_LENS) / 8)
  f64.set(back ? [back.share, back.exponent] : [0, 0], (at + FRONT_BACK) / 8)
  i32[(at + FRONT_COUNT) / 4] = count
  i32[(at + FRONT_IS_BALL) / 4] = front.shape === 'ball' ? 1 : 0
  f64.set(profile, (at + FRONT_PROFILE) / 8)
  f32.set(profile, (at + FRONT_SINGLE) / 4)
  const rows = (at + FRONT_SAMPLES + count * SAMPLE_BYTES) / 4
  const row = rowOf(count) / 4
  // What fills a row up stands far away and has no share.
  f32.fill(FAR_M, rows, rows + 3 * row)
  f32.fill(0, rows + 3 * row, rows + 4 * row)
  for (let index = 0; index < count; index++) {
    const to = (at + FRONT_SAMPLES + index * SAMPLE_BYTES) / 8
    for (let axisAt = 0; axisAt < 3; axisAt++) {
      const place = positions[index * 3 + axisAt]!
      f64[to + axisAt] = place
      f32[rows + axisAt * row + index] = place
    }
    f64[to + 3] = shares[index]!
    f32[rows + 3 * row + index] = shares[index]!
  }
}

/**
 * Loads a light's front, unless it is loaded, and makes it the one that is asked. False where it does not fit, or
 * where something shapes its beam ray by ray (leaves, scrims, masks, measured tables), which only the plain code knows.
 */
export const loadFront = (loops: Loops, samples: EmitterSamples): boolean => {
  if (samples.shaping || samples.emitter.table) return false
  const book = books.get(loops)
  const known = book && loops.regions.front.owner === book ? book.get(samples) : undefined
  const at = known ?? placeFor(loops, samples)
  if (at === undefined) return false
  if (known === undefined) write(loops, at, samples)
  loops.useFront(at)
  return true
}
