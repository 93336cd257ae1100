import { luminance, type Rgb } from '../units/rgb'
import { stopsFromRatio } from '../units/stops'

/** A gel by what it lets through, per linear channel. */
export type Gel = { name: string, transmittance: Rgb }

/** Generic gels. Transmittances are typical values from memory, rounded; measure your own before trusting a hue. */
export const GELS: readonly Gel[] = [
  { name: 'Warming, full', transmittance: [0.85, 0.52, 0.2] },
  { name: 'Warming, half', transmittance: [0.9, 0.7, 0.45] },
  { name: 'Warming, quarter', transmittance: [0.92, 0.81, 0.66] },
  { name: 'Cooling, full', transmittance: [0.18, 0.36, 0.62] },
  { name: 'Cooling, half', transmittance: [0.4, 0.57, 0.75] },
  { name: 'Cooling, quarter', transmittance: [0.6, 0.72, 0.83] },
  { name: 'Honey', transmittance: [0.9, 0.45, 0.05] },
  { name: 'Red', transmittance: [0.6, 0.02, 0.02] },
  { name: 'Green', transmittance: [0.05, 0.45, 0.08] },
  { name: 'Blue', transmittance: [0.02, 0.06, 0.5] },
  { name: 'Cyan', transmittance: [0.08, 0.5, 0.6] },
  { name: 'Magenta', transmittance: [0.65, 0.05, 0.4] },
  { name: 'Neutral, one stop', transmittance: [0.5, 0.5, 0.5] },
]

/** Stops of light that a gel takes, as a meter sees it. */
export const gelStops = ({ transmittance }: Gel): number => -stopsFromRatio(luminance(transmittance))
