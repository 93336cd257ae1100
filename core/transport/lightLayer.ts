import type { Emitter } from '../sources/emitter'
import type { Receptor } from '../photometry/meter'
import type { Rgb } from '../units/rgb'
import type { Vector } from '../units/vector'
import { directAt, sampleEmitter, type EmitterSamples } from './direct'
import { castView, gather, type View } from './gather'
import { gatherOnPatches, solveRadiosity } from './interreflection'
import type { Stage } from './stage'

/** A place where light is read. */
export type Receiver = { id: string, position: Vector, facing: Vector, receptor: Receptor }

/** Direct and bounced exposure at one receiver from one light at full power, per channel, in lux-seconds (lux for continuous). */
export type Share = { direct: Rgb, bounced: Rgb }

/** One light in a scene at full power, wherever it may be read. */
export type LightField = {
  emitter: Emitter
  /** The light's front, sampled finely for single points. */
  front: EmitterSamples
  /** Radiosity of every patch, for each channel. */
  radiosity: Channels
  /** Bounced exposure on every patch: what a picture shows beside the direct light. */
  irradiance: Channels
}

type Channels = [Float64Array, Float64Array, Float64Array]

/** One light's effect on a set of receivers at full power. Power, dimming and on or off are factors on it, never a new solve. */
export type LightLayer = { lightId: string, shares: Record<string, Share> }

/** A receiver with what it sees of the scene; independent of the lights. */
export type SeenReceiver = Receiver & { view: View }

export const viewReceiver = (stage: Stage, receiver: Receiver): SeenReceiver => ({
  ...receiver,
  view: castView(stage.rays, stage.patches, receiver.position, receiver.facing, receiver.receptor, stage.quality.raysPerPoint),
})

/** Mean direct light on every patch per unit of axis intensity, each point of the patch asking its own part of the front. */
const directOnPatches = (stage: Stage, samples: EmitterSamples): Float64Array => {
  const { patches, samples: points, rays } = stage
  const direct = new Float64Array(patches.count)
  const single = { emitter: samples.emitter, count: 1, positions: samples.positions }
  for (let patch = 0; patch < patches.count; patch++) {
    if (!points.exposed[patch]) continue
    let sum = 0
    for (let index = 0; index < points.perPatch; index++) {
      const at = (patch * points.perPatch + index) * 6
      // A step coprime to the count pairs points and parts of the front anew.
      const part = (index * 7 + patch) % samples.count
      single.positions = samples.positions.subarray(part * 3, part * 3 + 3)
      const p = points.points
      sum += directAt(single, rays, p[at]!, p[at + 1]!, p[at + 2]!, p[at + 3]!, p[at + 4]!, p[at + 5]!, 'flat')
    }
    direct[patch] = sum / points.perPatch
  }
  return direct
}

/** Solves one light on a prepared stage: direct light on every patch, then interreflection. */
export const solveField = (stage: Stage, emitter: Emitter): LightField => {
  const onPatches = directOnPatches(stage, sampleEmitter(emitter, stage.quality.frontForPatches))
  const solveChannel = (channel: 0 | 1 | 2) =>
    solveRadiosity(stage.patches, stage.rows, onPatches.map(value => value * emitter.intensity[channel]), channel)
  const radiosity: Channels = [solveChannel(0), solveChannel(1), solveChannel(2)]
  const bouncedOn = (channel: 0 | 1 | 2) => gatherOnPatches(stage.rows, radiosity[channel])
  return { emitter, front: sampleEmitter(emitter, stage.quality.frontForPoints), radiosity, irradiance: [bouncedOn(0), bouncedOn(1), bouncedOn(2)] }
}

/** Reads a light at one receiver: fresh direct samples there, and a final gather of the bounced light. */
export const readField = (stage: Stage, field: LightField, { position, facing, receptor, view }: SeenReceiver): Share => {
  const { emitter, radiosity } = field
  const open = directAt(field.front, stage.rays, ...position, ...facing, receptor)
  return {
    direct: [open * emitter.intensity[0], open * emitter.intensity[1], open * emitter.intensity[2]],
    bounced: [gather(view, radiosity[0]), gather(view, radiosity[1]), gather(view, radiosity[2])],
  }
}
