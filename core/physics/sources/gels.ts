import { luminance, multiplyRgb, scaleRgb, type Rgb } from '../units/rgb'
import { stopsFromRatio } from '../units/stops'
import { absoluteColour } from './colourTemperature'

/** A gel by what it lets through, per linear channel. */
export type Gel = { name: string; transmittance: Rgb }

/**
 * The two balances that colour gels are made for, daylight and tungsten: 134 mired apart. A half and a quarter shift
 * by their share of that.
 */
const DAYLIGHT_K = 5600
/** Correlated colour temperature of tungsten lamps, kelvin. */
const TUNGSTEN_K = 3200
/** Mireds from daylight to tungsten: what a full conversion gel shifts. */
const FULL_SHIFT_MIRED = 1e6 / TUNGSTEN_K - 1e6 / DAYLIGHT_K

/**
 * What the strongest channel keeps through a gel of full strength: dye and base take a little everywhere. Typical,
 * from memory.
 */
const WARMING_PEAK = 0.88
const COOLING_PEAK = 0.75
const GREEN_PEAK = 0.9
/** Full green is a colour-compensating step of 0.30 in density; common practice, no source. */
const FULL_GREEN_DENSITY = 0.3

/** By how much a gel of so many mireds moves a light: above 0 warmer. */
const shifted = (kelvin: number, mireds: number): number => 1e6 / (1e6 / kelvin + mireds)

const peaked = (channels: Rgb, peak: number): Rgb => scaleRgb(channels, peak / Math.max(...channels))

/**
 * A gel that makes of light at one balance light at another, so many mireds warmer (above 0) or cooler: each channel
 * by the ratio of the
 * two, from the Planckian locus. It is exact for light of the balance that it is made for.
 */
const shiftGel = (mireds: number): Rgb => {
  const from = mireds > 0 ? DAYLIGHT_K : TUNGSTEN_K
  const [before, after] = [absoluteColour(from), absoluteColour(shifted(from, mireds))]
  const share = Math.min(1, Math.abs(mireds) / FULL_SHIFT_MIRED)
  // A weaker gel holds less dye: its strongest channel keeps more.
  return peaked(
    [after[0] / before[0], after[1] / before[1], after[2] / before[2]],
    (mireds > 0 ? WARMING_PEAK : COOLING_PEAK) ** share,
  )
}

/** Green over red and blue by a density (above 0 green, below 0 magenta). */
export const greenGel = (density: number): Rgb => {
  const other = 10 ** -Math.abs(density)
  return peaked(
    density > 0 ? [other, 1, other] : [1, other, 1],
    GREEN_PEAK ** Math.min(1, Math.abs(density) / FULL_GREEN_DENSITY),
  )
}

const STRENGTHS = [
  ['full', 1],
  ['half', 0.5],
  ['quarter', 0.25],
] as const

const graded = (name: string, of: (share: number) => Rgb): Gel[] =>
  STRENGTHS.map(([strength, share]) => ({ name: `${name}, ${strength}`, transmittance: of(share) }))

/**
 * Generic gels. Those that balance light are derived from mireds and densities; saturated ones are typical values
 * from memory, rounded:
 * measure your own before trusting a hue.
 */
export const GELS: readonly Gel[] = [
  ...graded('Warming', share => shiftGel(share * FULL_SHIFT_MIRED)),
  ...graded('Cooling', share => shiftGel(-share * FULL_SHIFT_MIRED)),
  ...graded('Plus green', share => greenGel(share * FULL_GREEN_DENSITY)),
  ...graded('Minus green', share => greenGel(-share * FULL_GREEN_DENSITY)),
  { name: 'Honey', transmittance: [0.9, 0.45, 0.05] },
  { name: 'Red', transmittance: [0.6, 0.02, 0.02] },
  { name: 'Green', transmittance: [0.05, 0.45, 0.08] },
  { name: 'Blue', transmittance: [0.02, 0.06, 0.5] },
  { name: 'Cyan', transmittance: [0.08, 0.5, 0.6] },
  { name: 'Magenta', transmittance: [0.65, 0.05, 0.4] },
  { name: 'Neutral, one stop', transmittance: [0.5, 0.5, 0.5] },
]

/**
 * Share of a lamp's light that a meter sees through a gel: the same gel takes more from a lamp that has less of what
 * it passes.
 */
export const gelShare = (transmittance: Rgb, cctK: number): number =>
  luminance(multiplyRgb(transmittance, absoluteColour(cctK)))

/** Stops of light that a gel takes from a lamp of a colour temperature, as a meter sees it. */
export const gelStops = ({ transmittance }: Gel, cctK: number): number => -stopsFromRatio(gelShare(transmittance, cctK))
