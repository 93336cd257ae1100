import { SRGB_RESPONSE } from '../../camera/response'
import { luminance } from '../../physics/units/rgb'
import { stopsFromRatio } from '../../physics/units/stops'
import { labOf } from '../../physics/units/lab'
import type { FrameLight } from '../../imaging/picture/frameLight'
import { grown, placesOf, shrunk } from '../../imaging/regions/maps'
import { quantile } from '../../imaging/regions/smoothField'
import type { Reduced } from '../../imaging/picture/downsample'
import { OUTLINE_REACH, STRETCH_SHARE, OFF_EDGE, LEAST_PLACES, OUTLINE_LIGHTEST, RIM_SHARE } from '../thresholds'

/** How the subject stands out from the backdrop along a stretch of the outline. */
type Stretch = {
  /** Middle of the stretch, shares of width and height. */
  x: number
  y: number
  /** Values on either side, and stops of the subject over the backdrop. */
  insideValue: number
  outsideValue: number
  stops: number
  /** CIE 1976 colour difference between the two. */
  apart: number
}

/** How a subject's outline stands out from the backdrop. */
export type Outline = {
  weakest: Stretch
  /** Pixels of the weakest stretch. */
  weakestPlaces: { x: number; y: number }[]
  /** The means over the left and the right of the outline. */
  left: Stretch
  right: Stretch
}

/** Sums over pixels: how many, their light, and their linear red, green and blue in the file. */
type Sums = [count: number, light: number, red: number, green: number, blue: number]

const added = (sums: readonly Sums[]): Sums =>
  sums.reduce((all, own) => all.map((sum, index) => sum + own[index]!) as Sums, [0, 0, 0, 0, 0] as Sums)

/** One place of the rim with what lies inside and outside of it. */
type RimPlace = { x: number; y: number; inside: Sums; outside: Sums }

const rimOf = (picture: Reduced, frame: FrameLight, backdrop: Uint8Array, subject: Uint8Array): RimPlace[] => {
  const { width, height, light } = frame
  const near = grown(frame, backdrop, 1)
  const [inner, outer] = [shrunk(frame, subject, OFF_EDGE), shrunk(frame, backdrop, OFF_EDGE)]
  return placesOf(subject)
    .filter(at => near[at])
    .flatMap(at => {
      const [cx, cy] = [at % width, Math.floor(at / width)]
      const sums = [
        [0, 0, 0, 0, 0],
        [0, 0, 0, 0, 0],
      ] as [Sums, Sums]
      for (let y = Math.max(0, cy - OUTLINE_REACH); y <= Math.min(height - 1, cy + OUTLINE_REACH); y++) {
        for (let x = Math.max(0, cx - OUTLINE_REACH); x <= Math.min(width - 1, cx + OUTLINE_REACH); x++) {
          const other = y * width + x
          if (!inner[other] && !outer[other]) continue
          const own = inner[other] ? sums[0] : sums[1]
          own[0]++
          own[1] += light[other]!
          for (let channel = 0; channel < 3; channel++) own[2 + channel]! += picture.linear[other * 3 + channel]!
        }
      }
      const [inside, outside] = sums
      return inside[0] > 0 && outside[0] > 0 ? [{ x: cx, y: cy, inside: means(inside), outside: means(outside) }] : []
    })
}

/** The same as the mean of one pixel, so that every place counts alike. */
const means = (sums: Sums): Sums => sums.map(sum => sum / sums[0]) as Sums

/** Follows the subject's outline against the backdrop; undefined where there is next to none. */
export const outlineOf = (
  picture: Reduced,
  frame: FrameLight,
  backdrop: Uint8Array,
  subject: Uint8Array,
): Outline | undefined => {
  const { width, height } = frame
  const rim = rimOf(picture, frame, backdrop, subject)
  if (rim.length < LEAST_PLACES) return undefined
  const stretch = (members: readonly RimPlace[]): Stretch => {
    const [inside, outside] = [
      means(added(members.map(one => one.inside))),
      means(added(members.map(one => one.outside))),
    ]
    const [mine, theirs] = [labOf(inside[2], inside[3], inside[4]), labOf(outside[2], outside[3], outside[4])]
    const value = (own: Sums) => SRGB_RESPONSE.valueFromLinear(luminance([own[2], own[3], own[4]]))
    return {
      x: (members.reduce((sum, { x }) => sum + x, 0) / members.length + 0.5) / width,
      y: (members.reduce((sum, { y }) => sum + y, 0) / members.length + 0.5) / height,
      insideValue: value(inside),
      outsideValue: value(outside),
      stops: stopsFromRatio(inside[1] / outside[1]),
      apart: Math.hypot(...mine.map((part, index) => part - theirs[index]!)),
    }
  }
  const reach = Math.max(3, Math.round(STRETCH_SHARE * height))
  const near = (one: RimPlace) => rim.filter(({ x, y }) => Math.abs(x - one.x) <= reach && Math.abs(y - one.y) <= reach)
  // One place in some begins a stretch; a fold does not make the weakest one, since a stretch is taken as a whole.
  const [first, ...others] = rim
    .filter((_, index) => index % Math.max(1, Math.round(reach / 2)) === 0)
    .map(one => ({ one, stretch: stretch(near(one)) }))
  const weakest = others.reduce((best, other) => (other.stretch.apart < best.stretch.apart ? other : best), first!)
  const middleX = rim.reduce((sum, { x }) => sum + x, 0) / rim.length
  return {
    weakest: weakest.stretch,
    weakestPlaces: near(weakest.one).map(({ x, y }) => ({ x: (x + 0.5) / width, y: (y + 0.5) / height })),
    left: stretch(rim.filter(({ x }) => x < middleX)),
    right: stretch(rim.filter(({ x }) => x >= middleX)),
  }
}

/** The lightest of the subject: value, and where. */
export type Highlight = { value: number; x: number; y: number; clipped: number }

/** The brightest place of the subject. */
export const highlightOf = (
  { width, height, value, isInRange }: FrameLight,
  subject: Uint8Array,
): Highlight | undefined => {
  const places = placesOf(subject)
  if (places.length === 0) return undefined
  const limit = quantile(
    places.map(at => value[at]!),
    1 - OUTLINE_LIGHTEST,
  )
  const top = places.filter(at => value[at]! >= limit)
  const mean = (of: (at: number) => number) => top.reduce((sum, at) => sum + of(at), 0) / top.length
  return {
    value: mean(at => value[at]!),
    x: mean(at => at % width) / width,
    y: mean(at => Math.floor(at / width)) / height,
    clipped: places.filter(at => !isInRange[at]).length / places.length,
  }
}

/** The lightest of the rim of the sitter, left and right: what an edge light makes. */
export const edgesOf = (frame: FrameLight, subject: Uint8Array): { left: number; right: number } | undefined => {
  const { width, value } = frame
  const within = shrunk(frame, subject, Math.max(3, Math.round(RIM_SHARE * width)))
  const rim = placesOf(subject).filter(at => !within[at])
  if (rim.length < 20) return undefined
  const middle = rim.reduce((sum, at) => sum + (at % width), 0) / rim.length
  const high = (members: readonly number[]) =>
    quantile(
      members.map(at => value[at]!),
      0.95,
    )
  return { left: high(rim.filter(at => at % width < middle)), right: high(rim.filter(at => at % width >= middle)) }
}
