import { exposureGain } from '../camera/exposureGain'
import { responseOf } from '../camera/response'
import { labOf } from '../physics/units/lab'
import { exposureFromReading } from '../physics/photometry/meter'
import { KEY_SIDE, LIT_CHEEK, SHADOW_SIDE } from '../model/placeIds'
import { readerOf, type MeterPoint } from './probes/points'
import type { CameraSetting, StudioSet, Target } from '../model/schema'
import { luminance, type Rgb } from '../physics/units/rgb'
import { ratioFromStops, stopsFromRatio } from '../physics/units/stops'
import { levelConstraint, ratioConstraint, type Constraint } from './constraint'
import { freeOfValue, isHard, reflectanceAt, valueOfLightness } from './target'
import { CLIPPED, HELD_STOPS, DELTA_E_PER_STOP } from './thresholds'

/** What each light gives somewhere at full power, a column for each, and what is there without any; lux-seconds. */
export type Row = { shares: number[]; base: number }

/** Rows of light for a set at a camera setting. */
export type Rows = {
  /** What falls on a receiver, weighed from its channels. */
  light: (receiverId: string, weigh: (light: Rgb) => number) => Row
  /** What a point's surface sends into the picture, lens's veil included, weighed from its channels. */
  rendered: (point: MeterPoint, weigh: (light: Rgb) => number) => Row
}

const WEIGHTS: Record<'luminance' | 'red' | 'green' | 'blue', (light: Rgb) => number> = {
  luminance,
  red: ([red]) => red,
  green: ([, green]) => green,
  blue: ([, , blue]) => blue,
}
const CHANNELS = [WEIGHTS.red, WEIGHTS.green, WEIGHTS.blue] as const

/** The least and the most of three channels, in stops over what is wanted of each. */
const extremes = (sums: Float64Array, from: number, wanted: number): [number, number] => {
  const stops = [0, 1, 2].map(channel => stopsFromRatio(sums[from + channel]! / wanted))
  return [Math.min(...stops), Math.max(...stops)]
}

/** What is wanted of one point, as a constraint on the lights' powers. */
export const pointConstraint = (
  set: StudioSet,
  point: MeterPoint,
  target: Target,
  { camera, keyStops, rows }: { camera: CameraSetting; keyStops: number; rows: Rows },
): Constraint => {
  const standing = { isPriority: point.id === KEY_SIDE, isHard: isHard(target) }
  const response = responseOf(set.camera)
  const gain = exposureGain(camera)
  const metered = (stops: number): Constraint => {
    const { shares, base } = rows.light(readerOf(point).id, luminance)
    return levelConstraint(
      shares,
      exposureFromReading(camera.fNumber, camera.iso, point.constant) * ratioFromStops(stops),
      standing,
      undefined,
      base,
    )
  }
  const rendered = (
    value: number,
    weigh: (light: Rgb) => number,
    free?: ReturnType<typeof freeOfValue>,
  ): Constraint => {
    reflectanceAt(point)
    const { shares, base } = rows.rendered(point, weigh)
    return levelConstraint(shares, response.linearFromValue(value) / gain, standing, free, base)
  }
  const byChannel = (
    wantedLinear: number,
    measureOf: (least: number, most: number) => number,
    missOf: Constraint['missOf'],
  ): Constraint => {
    reflectanceAt(point)
    const wanted = wantedLinear / gain
    const channels = CHANNELS.map(weigh => rows.rendered(point, weigh))
    return {
      ...standing,
      rows: channels.map(({ shares }) => shares),
      bases: channels.map(({ base }) => base),
      measure: (sums, from) => measureOf(...extremes(sums, from, wanted)),
      missOf,
      aims: channels.map((_, row) => ({ row, wanted })),
    }
  }
  switch (target.kind) {
    case 'stops':
      return metered(target.stops)
    case 'ratio': {
      if (point.id !== SHADOW_SIDE) return metered(keyStops + target.stops)
      // The lighting ratio: the shadow side over the lit cheek, both as the skin takes its light. The lit cheek is
      // about where the key is wanted.
      const [shadow, lit] = [rows.light(SHADOW_SIDE, luminance), rows.light(LIT_CHEEK, luminance)]
      const aim =
        exposureFromReading(camera.fNumber, camera.iso, set.meter.domeConstant) *
        ratioFromStops(keyStops + target.stops)
      return ratioConstraint(
        [shadow.shares, lit.shares],
        stops => stops - target.stops,
        standing,
        [shadow.base, lit.base],
        [{ row: 0, wanted: aim }],
      )
    }
    case 'lightness':
      return rendered(valueOfLightness(target.lightness), luminance)
    // All channels white, however far past, is what 255 asks for.
    case 'value':
      return target.value >= CLIPPED && (target.channel ?? 'luminance') === 'luminance'
        ? byChannel(
            response.linearFromValue(CLIPPED),
            least => least,
            stops => Math.min(0, stops),
          )
        : rendered(target.value, WEIGHTS[target.channel ?? 'luminance'], freeOfValue(target.value))
    case 'clip':
      return byChannel(
        response.linearFromValue(CLIPPED),
        (least, most) => (least < 0 ? least : most),
        stops => (stops > 0 ? Math.max(0, stops - target.atMostStops) : stops),
      )
    case 'detail':
      return byChannel(
        response.linearFromValue(CLIPPED) * ratioFromStops(-HELD_STOPS),
        (_, most) => most,
        stops => stops,
      )
    case 'colour': {
      reflectanceAt(point)
      const channels = CHANNELS.map(weigh => rows.rendered(point, weigh))
      const level = rows.rendered(point, luminance)
      const wanted = response.linearFromValue(valueOfLightness(target.lab[0])) / gain
      return {
        ...standing,
        rows: [...channels, level].map(({ shares }) => shares),
        bases: [...channels, level].map(({ base }) => base),
        measure: (sums, from) => {
          const [lightness, a, b] = labOf(
            ...([0, 1, 2].map(channel => Math.min(1, gain * sums[from + channel]!)) as [number, number, number]),
          )
          const off = Math.hypot(lightness - target.lab[0], a - target.lab[1], b - target.lab[2])
          return (Math.sign(lightness - target.lab[0] || 1) * Math.max(0, off - target.within)) / DELTA_E_PER_STOP
        },
        missOf: stops => stops,
        aims: [{ row: 3, wanted }],
      }
    }
  }
}
