import type { Light } from '../model/schema'
import { rayScene } from '../physics/geometry/kernel'
import { placedEmitter, type Emitter } from '../physics/sources/emitter'
import type { EmitterShape } from '../physics/sources/modifier'
import { lampIntensity } from '../physics/sources/output'
import { directAt, sampleEmitter } from '../physics/transport/direct'
import type { EmitterSamples } from '../physics/transport/emitterSamples'
import { luminance } from '../physics/units/rgb'
import type { Vector } from '../physics/units/vector'

/** So far away a front of some metres is a point: its candela are those of the far field. */
const FAR_M = 400
/** Points over the front, a side: edges of leaves and cells come out as from the whole of it. */
const PER_SIDE = 16
const VERTICAL_STEP_DEG = 1
const HORIZONTAL_STEP_DEG = 5
/** Numbers on a line; LM-63 has lines of 132 characters at most. */
const A_LINE = 10

const NOTHING = rayScene({ surfaces: [] })

/** Candela of a light in a direction of its own: degrees off its axis, and round it from across to up. */
const candelaOf =
  (emitter: Emitter, samples: EmitterSamples) =>
  (offDeg: number, roundDeg: number): number => {
    const [off, round] = [(offDeg * Math.PI) / 180, (roundDeg * Math.PI) / 180]
    const parts = [Math.sin(off) * Math.cos(round), Math.sin(off) * Math.sin(round), Math.cos(off)] as const
    const way = [0, 1, 2].map(
      axis => parts[0] * emitter.across[axis]! + parts[1] * emitter.up[axis]! + parts[2] * emitter.axis[axis]!,
    ) as unknown as Vector
    const at = way.map((part, axis) => emitter.centre[axis]! + FAR_M * part) as unknown as Vector
    return (
      directAt(samples, NOTHING, at[0], at[1], at[2], -way[0], -way[1], -way[2], 'flat') *
      FAR_M ** 2 *
      luminance(emitter.intensity)
    )
  }

const steps = (to: number, by: number): number[] => Array.from({ length: to / by + 1 }, (_, index) => index * by)

/** Width (along 90 to 270 degrees), length (along 0 to 180) and height of an opening; below 0 where it is round. */
const openingOf = (front: EmitterShape): readonly [number, number, number] => {
  switch (front.shape) {
    case 'rectangle':
      return [front.heightM, front.widthM, 0]
    case 'ring':
      return [-2 * front.outerRadiusM, -2 * front.outerRadiusM, 0]
    case 'ball':
      return [-2 * front.radiusM, -2 * front.radiusM, -2 * front.radiusM]
    default:
      return [-2 * front.radiusM, -2 * front.radiusM, 0]
  }
}

const figure = (value: number): string => String(Number(value.toPrecision(7)))

const lines = (numbers: readonly number[]): string[] =>
  Array.from({ length: Math.ceil(numbers.length / A_LINE) }, (_, line) =>
    numbers
      .slice(line * A_LINE, (line + 1) * A_LINE)
      .map(figure)
      .join(' '),
  )

/** A keyword's text: one line, as long as the standard lets it be. */
const keyword = (name: string, text: string): string => `[${name}] ${text.replaceAll(/\s+/g, ' ')}`.slice(0, 256)

/**
 * A light, lamp and modifier as they hang, as a photometric file (ANSI/IES LM-63-2019, type C, absolute): candela of
 * the far field at full power, per degree off the axis and five degrees round it. Of a flash candela-seconds.
 * @param learnedStops what readings have shown of the lamp, stops over its rating
 * @param issued the date of the file, as it shall stand there
 */
export const writeIes = (light: Light, learnedStops: number, issued: string): string => {
  const intensity = lampIntensity(light.lamp) * 2 ** learnedStops
  const emitter = placedEmitter(light.id, [intensity, intensity, intensity], light.modifier, {
    centre: [0, 0, 0],
    axis: [0, -1, 0],
  })
  const candela = candelaOf(emitter, sampleEmitter(emitter, PER_SIDE))
  const isBack = emitter.back !== null || emitter.front.shape === 'ball' || light.modifier.table !== null
  const vertical = steps(isBack ? 180 : 90, VERTICAL_STEP_DEG)
  const horizontal = steps(360, HORIZONTAL_STEP_DEG)
  const rows = horizontal.map(round => vertical.map(off => Math.max(0, candela(off, round))))
  const [width, length, height] = openingOf(emitter.front)
  const unit = light.lamp.kind === 'flash' ? 'candela-seconds of one flash' : 'candela'
  return [
    'IES:LM-63-2019',
    keyword('TEST', `${light.lamp.name}, ${light.modifier.name}`),
    keyword('TESTLAB', 'Computed, not measured in a laboratory'),
    keyword('ISSUEDATE', issued),
    keyword('MANUFAC', 'not named'),
    keyword('LUMINAIRE', `${light.lamp.name}, ${light.modifier.name}`),
    keyword('OTHER', `${unit}, at full power${learnedStops === 0 ? '' : ', as readings have shown of this lamp'}`),
    'TILT=NONE',
    ['1 -1 1', vertical.length, horizontal.length, '1 2', ...[width, length, height].map(figure)].join(' '),
    `1 1.00001 ${figure(light.lamp.watts ?? 0)}`,
    ...lines(vertical),
    ...lines(horizontal),
    ...rows.flatMap(lines),
    '',
  ].join('\r\n')
}
