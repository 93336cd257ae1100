import { claim, takeRoom, type Loops, type Region } from '../loops/loops'
import type { Patches } from './patches'
import type { Rows } from './rows'
import type { Rgb } from '../units/rgb'

/** Light as it arrives on patches: amounts, one a patch, in the one colour of their lamp. */
export type Lit = { amounts: Float64Array; colour: Rgb }

/** Where the numbers of patches and rows lie that do not depend on any light. */
type Places = {
  patches: Patches
  first: number
  seen: number
  partner: number
  areas: number
  reflectance: number
  transmittance: number
}

const places = new WeakMap<Rows, Places>()

/** Room for several things at once; undefined where one of them does not fit. */
const takeAll = <Name extends string>(
  region: Region,
  sizes: Readonly<Record<Name, number>>,
): Record<Name, number> | undefined => {
  const taken = Object.entries<number>(sizes).map(([name, bytes]) => [name, takeRoom(region, bytes)] as const)
  return taken.every(([, at]) => at !== undefined) ? (Object.fromEntries(taken) as Record<Name, number>) : undefined
}

/** Bytes of the four f32 that a patch takes. */
const LANES = 16

/** Writes three numbers a patch into four lanes each. */
const spread = ({ f32 }: Loops, at: number, values: ArrayLike<number>): void => {
  for (let from = 0, to = at / 4; from < values.length; from += 3, to += 4) {
    f32[to] = values[from]!
    f32[to + 1] = values[from + 1]!
    f32[to + 2] = values[from + 2]!
    f32[to + 3] = 0
  }
}

const load = (loops: Loops, patches: Patches, rows: Rows): Places | undefined => {
  const region = loops.regions.rows
  const known = places.get(rows)
  if (region.owner === rows && known?.patches === patches) return known
  claim(region, rows)
  const { count } = patches
  const room = takeAll(region, {
    first: (count + 1) * 4,
    seen: rows.seen.byteLength,
    partner: count * 4,
    areas: count * 8,
    reflectance: count * LANES,
    transmittance: count * LANES,
  })
  if (!room) {
    region.owner = undefined
    return undefined
  }
  loops.i32.set(rows.first, room.first / 4)
  // A ray that brings nothing ends on the patch behind the last, which is dark.
  for (let ray = 0, to = room.seen / 4; ray < rows.seen.length; ray++)
    loops.i32[to + ray] = rows.seen[ray]! < 0 ? count : rows.seen[ray]!
  loops.i32.set(patches.partner, room.partner / 4)
  loops.f64.set(patches.areaM2, room.areas / 8)
  spread(loops, room.reflectance, patches.reflectance)
  spread(loops, room.transmittance, patches.transmittance)
  const here = { ...room, patches }
  places.set(rows, here)
  return here
}

/** When the rounds of a balance end: at such a change of the whole, or after so many. */
export type Rounds = { converged: number; most: number }

/**
 * The balance of light between patches by rounds, in the fast loops; undefined where it does not fit.
 * @param amounts irradiance of each patch from the light alone, per unit of its colour
 * @returns three channels a patch
 */
export const balanceInLoops = (
  loops: Loops,
  patches: Patches,
  rows: Rows,
  { amounts, colour }: Lit,
  { converged, most }: Rounds,
): { radiosity: Float64Array; received: Float64Array } | undefined => {
  const here = load(loops, patches, rows)
  const { scratch } = loops.regions
  const { count } = patches
  scratch.next = scratch.start
  const size = (count + 1) * LANES
  const work = takeAll(scratch, { amounts: count * 8, direct: size, received: size, radiosity: size, out: count * 24 })
  if (!here || !work) return undefined
  const { areas, reflectance, transmittance } = here
  const { direct, received, radiosity } = work
  loops.f64.set(amounts, work.amounts / 8)
  loops.balanceStart(count, areas, reflectance, transmittance, work.amounts, ...colour, direct, received, radiosity)
  for (let round = 0; round < most; round++) {
    const change = loops.balanceRound(
      count,
      here.first,
      here.seen,
      here.partner,
      areas,
      reflectance,
      transmittance,
      direct,
      received,
      radiosity,
    )
    if (change <= converged) break
  }
  const readOut = (from: number): Float64Array => {
    loops.balanceEnd(count, from, work.out)
    return loops.f64.slice(work.out / 8, work.out / 8 + count * 3)
  }
  return { radiosity: readOut(radiosity), received: readOut(received) }
}
