import type { Evaluation } from '../evaluation/evaluation'
import type { Readout } from '../evaluation/readout'
import { areaId, visibleGrid } from '../evaluation/probes/areaPoints'
import { AREA_COLUMNS, AREA_ROWS } from '../evaluation/thresholds'
import { cardAtKey, type MeterPoint } from '../evaluation/probes/points'
import { probesOf } from '../evaluation/probes/probes'
import { edgeId, sensePoints } from '../evaluation/probes/sensePoints'
import { vectorOf } from '../model/bounds'
import { firstHeadOf } from '../model/headHeight'
import { BACKDROP_MIDDLE, FLOOR, HAIR, KEY_SIDE, LIT_CHEEK, SHADOW_SIDE } from '../model/placeIds'
import type { Light, StudioSet } from '../model/schema'
import { totalOf } from '../physics/transport/exposureAt'
import { labOf } from '../physics/units/lab'
import { luminance, scaleRgb, type Rgb } from '../physics/units/rgb'
import { stopsFromRatio } from '../physics/units/stops'
import { direction, subtract, type Vector } from '../physics/units/vector'
import { apparentSize, shadowEdgeDeg, softnessDeg } from './apparentSize'
import { mean } from '../shared/groups'
import { DARK_STOPS, GRADIENT_DARK_STOPS, COMPARED_AT, WHITE_CARD } from './thresholds'

/** How the key lights a face: where it comes from, and how large it looks from there. */
type KeyLight = {
  /** From the head, unit vector: to the right as the camera sees it, toward the camera, up. */
  way: Vector
  softnessDeg: number
  shadowEdgeDeg: number
}

/**
 * What makes the light of a picture, whatever gave it: a match is held against this. Stops of the backdrop and of the
 * floor are as the picture renders them, 0 is white; those of light are over the camera setting. What is not known,
 * or not in the picture, is null.
 */
export type Character = {
  toneStops: number | null
  /** Of the backdrop as the frame shows it: right over left, top over bottom, the middle over its surroundings. */
  gradient: { acrossStops: number; uprightStops: number; hollowStops: number | null } | null
  key: KeyLight | null
  keyStops: number | null
  /** Lit cheek over the other. */
  ratioStops: number | null
  /** What lights from behind give the hair, and the shoulders on both sides as the camera sees them. */
  edge: { hairStops: number; leftStops: number; rightStops: number } | null
  /** What backdrop lights give the lit cheek. */
  spillStops: number | null
  floorStops: number | null
  /** CIE 1976 a and b of the backdrop, and of a white card toward the key, at the same lightness of 60. */
  colour: { backdrop: readonly [number, number]; card: readonly [number, number] | null } | null
}

/** All places that the character of a set's light is read at. */
export const characterPoints = (set: StudioSet): MeterPoint[] => [
  ...new Map(
    [...probesOf(set, 'judged'), ...sensePoints(set), ...visibleGrid(set)].map(point => [point.id, point]),
  ).values(),
]

/** What of a light counts as the key: the lamp that was named so and is on. */
const keyOf = ({ set, look }: Evaluation): Light | undefined =>
  set.lights.find(({ id, job }) => job === 'key' && look.lights[id]!.on)

/** A way as the camera sees it: to its right, toward it, up. */
const asSeen = (set: StudioSet, [x, y, z]: Vector): Vector => {
  const head = firstHeadOf(set)
  const [cx, cy] = direction([set.camera.place.xM - head[0], set.camera.place.yM - head[1], 0], [0, 1, 0])
  return [x * cy - y * cx, x * cx + y * cy, z]
}

const keyLight = (evaluation: Evaluation): KeyLight | null => {
  const key = keyOf(evaluation)
  if (!key) return null
  const { set } = evaluation
  const head = firstHeadOf(set)
  const size = apparentSize(key, set, head)
  return {
    way: asSeen(set, direction(subtract(vectorOf(key.place), head))),
    softnessDeg: softnessDeg(size),
    shadowEdgeDeg: shadowEdgeDeg(size),
  }
}

/** Light of so many lux-seconds against the camera setting that another reading of the same place tells. */
const sharedStops = (evaluation: Evaluation, pointId: string, ids: readonly string[]): number => {
  const { parts, roomLuxS, stops } = evaluation.at(pointId)
  const own = totalOf(parts.filter(({ lightId }) => ids.includes(lightId)))
  return stops + stopsFromRatio(own / (totalOf(parts) + roomLuxS))
}

const litIds = ({ set, look }: Evaluation, ...jobs: Light['job'][]): string[] =>
  set.lights.filter(({ id, job }) => jobs.includes(job) && look.lights[id]!.on).map(({ id }) => id)

const renderedStops = ({ rendered }: Readout): number => stopsFromRatio(luminance(rendered!.linear))

/** Stops under white as a picture shows them: what is past clipping is white, what is dark enough black. */
export const inPicture = (stops: number, darkStops = DARK_STOPS): number => Math.min(0, Math.max(darkStops, stops))

/** From the grid over what the frame shows of the backdrop: row 0 is the top, column 0 the left. */
const gradientOf = (evaluation: Evaluation): Character['gradient'] => {
  const points = new Map(visibleGrid(evaluation.set).map(point => [point.id, point]))
  const at = (row: number, column: number) =>
    inPicture(renderedStops(evaluation.read(points.get(areaId(row, column))!)), GRADIENT_DARK_STOPS)
  const rows = Array.from({ length: AREA_ROWS }, (_, row) => row)
  const columns = Array.from({ length: AREA_COLUMNS }, (_, column) => column)
  const [lastRow, lastColumn] = [AREA_ROWS - 1, AREA_COLUMNS - 1]
  const rim = rows
    .flatMap(row => columns.map(column => [row, column] as const))
    .filter(([row, column]) => row === 0 || column === 0 || row === lastRow || column === lastColumn)
  return {
    acrossStops: mean(rows.map(row => at(row, lastColumn) - at(row, 0))),
    uprightStops: mean(columns.map(column => at(0, column) - at(lastRow, column))),
    hollowStops: at(lastRow / 2, lastColumn / 2) - mean(rim.map(([row, column]) => at(row, column))),
  }
}

/** CIE 1976 a and b of light, brought to one lightness. */
export const tintOf = (linear: Rgb): readonly [number, number] => {
  const whole = luminance(linear)
  if (!(whole > 0)) return [0, 0]
  const [, a, b] = labOf(...scaleRgb(linear, COMPARED_AT / whole))
  return [a, b]
}

/** The floor counts where the frame shows the feet. */
const showsFloor = (set: StudioSet): boolean => set.brief.framing === 'full' || set.brief.framing === 'group'

/** What lights from behind give hair and shoulders; null where none is on. */
export const edgeLight = (evaluation: Evaluation): Character['edge'] => {
  const ids = litIds(evaluation, 'edge', 'hair')
  if (ids.length === 0) return null
  const at = (pointId: string) => sharedStops(evaluation, pointId, ids)
  return { hairStops: at(HAIR), leftStops: at(edgeId('left')), rightStops: at(edgeId('right')) }
}

/** What a white card toward the key renders, linear. */
const cardColour = (evaluation: Evaluation): Rgb =>
  evaluation.read({ ...cardAtKey(evaluation.set), reflectance: [WHITE_CARD, WHITE_CARD, WHITE_CARD] }).rendered!.linear

/**
 * The character of a look's light, as it is evaluated; its light has to be worked out at `characterPoints`.
 */
export const characterOf = (evaluation: Evaluation): Character => {
  const { set } = evaluation
  const onSubject = litIds(evaluation, 'key', 'fill', 'edge', 'hair', 'top')
  const onBackdrop = litIds(evaluation, 'backdrop')
  const key = keyLight(evaluation)
  return {
    toneStops: renderedStops(evaluation.at(BACKDROP_MIDDLE)),
    gradient: gradientOf(evaluation),
    key,
    keyStops: onSubject.length > 0 ? evaluation.at(KEY_SIDE).stops : null,
    ratioStops: key ? evaluation.at(LIT_CHEEK).stops - evaluation.at(SHADOW_SIDE).stops : null,
    edge: edgeLight(evaluation),
    spillStops: onBackdrop.length > 0 ? sharedStops(evaluation, LIT_CHEEK, onBackdrop) : null,
    floorStops: showsFloor(set) ? renderedStops(evaluation.at(FLOOR)) : null,
    colour: {
      backdrop: tintOf(evaluation.at(BACKDROP_MIDDLE).rendered!.linear),
      card: key ? tintOf(cardColour(evaluation)) : null,
    },
  }
}
