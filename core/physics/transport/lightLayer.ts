import { enteringShare } from './gloss'
import type { Receptor } from '../photometry/meter'
import { mayStandBetween } from '../geometry/between'
import type { Gloss } from '../geometry/surface'
import type { Emitter } from '../sources/emitter'
import { scaleRgb, type Rgb } from '../units/rgb'
import type { Vector } from '../units/vector'
import {
  directAt,
  directFromSample,
  frontBox,
  resampled,
  sampleEmitter,
  sampleEmitterFor,
  type EmitterSamples,
} from './direct'
import { castView, gather, gatherByOwner, type View } from './gather'
import { ownSurface } from './emittedRadiance'
import { glintsAt, strikeGlints, type LitGlints } from './glints'
import { solveRadiosity } from './interreflection'
import { imageIn, viaMirror, type MirroredLight } from './mirrors'
import { sideOfPatch, type Patches } from './patches'
import type { Stage } from './stage'

/** A place where light is read. */
export type Receiver = { id: string; position: Vector; facing: Vector; receptor: Receptor }

/**
 * Direct and bounced exposure at one receiver from one light at full power, per channel, in lux-seconds (lux for
 * continuous).
 */
export type Share = { direct: Rgb; bounced: Rgb }

/** One light in a scene at full power, wherever it may be read. */
export type LightField = {
  emitter: Emitter
  /** The light's front, sampled finely for single points. */
  front: EmitterSamples
  /** The light by way of mirrors, sampled for single points, and of lobes. */
  mirrored: MirroredLight[]
  glints: LitGlints
  /** What every patch sends out, three channels a patch, without `shining`. */
  radiosity: Float64Array
  /**
   * What diffusion sends out of the light that strikes its other side straight: it counts as direct light. Undefined
   * where nothing diffuses.
   */
  shining: Float64Array | undefined
  /**
   * Bounced exposure on every patch: what a picture shows beside the direct light. Includes what mirrors and lobes
   * throw on.
   */
  irradiance: Float64Array
}

/**
 * One light's effect on a set of receivers at full power. Power, dimming and on or off are factors on it, never a new
 * solve.
 */
export type LightLayer = {
  lightId: string
  shares: Record<string, Share>
  /**
   * What it puts into the lens, as the even light on white that would be as bright; undefined where no lens was
   * asked.
   */
  lens?: Rgb
  /** The part of that which comes from the lamp itself. */
  lampInLens?: Rgb
}

/** A receiver with what it sees of the scene; independent of the lights. */
export type SeenReceiver = Receiver & { view: View }

/** What a receiver sees of the stage; the same for every light. */
export const viewReceiver = (stage: Stage, receiver: Receiver): SeenReceiver => ({
  ...receiver,
  view: castView(
    stage,
    receiver.position,
    receiver.facing,
    receiver.receptor,
    stage.quality.raysPerPoint,
    stage.quality.seed,
  ),
})

/** A body's patches are small and costly to leave: every other point of theirs is asked. */
const BODY_POINT_STEP = 2

/**
 * Mean over the points of every patch of what `at` gives there; each point is told its number and asks its own part
 * of a front.
 */
const overPatches = (
  stage: Stage,
  at: (x: number, y: number, z: number, nx: number, ny: number, nz: number, point: number, patch: number) => number,
): Float64Array => {
  const { patches, samples, scene } = stage
  const mean = new Float64Array(patches.count)
  const p = samples.points
  for (let patch = 0; patch < patches.count; patch++) {
    if (!samples.exposed[patch]) continue
    const step = scene.surfaces[patches.surface[patch]!]!.shape === 'body' ? BODY_POINT_STEP : 1
    let sum = 0
    for (let index = 0; index < samples.perPatch; index += step) {
      const from = (patch * samples.perPatch + index) * 6
      sum += at(p[from]!, p[from + 1]!, p[from + 2]!, p[from + 3]!, p[from + 4]!, p[from + 5]!, index / step, patch)
    }
    mean[patch] = (sum * step) / samples.perPatch
  }
  return mean
}

/** A step coprime to the count pairs points and parts of the front anew on every patch. */
const partOfFront = (point: number, patch: number, count: number) => (point * 7 + patch) % count

/** Mean direct light on every patch per unit of axis intensity, less what coats turn away. */
const directOnPatches = (stage: Stage, front: EmitterSamples): Float64Array => {
  const { patches, samples, rays, scene } = stage
  const glosses: (Gloss | null)[] = Array.from(patches.surface, (_, patch) => sideOfPatch(scene, patches, patch).gloss)
  const around = frontBox(front)
  const own = ownSurface(stage, front.emitter)
  const blockers = Array.from(patches.surface, (surface, patch) =>
    mayStandBetween(rays, around, samples.boxes[patch]!, scene.surfaces[surface]!.shape === 'sheet' ? surface : -1, own)
      ? rays
      : undefined,
  )
  return overPatches(stage, (x, y, z, nx, ny, nz, point, patch) => {
    const part = partOfFront(point, patch, front.count)
    const open = directFromSample(front, part, blockers[patch], x, y, z, nx, ny, nz)
    const gloss = glosses[patch] ?? null
    if (gloss === null || open === 0) return open
    const [dx, dy, dz] = [
      front.positions[part * 3]! - x,
      front.positions[part * 3 + 1]! - y,
      front.positions[part * 3 + 2]! - z,
    ]
    return open * enteringShare(gloss, (dx * nx + dy * ny + dz * nz) / Math.hypot(dx, dy, dz))
  })
}

/** Light that mirrors and lobes throw on patches, per unit of axis intensity; undefined where there are none. */
const thrownOnPatches = (
  stage: Stage,
  mirrored: readonly MirroredLight[],
  glints: LitGlints,
): Float64Array | undefined => {
  if (mirrored.length === 0 && glints.lit.length === 0) return undefined
  const { perPatch } = stage.samples
  return overPatches(
    stage,
    (x, y, z, nx, ny, nz, point, patch) =>
      mirrored.reduce((sum, light) => {
        const part = partOfFront(point, patch, light.image.count)
        return sum + viaMirror(light, part, stage.rays, x, y, z, nx, ny, nz, false) / light.image.shares[part]!
      }, 0) + (glints.lit.length > 0 ? glintsAt(stage, glints, x, y, z, nx, ny, nz, false, point, perPatch) : 0),
  )
}

const mirroredIn = (stage: Stage, light: EmitterSamples, perSide: number): MirroredLight[] =>
  stage.mirrors.planes.map(mirror => ({ mirror, light, image: sampleEmitter(imageIn(mirror, light.emitter), perSide) }))

/** Per-patch amounts per unit of axis intensity, in the colour of the light. */
const coloured = (amounts: Float64Array, intensity: Rgb): Float64Array =>
  Float64Array.from({ length: amounts.length * 3 }, (_, at) => amounts[(at / 3) | 0]! * intensity[at % 3]!)

/** What diffusion sends out of the light that strikes its other side. */
const shiningThrough = ({ partner, transmittance }: Patches, direct: Float64Array): Float64Array | undefined =>
  partner.some(other => other >= 0)
    ? direct.map((_, at) =>
        partner[(at / 3) | 0]! < 0 ? 0 : transmittance[at]! * direct[partner[(at / 3) | 0]! * 3 + (at % 3)]!,
      )
    : undefined

/** What is left of a whole less a part; nothing where the difference is only rounding. */
const remainder = (whole: number, part: number): number => (whole - part > ROUNDING * whole ? whole - part : 0)

const ROUNDING = 1e-6

/** Solves one light on a prepared stage: direct light on every patch, then interreflection. */
export const solveField = (stage: Stage, emitter: Emitter): LightField => {
  const { patches, quality } = stage
  const coarse = sampleEmitter(emitter, quality.frontForPatches)
  const front = resampled(coarse, quality.frontForPoints)
  const glints = strikeGlints(stage, coarse)
  const straight = coloured(directOnPatches(stage, coarse), emitter.intensity)
  const onPatches = thrownOnPatches(stage, mirroredIn(stage, coarse, quality.frontForPatches), glints)
  const thrown = onPatches && coloured(onPatches, emitter.intensity)
  const { radiosity: all, received } = solveRadiosity(
    patches,
    stage.rows,
    thrown ? straight.map((value, at) => value + thrown[at]!) : straight,
  )
  const shining = shiningThrough(patches, straight)
  return {
    emitter,
    front,
    mirrored: mirroredIn(stage, front, quality.frontForPoints),
    glints,
    radiosity: shining ? all.map((value, at) => remainder(value, shining[at]!)) : all,
    shining,
    irradiance: thrown ? received.map((value, at) => value + thrown[at]!) : received,
  }
}

const sum = (a: Rgb, b: Rgb): Rgb => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]

/** Light that mirrors and lobes throw on a receiver, per unit of axis intensity. */
const thrownOn = (
  stage: Stage,
  { mirrored, glints }: LightField,
  { position: [x, y, z], facing, receptor }: Receiver,
): number => {
  const isDome = receptor === 'dome'
  let thrown = glintsAt(stage, glints, x, y, z, ...facing, isDome, 0, 1)
  for (const light of mirrored) {
    for (let index = 0; index < light.image.count; index++)
      thrown += viaMirror(light, index, stage.rays, x, y, z, ...facing, isDome)
  }
  return thrown
}

/** The same for a place in a picture, on a flat receptor and from fewer samples, since its neighbours even it out. */
export const thrownAt = (stage: Stage, { mirrored, glints }: LightField, [x, y, z]: Vector, normal: Vector): number => {
  let thrown = glints.lit.length > 0 ? glintsAt(stage, glints, x, y, z, ...normal, false, 0, stage.samples.perPatch) : 0
  for (const light of mirrored) {
    const step = Math.max(1, Math.floor(light.image.count / MIRRORED_LOOKS))
    let [sum, asked] = [0, 0]
    for (let index = 0; index < light.image.count; index += step, asked++) {
      sum += viaMirror(light, index, stage.rays, x, y, z, ...normal, false) / light.image.shares[index]!
    }
    thrown += sum / asked
  }
  return thrown
}

/** Samples of a mirrored front that a place in a picture asks. */
const MIRRORED_LOOKS = 9

/** Reads a light at one receiver: fresh direct samples there, and a final gather of the bounced light. */
export const readField = (stage: Stage, field: LightField, receiver: SeenReceiver): Share => {
  const { position, facing, receptor, view } = receiver
  const { intensity } = field.emitter
  const open = directAt(
    sampleEmitterFor(field.front, stage.quality.frontForPoints, position),
    stage.rays,
    ...position,
    ...facing,
    receptor,
  )
  return {
    direct: field.shining ? sum(scaleRgb(intensity, open), gather(view, field.shining)) : scaleRgb(intensity, open),
    bounced: sum(scaleRgb(intensity, thrownOn(stage, field, receiver)), gather(view, field.radiosity)),
  }
}

/**
 * Where the bounced part of a reading comes from, by the thing that sent it on last; mirrors and lobes come under
 * `gloss`.
 */
export const bouncedByOwner = (stage: Stage, field: LightField, receiver: SeenReceiver): Record<string, Rgb> => {
  const { surfaces } = stage.scene
  const shares = gatherByOwner(receiver.view, field.radiosity, patch => surfaces[stage.patches.surface[patch]!]!.owner)
  const thrown = thrownOn(stage, field, receiver)
  return thrown > 0 ? { ...shares, gloss: scaleRgb(field.emitter.intensity, thrown) } : shares
}
