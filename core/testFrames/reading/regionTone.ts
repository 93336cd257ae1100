import { SRGB_RESPONSE } from '../../camera/response'
import { luminance } from '../../physics/units/rgb'
import { labOf, type Lab } from '../../physics/units/lab'
import type { FrameLight } from '../../imaging/picture/frameLight'
import type { Reduced } from '../../imaging/picture/downsample'
import { REGION_TONE_EXTREME, NEUTRAL_CHROMA } from '../thresholds'

/** What a region of a picture reads. */
export type RegionTone = {
  /** Share of the picture. */
  share: number
  /** Mean value, 0..255, of its mean light; and CIE 1976 lightness of it. */
  value: number
  lightness: number
  /** Mean colour. */
  lab: Lab
  /** Values that one pixel in two hundred lies over, and under. */
  highest: number
  lowest: number
  /** Shares of it that clip in every channel, in any channel, and that are black. */
  clipped: number
  anyClipped: number
  crushed: number
}

/** Reads one region; undefined where the picture has none of it. */
export const regionTone = (picture: Reduced, { value }: FrameLight, mask: Uint8Array): RegionTone | undefined => {
  const light = [0, 0, 0]
  let [count, clipped, anyClipped, crushed] = [0, 0, 0, 0]
  const values = new Float32Array(mask.length)
  mask.forEach((inside, at) => {
    if (!inside) return
    count++
    for (let channel = 0; channel < 3; channel++) light[channel]! += picture.linear[at * 3 + channel]!
    clipped += picture.clipped[at]!
    anyClipped += picture.anyClipped[at]!
    crushed += picture.crushed[at]!
    values[count - 1] = value[at]!
  })
  if (count === 0) return undefined
  const [red, green, blue] = light.map(sum => sum / count) as [number, number, number]
  const lab = labOf(red, green, blue)
  const sorted = values.subarray(0, count).sort()
  const at = (share: number) => sorted[Math.min(count - 1, Math.floor(share * count))]!
  return {
    share: count / mask.length,
    value: SRGB_RESPONSE.valueFromLinear(luminance([red, green, blue])),
    lightness: lab[0],
    lab,
    highest: at(1 - REGION_TONE_EXTREME),
    lowest: at(REGION_TONE_EXTREME),
    clipped: clipped / count,
    anyClipped: anyClipped / count,
    crushed: crushed / count,
  }
}

/**
 * Names of hues by where they end on the circle of CIELAB's hue angles, degrees: red near 30, yellow 95, green 145,
 * cyan 200, blue 280 to 306, magenta 330.
 */
const HUES = [
  { below: 45, name: 'red' },
  { below: 75, name: 'orange' },
  { below: 115, name: 'yellow' },
  { below: 180, name: 'green' },
  { below: 235, name: 'cyan' },
  { below: 312, name: 'blue' },
  { below: 322, name: 'purple' },
  { below: 350, name: 'magenta' },
  { below: Infinity, name: 'red' },
] as const

/** How far a colour is from grey, and toward what. */
export const castOf = ([, a, b]: Lab): { chroma: number; hue: string | null } => {
  const chroma = Math.hypot(a, b)
  const turn = (Math.atan2(b, a) / (2 * Math.PI) + 1) % 1
  const degrees = 360 * turn
  const hue = HUES.find(({ below }) => degrees < below)!.name
  return { chroma, hue: chroma < NEUTRAL_CHROMA ? null : hue }
}
