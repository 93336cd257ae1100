import { lightingSolver } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import { emitterOf, sceneOf } from '#core/scene/scene'
import type { StudioSet } from '#core/model/schema'
import { luminance, type Rgb } from '#core/physics/units/rgb'
import { tracePoint } from './pathTracer'

/** One light, or all of them, at one point: the core against the reference, lux-seconds at full power. */
export type Row = { point: string; light: string; core: number; reference: number; differenceStops: number }

/** Light fainter than this share of the point's whole is left out for single lights: nobody could meter it. */
const FAINT = 0.01

const row = (point: string, light: string, core: number, reference: number): Row => ({
  point,
  light,
  core,
  reference,
  differenceStops: Math.log2(core / reference),
})

/** Holds the core against the path tracer at every meter point of a set. */
export const compareSet = async (set: StudioSet, paths: number, seed: number): Promise<Row[]> => {
  const solved = (await lightingSolver()(set))!
  const { surfaces } = sceneOf(set)
  const emitters = set.lights.map(light => emitterOf(light, set))
  return meterPoints(set).flatMap((point, index) => {
    const reference = tracePoint(surfaces, emitters, point, paths, seed + index).map(
      ({ direct, bounced }) => luminance(direct as unknown as Rgb) + luminance(bounced as unknown as Rgb),
    )
    const core = solved.layers.map(
      ({ shares }) => luminance(shares[point.id]!.direct) + luminance(shares[point.id]!.bounced),
    )
    const whole = reference.reduce((sum, value) => sum + value, 0)
    return [
      row(
        point.id,
        'all',
        core.reduce((sum, value) => sum + value, 0),
        whole,
      ),
      ...set.lights.flatMap((light, at) =>
        reference[at]! < FAINT * whole ? [] : [row(point.id, light.id, core[at]!, reference[at]!)],
      ),
    ]
  })
}
