import type { Receptor } from '../photometry/meter'
import type { Emitter } from '../sources/emitter'
import { scaleRgb, type Rgb } from '../units/rgb'
import type { Vector } from '../units/vector'
import { directAt, frontBox, resampled, sampleEmitter, sampleEmitterFor } from './direct'
import type { EmitterSamples } from './emitterSamples'
import { concernsBetween, type Changes } from './changes'
import { castView, gather, gatherByOwner, type View } from './gather'
import { glintsAt, strikeGlints, type LitGlints } from './glints'
import { coloured, solveRadiosity } from './interreflection'
import { imageIn, viaMirror, type MirroredLight } from './mirrors'
import { directOnPatches, overPatches, partOfFront } from './onPatches'
import type { Patches } from './patches'
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
  /** Mean light on every patch straight from the lamp, per unit of axis intensity. */
  straight: Float64Array
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

/**
 * What a receiver sees of the stage; the same for every light.
 * @param earlier what it saw before something changed
 */
export const viewReceiver = (
  stage: Stage,
  receiver: Receiver,
  earlier?: { view: View; changes: Changes },
): SeenReceiver => ({
  ...receiver,
  view: castView(stage, receiver.position, receiver.facing, receiver.receptor, stage.quality.raysPerPoint, {
    seed: stage.quality.seed,
    earlier,
  }),
})

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

/** What diffusion sends out of the light that strikes its other side, three channels a patch. */
const shiningThrough = (
  { partner, transmittance }: Patches,
  straight: Float64Array,
  colour: Rgb,
): Float64Array | undefined =>
  partner.some(other => other >= 0)
    ? transmittance.map((share, at) => {
        const other = partner[(at / 3) | 0]!
        return other < 0 ? 0 : share * straight[other]! * colour[at % 3]!
      })
    : undefined

/** What is left of a whole less a part; nothing where the difference is only rounding. */
const remainder = (whole: number, part: number): number => (whole - part > ROUNDING * whole ? whole - part : 0)

const ROUNDING = 1e-6

/**
 * Solves one light on a prepared stage: direct light on every patch, then interreflection.
 * @param earlier the same light's field before something of the stage changed
 */
export const solveField = (
  stage: Stage,
  emitter: Emitter,
  earlier?: { field: LightField; changes: Changes },
): LightField => {
  const { patches, quality } = stage
  const coarse = sampleEmitter(emitter, quality.frontForPatches)
  const front = resampled(coarse, quality.frontForPoints)
  const glints = strikeGlints(stage, coarse)
  const straight = directOnPatches(stage, coarse, earlier && { mean: earlier.field.straight, changes: earlier.changes })
  const thrown = thrownOnPatches(stage, mirroredIn(stage, coarse, quality.frontForPatches), glints)
  const { radiosity: all, received } = solveRadiosity(
    patches,
    stage.rows,
    { amounts: thrown ? straight.map((value, at) => value + thrown[at]!) : straight, colour: emitter.intensity },
    stage.rays.loops,
  )
  const shining = shiningThrough(patches, straight, emitter.intensity)
  const thrownInColour = thrown && coloured(thrown, emitter.intensity)
  return {
    emitter,
    front,
    mirrored: mirroredIn(stage, front, quality.frontForPoints),
    glints,
    straight,
    radiosity: shining ? all.map((value, at) => remainder(value, shining[at]!)) : all,
    shining,
    irradiance: thrownInColour ? received.map((value, at) => value + thrownInColour[at]!) : received,
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

/** Light at a receiver straight from the lamp, per unit of axis intensity: fresh samples of its front. */
export const openAt = (stage: Stage, field: LightField, { position, facing, receptor }: Receiver): number =>
  directAt(
    sampleEmitterFor(field.front, stage.quality.frontForPoints, position),
    stage.rays,
    ...position,
    ...facing,
    receptor,
  )

/** Whether a change of the stage may concern what a lamp gives a receiver straight. */
export const mayHideFrom = (changes: Changes, field: LightField, { position }: Receiver): boolean =>
  concernsBetween(changes, frontBox(field.front), Float64Array.of(...position, ...position))

/**
 * Reads a light at one receiver: what comes straight from the lamp, and a final gather of the bounced light.
 * @param open as of {@link openAt}
 */
export const readField = (
  stage: Stage,
  field: LightField,
  receiver: SeenReceiver,
  open = openAt(stage, field, receiver),
): Share => {
  const { view } = receiver
  const { intensity } = field.emitter
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
