import type { Camera, CameraSetting } from '../model/schema'
import { ratioFromStops } from '../physics/units/stops'
import { SAME_LENS, SAME_STOPS } from './thresholds'

/**
 * What a lens takes of the light toward the corners: a share of 1 in the middle, by place in the frame (0..1 from the
 * upper left).
 */
export type Falloff = {
  kind: 'none' | 'model' | 'measured'
  share: (u: number, v: number) => number
  /** Stops from the middle to the corner. */
  cornerStops: number
}

const NONE: Falloff = { kind: 'none', share: () => 1, cornerStops: 0 }

/**
 * Natural fall-off of a lens focused far: the fourth power of the cosine of the field angle. Wide open lenses lose
 * more, corrected files less.
 */
const natural = ({ sensor, lens }: Pick<Camera, 'sensor' | 'lens'>): Falloff => {
  const share = (u: number, v: number): number => {
    const [x, y] = [(u - 0.5) * sensor.widthMm, (v - 0.5) * sensor.heightMm]
    return (1 + (x * x + y * y) / lens.focalLengthMm ** 2) ** -2
  }
  return { kind: 'model', share, cornerStops: -Math.log2(share(0, 0)) }
}

type Field = Camera['falloff']['fields'][number]

/** The share of a measured field at a place, between its cells. */
const fieldShare =
  ({ columns, rows, stops }: Field) =>
  (u: number, v: number): number => {
    const along = (at: number, count: number): [number, number, number] => {
      const place = Math.min(count - 1, Math.max(0, at * count - 0.5))
      const low = Math.min(count - 2, Math.floor(place))
      return [Math.max(0, low), Math.min(count - 1, Math.max(0, low) + 1), Math.max(0, place - Math.max(0, low))]
    }
    const [left, right, across] = along(u, columns)
    const [top, bottom, down] = along(v, rows)
    const at = (row: number, column: number) => stops[row * columns + column]!
    const upper = at(top, left) * (1 - across) + at(top, right) * across
    const lower = at(bottom, left) * (1 - across) + at(bottom, right) * across
    return ratioFromStops(upper * (1 - down) + lower * down)
  }

/**
 * The fall-off of a camera's lens at an aperture: the flat field that was taken of it, else the model where one is
 * wanted, else none
 * (cameras that correct it themselves).
 */
export const falloffOf = (camera: Camera, { fNumber }: Pick<CameraSetting, 'fNumber'>): Falloff => {
  const { use, fields } = camera.falloff
  if (use === 'none') return NONE
  const own = fields
    .filter(
      field =>
        Math.abs(Math.log(field.focalLengthMm / camera.lens.focalLengthMm)) < SAME_LENS &&
        Math.abs(2 * Math.log2(field.fNumber / fNumber)) < SAME_STOPS,
    )
    .sort((a, b) => Math.abs(Math.log(a.fNumber / fNumber)) - Math.abs(Math.log(b.fNumber / fNumber)))[0]
  if (use === 'model' || !own) return natural(camera)
  const share = fieldShare(own)
  return {
    kind: 'measured',
    share,
    cornerStops: -Math.log2(Math.min(share(0, 0), share(1, 0), share(0, 1), share(1, 1))),
  }
}

/** Cells of a flat field: enough for what lenses do, and coarse enough to be free of noise. */
const FIELD_COLUMNS = 12
/** Rows of a flat field. */
const FIELD_ROWS = 12

/**
 * A flat field from the light of a picture of something even (an evenly lit wall or an opal before the lens, out of
 * focus): mean light
 * of each cell against the middle, in stops. Row by row from the upper left.
 */
export const fieldFrom = (
  { width, height, light }: { width: number; height: number; light: Float32Array },
  camera: Pick<Camera, 'lens'>,
  fNumber: number,
): Field => {
  const [sums, counts] = [new Float64Array(FIELD_COLUMNS * FIELD_ROWS), new Float64Array(FIELD_COLUMNS * FIELD_ROWS)]
  for (let at = 0; at < width * height; at++) {
    const cell =
      Math.floor((Math.floor(at / width) / height) * FIELD_ROWS) * FIELD_COLUMNS +
      Math.floor(((at % width) / width) * FIELD_COLUMNS)
    sums[cell]! += light[at]!
    counts[cell]! += 1
  }
  const means = sums.map((sum, cell) => sum / Math.max(1, counts[cell]!))
  const middle =
    [FIELD_ROWS / 2 - 1, FIELD_ROWS / 2]
      .flatMap(row => [FIELD_COLUMNS / 2 - 1, FIELD_COLUMNS / 2].map(column => means[row * FIELD_COLUMNS + column]!))
      .reduce((sum, mean) => sum + mean, 0) / 4
  return {
    focalLengthMm: camera.lens.focalLengthMm,
    fNumber,
    columns: FIELD_COLUMNS,
    rows: FIELD_ROWS,
    stops: Array.from(means, mean => Math.max(-8, Math.min(2, Math.log2(Math.max(1e-6, mean) / middle)))),
  }
}
