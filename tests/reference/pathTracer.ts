/**
 * An independent reference: plain Monte Carlo path tracing with next-event estimation, in code of its own.
 * It shares the description of a set (surfaces, lights, meter points) with the core, and no computation.
 * Slow and simple on purpose; its error falls with the square root of the number of paths.
 */
import type { Emitter } from '#core/physics/sources/emitter'
import type { Receptor } from '#core/physics/photometry/meter'
import type { Sheet, Side, Surface } from '#core/physics/geometry/surface'
import { behind, intensityOf, spotOn } from './lamps'
import { worldOf, type Ray, type World } from './geometry'
import {
  anyWay,
  bounce,
  cosineWay,
  dice,
  inner,
  lobeWay,
  minus,
  outer,
  plus,
  times,
  unit,
  v,
  type Dice,
  type V,
} from './vectors'

export { dice } from './vectors'

const CLEAR = 1e-4

/** Reflectance of clear glass or lacquer by Snell and Fresnel, both polarisations together. */
const mirrorShare = (cosine: number, index: number): number => {
  const into = Math.asin(Math.sqrt(1 - Math.min(1, cosine) ** 2) / index)
  const from = Math.acos(Math.min(1, cosine))
  if (from < 1e-6) return ((index - 1) / (index + 1)) ** 2
  return (
    (Math.sin(from - into) ** 2 / Math.sin(from + into) ** 2 +
      Math.tan(from - into) ** 2 / Math.tan(from + into) ** 2) /
    2
  )
}

type Flat = { foot: V; normal: V; sheet: Sheet; index: number }

/** Flat coated sides: a light is seen in them a second time. */
const coatedSides = (world: World): Flat[] =>
  world.sheets.flatMap(sheet =>
    (
      [
        ['front', 1],
        ['back', -1],
      ] as const
    ).flatMap(([name, sign]) => {
      const { gloss } = sheet[name]
      return gloss?.kind === 'coat'
        ? [
            {
              foot: v(sheet.corner),
              normal: times(unit(outer(v(sheet.edgeS), v(sheet.edgeT))), sign),
              sheet,
              index: gloss.refractiveIndex,
            },
          ]
        : []
    }),
  )

/** Whether a place on a sheet's plane lies within the sheet: it has positive coordinates that sum within bounds. */
const isOn = (sheet: Sheet, place: V): boolean => {
  const [s, t, offset] = [v(sheet.edgeS), v(sheet.edgeT), minus(place, v(sheet.corner))]
  const [ss, st, tt, os, ot] = [inner(s, s), inner(s, t), inner(t, t), inner(offset, s), inner(offset, t)]
  const whole = ss * tt - st * st
  const [a, b] = [(os * tt - ot * st) / whole, (ot * ss - os * st) / whole]
  return sheet.isRound ? Math.hypot(2 * a - 1, 2 * b - 1) <= 1 : a >= 0 && a <= 1 && b >= 0 && b <= 1
}

/** How a place answers to light that comes along a unit direction (toward the light). */
type Answer = (toLight: V) => number

/** What one random point of a light sends to a place, straight. */
const straight = (world: World, light: Emitter, at: V, answer: Answer, roll: Dice): number => {
  const spot = spotOn(light, roll)
  const toward = minus(spot.at, at)
  const way = unit(toward)
  const sent = intensityOf(light, spot, times(way, -1)) * answer(way)
  return sent <= 0 || world.isBlocked(plus(at, way, CLEAR), spot.at) ? 0 : sent / inner(toward, toward)
}

/** The same by way of the coated sides. */
const mirrored = (
  world: World,
  coats: readonly Flat[],
  light: Emitter,
  { at, answer }: { at: V; answer: Answer },
  roll: Dice,
): number =>
  coats.reduce((sum, { foot, normal, sheet, index }) => {
    const spot = spotOn(light, roll)
    const height = inner(minus(at, foot), normal)
    if (height < 1e-3 || inner(minus(spot.at, foot), normal) < 1e-3) return sum
    const image = behind(spot.at, foot, normal)
    const toward = minus(image, at)
    const way = unit(toward)
    const cosine = -inner(way, normal)
    const struck = plus(at, way, height / cosine)
    if (!isOn(sheet, struck)) return sum
    const clear = plus(struck, normal, CLEAR)
    const sent = intensityOf(light, spot, unit(minus(struck, spot.at))) * answer(way) * mirrorShare(cosine, index)
    return sent <= 0 || world.isBlocked(plus(at, way, CLEAR), clear) || world.isBlocked(clear, spot.at)
      ? sum
      : sum + sent / inner(toward, toward)
  }, 0)

export type Reference = { direct: number[]; bounced: number[] }

const LONGEST_PATH = 400

const addTo = (sum: number[], colour: readonly number[], factor: readonly number[], level: number) => {
  for (const channel of [0, 1, 2]) sum[channel]! += colour[channel]! * factor[channel]! * level
}

const exponentOf = (halfWidthDeg: number) => Math.log(0.5) / Math.log(Math.cos((halfWidthDeg * Math.PI) / 180))

/** What a side gives light that enters it, before it scatters. */
const lets = ({ gloss }: Side, cosine: number) =>
  gloss?.kind === 'coat' ? 1 - mirrorShare(cosine, gloss.refractiveIndex) : 1

/**
 * Exposure of every light at a receiver by so many paths, three channels, in the unit of the lights' intensity per
 * square metre.
 */
export const tracePoint = (
  surfaces: readonly Surface[],
  lights: readonly Emitter[],
  point: { position: readonly number[]; facing: readonly number[]; receptor: Receptor },
  paths: number,
  seed: number,
): Reference[] => {
  const roll = dice(seed)
  const world = worldOf(surfaces)
  const coats = coatedSides(world)
  const [at, facing] = [v(point.position), v(point.facing)]
  const receptor: Answer =
    point.receptor === 'flat' ? way => Math.max(0, inner(way, facing)) : way => (1 + inner(way, facing)) / 2
  const sums = lights.map(() => ({ direct: [0, 0, 0], bounced: [0, 0, 0] }))
  const ONE = [1, 1, 1]
  /** Lets every light shine on a place of the path that answers by `answer`. */
  const collect = (place: V, carried: readonly number[], answer: Answer, isFirst = false) =>
    lights.forEach((light, index) => {
      addTo(
        isFirst ? sums[index]!.direct : sums[index]!.bounced,
        light.intensity,
        carried,
        straight(world, light, place, answer, roll),
      )
      if (coats.length > 0)
        addTo(
          sums[index]!.bounced,
          light.intensity,
          carried,
          mirrored(world, coats, light, { at: place, answer }, roll),
        )
    })

  for (let path = 0; path < paths; path++) {
    collect(at, ONE, receptor, true)
    // A flat disc is met by the cosine, which weighs pi; a dome from all round, which weighs 4 pi times its response.
    const way = point.receptor === 'flat' ? cosineWay(facing, roll) : anyWay(roll)
    const weight = point.receptor === 'flat' ? Math.PI : 4 * Math.PI * receptor(way)
    let carried = [weight, weight, weight]
    let ray: Ray = { from: at, way }
    for (let step = 0; step < LONGEST_PATH; step++) {
      const struck = world.nearest(ray)
      if (!struck) break
      const { normal, side } = struck
      const cosine = -inner(ray.way, normal)
      const { gloss } = side
      const outward = plus(struck.at, normal, CLEAR)
      if (gloss?.kind === 'coat' && roll() < mirrorShare(cosine, gloss.refractiveIndex)) {
        ray = { from: outward, way: bounce(ray.way, normal) }
        continue
      }
      if (gloss?.kind === 'lobe') {
        const [about, n] = [bounce(ray.way, normal), exponentOf(gloss.halfWidthDeg)]
        if (roll() < gloss.share) {
          collect(outward, carried, toLight =>
            inner(toLight, normal) > 0 ? ((n + 1) / (2 * Math.PI)) * Math.max(0, inner(toLight, about)) ** n : 0,
          )
          const onward = lobeWay(about, n, roll)
          if (inner(onward, normal) <= 0) break
          ray = { from: outward, way: onward }
          continue
        }
      }
      // A matt side sends on its reflectance over pi; a sheet that lets light through, its transmittance over pi from
      // behind.
      const inward = plus(struck.at, normal, -CLEAR)
      const here = carried.map((part, channel) => (part * side.reflectance[channel]!) / Math.PI)
      collect(
        outward,
        here,
        toLight => Math.max(0, inner(toLight, normal)) * lets(side, Math.max(0, inner(toLight, normal))),
      )
      const isThrough = struck.transmittance.some(share => share > 0)
      if (isThrough)
        collect(
          inward,
          carried.map((part, channel) => (part * struck.transmittance[channel]!) / Math.PI),
          toLight => Math.max(0, -inner(toLight, normal)),
        )
      // Russian roulette by the greatest share: what goes on, goes on with what it lost made up.
      const [back, through] = [Math.max(...side.reflectance), Math.max(...struck.transmittance)]
      const draw = roll()
      if (draw >= back + through) break
      const isBack = draw < back
      const onward = cosineWay(isBack ? normal : times(normal, -1), roll)
      const shares = isBack ? side.reflectance : struck.transmittance
      const kept = (isBack ? lets(side, inner(onward, normal)) : 1) / (isBack ? back : through)
      carried = carried.map((part, channel) => part * shares[channel]! * kept)
      ray = { from: isBack ? outward : inward, way: onward }
    }
  }
  const mean = (sum: number[]) => sum.map(part => part / paths)
  return sums.map(({ direct, bounced }) => ({ direct: mean(direct), bounced: mean(bounced) }))
}
