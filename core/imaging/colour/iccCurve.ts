import { textAt, viewOf } from '../files/bytes'

/** A curve from the file's values (0..1) to linear light (0..1). */
export type ToneCurve = (share: number) => number

const fixed = (view: DataView, at: number): number => view.getInt32(at) / 65536

/** A table of 16-bit values, its ends the ends of the range; straight between. */
const fromTable = (view: DataView, at: number, count: number): ToneCurve => {
  const table = Float64Array.from({ length: count }, (_, index) => view.getUint16(at + 2 * index) / 65535)
  return share => {
    const place = share * (count - 1)
    const low = Math.min(count - 2, Math.floor(place))
    return table[low]! + (place - low) * (table[low + 1]! - table[low]!)
  }
}

/** Numbers of parameters of each kind of parametric curve (ISO 15076-1, table 68). */
const PARAMETERS = [1, 3, 4, 5, 7] as const

const parametric = (view: DataView, at: number): ToneCurve | undefined => {
  const kind = view.getUint16(at + 8)
  const count = PARAMETERS[kind]
  if (count === undefined) return undefined
  const [g, a = 1, b = 0, c = 0, d = 0, e = 0, f = 0] = Array.from({ length: count }, (_, index) =>
    fixed(view, at + 12 + 4 * index),
  )
  switch (kind) {
    case 0:
      return x => x ** g!
    case 1:
      return x => (x >= -b / a ? (a * x + b) ** g! : 0)
    case 2:
      return x => (x >= -b / a ? (a * x + b) ** g! + c : c)
    case 3:
      return x => (x >= d ? (a * x + b) ** g! : c * x)
    default:
      return x => (x >= d ? (a * x + b) ** g! + e : c * x + f)
  }
}

/** The curve at a place of a profile (ISO 15076-1, 10.6 and 10.18); undefined where it is of another kind. */
export const iccCurve = (bytes: Uint8Array, at: number): ToneCurve | undefined => {
  const view = viewOf(bytes)
  switch (textAt(bytes, at, 4)) {
    case 'para':
      return parametric(view, at)
    case 'curv': {
      const count = view.getUint32(at + 8)
      if (count === 0) return share => share
      if (count > 1) return fromTable(view, at + 12, count)
      const gamma = view.getUint16(at + 12) / 256
      return share => share ** gamma
    }
    default:
      return undefined
  }
}
