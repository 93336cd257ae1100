import { luminance, type Rgb } from '../../physics/units/rgb'
import { stopsFromRatio } from '../../physics/units/stops'
import type { Reduced } from '../picture/downsample'
import { BACKDROP } from './regions'
import { asPlaces, quantile, robustFields } from './smoothField'
import { labMaps } from './gradientMagnitude'

/** How far a picture looks like a backdrop with somebody before it. */
export type Confidence = {
  isSure: boolean
  /** Share of the upper borders, left, right and top, that the backdrop reaches. */
  borders: number
  /** How far the backdrop strays from a smooth field, colour difference at its worse places. */
  rough: number
  /** Stops from its darker to its lighter parts. */
  spanStops: number
  /** Share of the middle rows that are no backdrop from side to side. */
  closed: number
}

/**
 * Common practice, no source: a backdrop reaches most of the frame's upper borders, is smooth, and is lit over no
 * more than some stops.
 */
const LEAST_BORDERS = 0.45
const MOST_ROUGH = 14
const MOST_SPAN_STOPS = 3.6
/** A subject covers middle rows from side to side only when the head fills the frame. */
const COVERED = 0.92
const MOST_CLOSED = 0.4
const MIDDLE_ROWS = [0.4, 0.75] as const
const SIDES_DOWN_TO = 0.45
const STEP = 4

/** Judges found regions: what a street or a landscape calls backdrop is broken, rough, or lit over many stops. */
export const confidenceOf = (picture: Reduced, regions: Uint8Array): Confidence => {
  const { width, height, linear } = picture
  const maps = labMaps(picture)
  const border: number[] = []
  const inside: number[] = []
  for (let y = 0; y < height; y += STEP) {
    for (let x = 0; x < width; x += STEP) {
      const at = y * width + x
      const isBorder = y < STEP || (y < height * SIDES_DOWN_TO && (x < STEP || x >= width - STEP))
      if (isBorder) border.push(at)
      if (regions[at] === BACKDROP) inside.push(at)
    }
  }
  let [rows, closedRows] = [0, 0]
  for (let y = Math.floor(height * MIDDLE_ROWS[0]); y < height * MIDDLE_ROWS[1]; y += STEP) {
    let covered = 0
    for (let x = 0; x < width; x++) covered += Number(regions[y * width + x] !== BACKDROP)
    rows += 1
    closedRows += Number(covered > COVERED * width)
  }
  const closed = closedRows / Math.max(1, rows)
  const borders = border.filter(at => regions[at] === BACKDROP).length / Math.max(1, border.length)
  if (inside.length < 24) return { isSure: false, borders, rough: Number.POSITIVE_INFINITY, spanStops: 0, closed }
  const { off } = robustFields(
    asPlaces(inside, width, height),
    [maps.lightness, maps.a, maps.b].map(map => Float64Array.from(inside, at => map[at]!)),
    7,
    3,
  )
  const rough = quantile(off, 0.85)
  const light = inside.map(at => luminance([linear[at * 3]!, linear[at * 3 + 1]!, linear[at * 3 + 2]!] as Rgb))
  const floor = 0.004
  const spanStops = stopsFromRatio((quantile(light, 0.95) + floor) / (quantile(light, 0.05) + floor))
  return {
    isSure: borders >= LEAST_BORDERS && rough <= MOST_ROUGH && spanStops <= MOST_SPAN_STOPS && closed <= MOST_CLOSED,
    borders,
    rough,
    spanStops,
    closed,
  }
}

/** Why a picture is not taken for a backdrop with a subject; undefined where it is. */
export type Doubt = 'crossed' | 'few-borders' | 'rough' | 'wide-span'

/** What speaks most against a picture. */
export const doubtOf = ({ isSure, borders, rough, closed }: Confidence): Doubt | undefined => {
  if (isSure) return undefined
  if (closed > MOST_CLOSED) return 'crossed'
  if (borders < LEAST_BORDERS) return 'few-borders'
  return rough > MOST_ROUGH ? 'rough' : 'wide-span'
}
