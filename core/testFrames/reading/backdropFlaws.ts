import { stopsFromRatio } from '../../physics/units/stops'
import type { FrameLight } from '../../imaging/picture/frameLight'
import { grown, maskedMean, maskWhere, piecesOf, placesOf, shrunk } from '../../imaging/regions/maps'
import { asPlaces, quantile, robustFields } from '../../imaging/regions/smoothField'
import {
  FLAWS_NAMED,
  LEAST_FLAW_STOPS,
  FLAW_SPREADS,
  AWAY_FROM_OUTLINE,
  LEAST_FLAW_PIXELS,
  BACKDROP_FLAWS_LONG,
  SHADOW_STOPS,
  LEAST_SHADOW,
  NEAR_SUBJECT,
  BACKDROP_FLAWS_EVERY,
} from '../thresholds'

/** Something on the backdrop, by its middle as shares of width and height. */
export type Flaw = { kind: 'crease' | 'spot'; x: number; y: number; stops: number }

/** A shadow on the backdrop beside the subject. */
export type Shadow = { side: 'left' | 'right' | 'above' | 'below'; stops: number; x: number; y: number; share: number }

/** Creases and spots: what differs from the backdrop right around it, as against the noise there. */
export const flawsOf = (frame: FrameLight, backdrop: Uint8Array): Flaw[] => {
  const { width, height, light, isInRange } = frame
  const inside = shrunk(
    frame,
    maskWhere(light.length, at => backdrop[at] === 1 && isInRange[at] === 1),
    AWAY_FROM_OUTLINE,
  )
  const stops = light.map(stopsFromRatio)
  const near = maskedMean(frame, stops, inside, 1)
  const around = maskedMean(frame, stops, inside, Math.max(6, Math.round(0.03 * width)))
  const off = new Float32Array(light.length)
  const known = placesOf(inside)
  for (const at of known) off[at] = near[at]! - around[at]!
  const spread =
    1.4826 *
    quantile(
      Float32Array.from(
        known.filter(at => at % 5 === 0),
        at => Math.abs(off[at]!),
      ),
      0.5,
    )
  const limit = Math.max(LEAST_FLAW_STOPS, FLAW_SPREADS * spread)
  const { of, sizes: areas } = piecesOf(
    frame,
    maskWhere(off.length, at => Math.abs(off[at]!) > limit),
  )
  const pieces = areas.map(() => ({ sumX: 0, sumY: 0, most: 0, left: width, right: 0, top: height, bottom: 0 }))
  of.forEach((piece, at) => {
    if (piece < 0) return
    const own = pieces[piece]!
    const [x, y] = [at % width, Math.floor(at / width)]
    own.sumX += x
    own.sumY += y
    if (Math.abs(off[at]!) > Math.abs(own.most)) own.most = off[at]!
    own.left = Math.min(own.left, x)
    own.right = Math.max(own.right, x)
    own.top = Math.min(own.top, y)
    own.bottom = Math.max(own.bottom, y)
  })
  return pieces
    .map((piece, index) => ({ ...piece, area: areas[index]! }))
    .filter(({ area }) => area >= LEAST_FLAW_PIXELS && area < 0.02 * light.length)
    .map(({ sumX, sumY, most, left, right, top, bottom, area }): Flaw => {
      const length = Math.hypot(right - left + 1, bottom - top + 1)
      return {
        kind: length > (BACKDROP_FLAWS_LONG * area) / length ? 'crease' : 'spot',
        x: (sumX / area + 0.5) / width,
        y: (sumY / area + 0.5) / height,
        stops: most,
      }
    })
    .sort((a, b) => Math.abs(b.stops) - Math.abs(a.stops))
    .slice(0, FLAWS_NAMED)
}

/** The subject's shadow: a part of the backdrop by the subject that is darker than the smooth rest of it. */
export const shadowOf = (frame: FrameLight, backdrop: Uint8Array, subject: Uint8Array): Shadow | undefined => {
  const { width, height, light, isInRange } = frame
  const whole = maskWhere(light.length, at => backdrop[at] === 1 && isInRange[at] === 1)
  const places = placesOf(whole).filter(at => at % BACKDROP_FLAWS_EVERY === 0)
  if (places.length < 100 || !subject.includes(1)) return undefined
  const smooth = maskedMean(frame, light, whole, 3)
  const place = (at: number) => ({ x: ((at % width) + 0.5) / width, y: (Math.floor(at / width) + 0.5) / height })
  const { fields } = robustFields(
    asPlaces(places, width, height),
    [Float64Array.from(places, at => stopsFromRatio(smooth[at]!))],
    SHADOW_STOPS / 2,
    2,
  )
  const under = new Float32Array(light.length)
  for (const at of placesOf(shrunk(frame, whole, 2)))
    under[at] =
      stopsFromRatio(smooth[at]!) - fields[0]!(((at % width) + 0.5) / width, (Math.floor(at / width) + 0.5) / height)
  const dark = maskWhere(under.length, at => under[at]! < -SHADOW_STOPS)
  const near = grown(frame, subject, Math.round(NEAR_SUBJECT * width))
  const { of, sizes } = piecesOf(frame, dark)
  const touches = sizes.map(() => false)
  of.forEach((piece, at) => {
    if (piece >= 0 && near[at]) touches[piece] = true
  })
  const largest = sizes.reduce((best, size, piece) => (touches[piece] && size > (sizes[best] ?? 0) ? piece : best), -1)
  if (largest < 0 || sizes[largest]! < LEAST_SHADOW * light.length) return undefined
  const own = placesOf(maskWhere(of.length, at => of[at] === largest))
  const middle = (members: readonly number[], of: (at: number) => number) =>
    members.reduce((sum, at) => sum + of(at), 0) / members.length
  const sitter = placesOf(subject).filter(at => at % BACKDROP_FLAWS_EVERY === 0)
  const [x, y] = [middle(own, at => place(at).x), middle(own, at => place(at).y)]
  const [dx, dy] = [x - middle(sitter, at => place(at).x), y - middle(sitter, at => place(at).y)]
  const across = dx < 0 ? 'left' : 'right'
  const along = dy < 0 ? 'above' : 'below'
  return {
    side: Math.abs(dx) * width >= Math.abs(dy) * height * 0.5 ? across : along,
    stops: -quantile(
      own.map(at => under[at]!),
      0.1,
    ),
    x,
    y,
    share: own.length / light.length,
  }
}
