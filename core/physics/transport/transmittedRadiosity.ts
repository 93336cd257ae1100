import { frameAround, type Vector } from '../units/vector'
import type { Emitter } from '../sources/emitter'
import { profileOf } from '../sources/pattern'
import { luminance, type Rgb } from '../units/rgb'
import type { EmitterSamples } from './emitterSamples'
import type { LightField } from './lightLayer'
import type { Stage } from './stage'

/** Samples of a shining side; bright patches get more of them. */
const SAMPLES = 36

/**
 * Diffusion as what it is to whatever it lights: an even front of its own, as bright in each patch as the light that
 * strikes its
 * other side makes it. One front for each shining side of a light's field.
 */
export const shiningFronts = (stage: Stage, { shining, emitter }: LightField): EmitterSamples[] => {
  if (!shining) return []
  const { patches, samples } = stage
  const sides = new Map<string, number[]>()
  for (let patch = 0; patch < patches.count; patch++) {
    if (!(shining[patch * 3 + 1]! > 0) || !samples.exposed[patch]) continue
    const key = `${patches.surface[patch]} ${patches.isFront[patch]}`
    sides.set(key, [...(sides.get(key) ?? []), patch])
  }
  return [...sides.values()].map(lit => {
    const powerOf = (patch: number): Rgb =>
      [0, 1, 2].map(channel => (patches.areaM2[patch]! * shining[patch * 3 + channel]!) / Math.PI) as unknown as Rgb
    const whole = lit
      .map(powerOf)
      .reduce<Rgb>((sum, part) => [sum[0] + part[0], sum[1] + part[1], sum[2] + part[2]], [0, 0, 0])
    const positions = new Float64Array(SAMPLES * 3)
    let [at, before] = [0, 0]
    for (let index = 0; index < SAMPLES; index++) {
      const wanted = ((index + 0.5) / SAMPLES) * luminance(whole)
      while (at < lit.length - 1 && before + luminance(powerOf(lit[at]!)) < wanted)
        before += luminance(powerOf(lit[at++]!))
      const from = (lit[at]! * samples.perPatch + (index % samples.perPatch)) * 6
      positions.set(samples.points.subarray(from, from + 3), index * 3)
    }
    const normal = samples.points.subarray(lit[0]! * samples.perPatch * 6 + 3) as unknown as Vector
    const axis: Vector = [normal[0], normal[1], normal[2]]
    const front: Emitter = {
      ...emitter,
      axis,
      ...frameAround(axis),
      exponent: 1,
      intensity: whole,
      front: { shape: 'disc', radiusM: 1 },
      cutoff: null,
      back: null,
      leaves: null,
      halfScrim: null,
      mask: null,
      table: null,
      lens: null,
    }
    return {
      emitter: front,
      count: SAMPLES,
      positions,
      across: new Float64Array(SAMPLES),
      up: new Float64Array(SAMPLES),
      shares: new Float64Array(SAMPLES).fill(1 / SAMPLES),
      profile: profileOf(front),
      shaping: undefined,
    }
  })
}
