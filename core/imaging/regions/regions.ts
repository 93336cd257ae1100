import { flood } from './watershed'
import { maskWhere, piecesOf, shrunk, type Grid } from './maps'
import type { Reduced } from '../picture/downsample'
import { enclosedRegions } from './enclosedRegions'
import { asPlaces, quantile, robustFields } from './smoothField'
import { labMaps, steepness, widened, type LabMaps } from './gradientMagnitude'

/** What a pixel shows. */
export const REGIONS = ['backdrop', 'subject', 'floor'] as const
/** Regions of a test shot by name. */
export type RegionName = (typeof REGIONS)[number]
/** Number of the backdrop's region. */
export const BACKDROP = 0
/** Number of the subject's region. */
export const SUBJECT = 1
/** Number of the floor's region. */
export const FLOOR = 2

/**
 * What is known of the floor from the plan: the row where it begins as a share of the height, or that the frame does
 * not show it.
 */
export type KnownFloor = { from: number } | 'out-of-frame' | 'unknown'

/** The band along the border that is looked at, and how far down its sides, shares of width and height. */
const BAND_SHARE = 0.03
const SIDES_DOWN_TO = 0.45
const BORDER_STEP = 3
/** A border pixel further than this from what the rest of the border says is no backdrop; colour difference. */
const APART = 7
const APART_SPREADS = 3
/** Gaps in an outline up to twice this many pixels are closed. */
const GAP = 2
/** How far from the edge of what is not backdrop the subject is sure to be, pixels. */
const CORE = 9
/** Steepness that an edge of the subject has at least, and that a backdrop has at most; colour difference a pixel. */
const LEAST_EDGE = 0.5
const MOST_EDGE = 8
/** An edge is steeper than this share of the border, and by this factor. */
const OF_BORDER = 0.85
const OVER_BORDER = 1.25
/** A piece under this share of the picture is no subject. */
const LEAST_PIECE = 0.004

const LEVEL_BINS = 4096

/** Pixels of the border that belong to the backdrop: those that a smooth field through most of them explains. */
const borderSeeds = ({ width, height, lightness, a, b }: LabMaps): number[] => {
  const band = Math.max(2, Math.round(BAND_SHARE * width))
  const places: number[] = []
  for (let y = 0; y < height * SIDES_DOWN_TO; y += BORDER_STEP) {
    for (let x = 0; x < width; x += BORDER_STEP)
      if (y < band || x < band || x >= width - band) places.push(y * width + x)
  }
  const { off, limit } = robustFields(
    asPlaces(places, width, height),
    [lightness, a, b].map(map => Float64Array.from(places, at => map[at]!)),
    APART,
    APART_SPREADS,
  )
  return places.filter((_, index) => off[index]! < limit)
}

/**
 * The steepness up to which the flood is still on the backdrop: between what lies open from the border and what
 * stands behind an
 * edge, levels have a gap. The widest one counts.
 */
const edgeLevel = (levels: Float32Array, border: number): number => {
  const least = Math.max(LEAST_EDGE, OVER_BORDER * border)
  const bins = new Uint32Array(LEVEL_BINS + 1)
  for (let at = 0; at < levels.length; at++)
    bins[Math.min(LEVEL_BINS, ((levels[at]! / (2 * MOST_EDGE)) * LEVEL_BINS) | 0)]!++
  for (let bin = 1; bin <= LEVEL_BINS; bin++) bins[bin]! += bins[bin - 1]!
  const areaAt = (level: number) =>
    bins[Math.min(LEVEL_BINS, Math.floor((level / (2 * MOST_EDGE)) * LEVEL_BINS))]! / levels.length
  let [best, bestGain] = [least, -1]
  for (let level = least; level < MOST_EDGE; level *= 1.1) {
    // How little more would be flooded if the edge were half as steep again: a gap is where next to nothing would.
    const more = areaAt(level * 1.5) - areaAt(level)
    const gain = areaAt(level) < 0.06 ? -1 : 1 / (0.01 + more) / (1 + 0.5 * Math.log(level / least))
    if (gain > bestGain * 1.2) [best, bestGain] = [level, gain]
  }
  return best
}

/** Takes small pieces out of a mask. */
const withoutSmallComponents = (grid: Grid, mask: Uint8Array): Uint8Array => {
  const { of, sizes } = piecesOf(grid, mask)
  const least = LEAST_PIECE * mask.length
  return maskWhere(mask.length, at => mask[at] === 1 && sizes[of[at]!]! >= least)
}

const BACKDROP_LABEL = 1
const OTHER_LABEL = 2

/**
 * The floor among what is not backdrop: what hangs together with both lower corners and begins at the same row on
 * both sides.
 */
const floorFound = (grid: Grid, steep: Float32Array, isBackdrop: Uint8Array, level: number): Uint8Array | undefined => {
  const { width, height } = grid
  const corners = [width * (height - 1), width * height - 1]
  if (corners.some(at => isBackdrop[at])) return undefined
  const beginsAt = (x: number) => {
    let y = height - 1
    while (y > 0 && !isBackdrop[y * width + x]) y--
    return y / height
  }
  const [left, right] = [beginsAt(1), beginsAt(width - 2)]
  if (Math.abs(left - right) > 0.05 || Math.min(left, right) < 0.4) return undefined
  const seeds = new Uint8Array(width * height)
  for (const x of [0, width - 1]) {
    for (let y = Math.ceil(Math.max(left, right) * height) + 3; y < height; y++) seeds[y * width + x] = 1
  }
  const { labels } = flood(
    grid,
    steep,
    seeds,
    MOST_EDGE,
    at => !isBackdrop[at] && steep[at]! <= level && Math.floor(at / width) / height > Math.min(left, right) - 0.02,
  )
  return labels
}

/**
 * Finds backdrop, subject and floor, from the borders inward: the backdrop is what can be reached from the border
 * without crossing
 * an edge, however it grows lighter or darker on the way. A code of REGIONS for each pixel.
 */
export const findRegions = (picture: Reduced, floor: KnownFloor = 'unknown'): Uint8Array => {
  const { width, height } = picture
  const maps = labMaps(picture)
  const steep = steepness(maps)
  const seedPlaces = borderSeeds(maps)
  const wide = widened(maps, steep, GAP)
  const border = quantile(
    seedPlaces.map(at => wide[at]!),
    OF_BORDER,
  )
  const seeds = new Uint8Array(width * height)
  for (const at of seedPlaces) seeds[at] = BACKDROP_LABEL
  const { levels } = flood(maps, wide, seeds, MOST_EDGE)
  const level = edgeLevel(levels, border)
  const reached = maskWhere(levels.length, at => levels[at]! <= level)
  const showing = enclosedRegions(
    maps,
    reached,
    maskWhere(wide.length, at => wide[at]! <= level),
  )
  const open = reached.map((inside, at) => inside | showing[at]!)
  const others = withoutSmallComponents(
    maps,
    maskWhere(open.length, at => open[at] === 0),
  )
  // Between what is sure to be the one and the other, the steepest line is the outline.
  const core = shrunk(maps, others, CORE)
  const markers = open.map((inside, at) => {
    if (inside) return BACKDROP_LABEL
    return core[at] ? OTHER_LABEL : 0
  })
  const { labels } = flood(maps, steep, markers, MOST_EDGE * 4)
  const isOther = withoutSmallComponents(
    maps,
    maskWhere(labels.length, at => labels[at] === OTHER_LABEL),
  )
  const isBackdrop = maskWhere(isOther.length, at => isOther[at] === 0)
  const found = isOther.map(other => (other ? SUBJECT : BACKDROP))
  if (floor === 'out-of-frame') return found
  if (floor !== 'unknown')
    return found.map((region, at) => (region === BACKDROP && at >= floor.from * height * width ? FLOOR : region))
  const ground = floorFound(maps, steep, isBackdrop, level)
  return ground ? found.map((region, at) => (ground[at] ? FLOOR : region)) : found
}

/** A mask of one region. */
export const maskOf = (regions: Uint8Array, region: number): Uint8Array =>
  maskWhere(regions.length, at => regions[at] === region)
