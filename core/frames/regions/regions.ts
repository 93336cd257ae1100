import { flood } from './flood'
import { maskWhere, piecesOf, shrunk, type Grid } from './maps'
import type { Reduced } from '../picture/reduce'
import { asPlaces, quantile, robustFields } from './smoothField'
import { labMaps, steepness, widened, type LabMaps } from './steepness'

/** What a pixel shows. */
export const REGIONS = ['backdrop', 'subject', 'floor'] as const
export type RegionName = typeof REGIONS[number]
export const BACKDROP = 0
export const SUBJECT = 1
export const FLOOR = 2

/** What is known of the floor from the plan: the row where it begins as a share of the height, or that the frame does not show it. */
export type KnownFloor = { from: number } | 'out of frame' | 'unknown'

/** The band along the border that is looked at, and how far down its sides, shares of width and height. */
const BAND_SHARE = 0.03
const SIDES_DOWN_TO = 0.45
const BORDER_STEP = 3
/** A border pixel further than this from what the rest of the border says is no backdrop; colour difference. */
const APART = 7
const APART_SPREADS = 3
/** Gaps in an outline up to twice this many pixels are closed. */
const GAP = 2
/** How far from the edge of what is not backdrop the sitter is sure to be, pixels. */
const CORE = 9
/** Steepness that an edge of the sitter has at least, and that a backdrop has at most; colour difference a pixel. */
const LEAST_EDGE = 0.5
const MOST_EDGE = 8
/** An edge is steeper than this share of the border, and by this factor. */
const OF_BORDER = 0.85
const OVER_BORDER = 1.25
/** A piece under this share of the picture is no sitter. */
const LEAST_PIECE = 0.004

/** Pixels of the border that belong to the backdrop: those that a smooth field through most of them explains. */
const borderSeeds = ({ width, height, lightness, a, b }: LabMaps): number[] => {
  const band = Math.max(2, Math.round(BAND_SHARE * width))
  const places: number[] = []
  for (let y = 0; y < height * SIDES_DOWN_TO; y += BORDER_STEP) {
    for (let x = 0; x < width; x += BORDER_STEP) if (y < band || x < band || x >= width - band) places.push(y * width + x)
  }
  const { off, limit } = robustFields(asPlaces(places, width, height), [lightness, a, b].map(map => Float64Array.from(places, at => map[at]!)), APART, APART_SPREADS)
  return places.filter((_, index) => off[index]! < limit)
}

/**
 * The steepness up to which the flood is still on the backdrop: between what lies open from the border and what stands behind an
 * edge, levels have a gap. The widest one counts.
 */
const edgeLevel = (levels: Float32Array, border: number): number => {
  const least = Math.max(LEAST_EDGE, OVER_BORDER * border)
  const bins = new Uint32Array(LEVEL_BINS + 1)
  for (let at = 0; at < levels.length; at++) bins[Math.min(LEVEL_BINS, levels[at]! / (2 * MOST_EDGE) * LEVEL_BINS | 0)]!++
  const areas = [...bins].map((sum => (count: number) => sum += count)(0))
  const areaAt = (level: number) => areas[Math.min(LEVEL_BINS, Math.floor(level / (2 * MOST_EDGE) * LEVEL_BINS))]! / levels.length
  let [best, bestGain] = [least, -1]
  for (let level = least; level < MOST_EDGE; level *= 1.1) {
    // How little more would be flooded if the edge were half as steep again: a gap is where next to nothing would.
    const more = areaAt(level * 1.5) - areaAt(level)
    const gain = areaAt(level) < 0.06 ? -1 : 1 / (0.01 + more) / (1 + 0.5 * Math.log(level / least))
    if (gain > bestGain * 1.2) [best, bestGain] = [level, gain]
  }
  return best
}

const LEVEL_BINS = 4096

/** Takes small pieces out of a mask. */
const withoutCrumbs = (grid: Grid, mask: Uint8Array): Uint8Array => {
  const { of, sizes } = piecesOf(grid, mask)
  const least = LEAST_PIECE * mask.length
  return maskWhere(mask.length, at => mask[at] === 1 && sizes[of[at]!]! >= least)
}

/** Backdrop that shows through, between an arm and a body, is as light and as coloured as the backdrop around it, and no smaller than this. */
const LEAST_POCKET = 0.0015
const POCKET_APART = 7
const POCKET_COLOUR = 4
const POCKET_REACH = 0.15
const LEAST_INNER = 20
const LEAST_AROUND = 0.1

type Sums = { count: number, lightness: number, a: number, b: number, squares: number }

/** Mean and spread of the colour of some pixels. */
const colourOf = ({ lightness, a, b }: LabMaps, places: readonly number[]): Sums => {
  const sums = places.reduce((sum, at) => {
    sum.lightness += lightness[at]!
    sum.a += a[at]!
    sum.b += b[at]!
    sum.squares += lightness[at]! ** 2
    return sum
  }, { count: places.length, lightness: 0, a: 0, b: 0, squares: 0 })
  const share = 1 / Math.max(1, places.length)
  return { count: places.length, lightness: sums.lightness * share, a: sums.a * share, b: sums.b * share, squares: sums.squares * share }
}

const spreadOf = ({ lightness, squares }: Sums): number => Math.sqrt(Math.max(0, squares - lightness ** 2))

/** Pieces behind the outline that are smooth in themselves and look like the backdrop around them: backdrop that shows through. */
const pockets = (maps: LabMaps, open: Uint8Array, isFlat: Uint8Array): Uint8Array => {
  const { width, height } = maps
  const shut = maskWhere(open.length, at => isFlat[at] === 1 && open[at] === 0)
  const { of, sizes } = piecesOf(maps, shut)
  const members = sizes.map((): number[] => [])
  of.forEach((piece, at) => {
    if (piece >= 0) members[piece]!.push(at)
  })
  const found = new Uint8Array(open.length)
  const core = shrunk(maps, shut, GAP)
  const reach = Math.round(POCKET_REACH * width)
  for (const places of members) {
    if (places.length < LEAST_POCKET * open.length) continue
    const columns = places.map(at => at % width)
    const [left, right] = [Math.max(0, Math.min(...minMax(columns)) - reach), Math.min(width - 1, Math.max(...minMax(columns)) + reach)]
    const [top, bottom] = [Math.max(0, Math.floor(places[0]! / width) - reach), Math.min(height - 1, Math.max(...minMax(places.map(at => Math.floor(at / width)))) + reach)]
    const around: number[] = []
    for (let y = top; y <= bottom; y++) for (let x = left; x <= right; x++) if (open[y * width + x]) around.push(y * width + x)
    if (around.length < places.length * LEAST_AROUND) continue
    const inner = places.filter(at => core[at])
    const [own, other] = [colourOf(maps, inner.length > LEAST_INNER ? inner : places), colourOf(maps, around)]
    const isAsLight = Math.abs(own.lightness - other.lightness) < Math.max(POCKET_APART, Math.min(2 * POCKET_APART, 1.5 * spreadOf(other)))
    const isAsColoured = Math.hypot(own.a - other.a, own.b - other.b) < POCKET_COLOUR
    const isAsEven = spreadOf(own) < Math.max(3, Math.min(6, 1.5 * spreadOf(other)))
    if (isAsLight && isAsColoured && isAsEven) for (const at of places) found[at] = 1
  }
  return found
}

const minMax = (numbers: readonly number[]): [number, number] => numbers.reduce(([least, most], number) => [Math.min(least, number), Math.max(most, number)], [Infinity, -Infinity] as [number, number])

const BACKDROP_LABEL = 1
const OTHER_LABEL = 2

/** The floor among what is not backdrop: what hangs together with both lower corners and begins at the same row on both sides. */
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
  const { labels } = flood(grid, steep, seeds, MOST_EDGE, at => !isBackdrop[at] && steep[at]! <= level && Math.floor(at / width) / height > Math.min(left, right) - 0.02)
  return labels
}

/**
 * Finds backdrop, subject and floor, from the borders inward: the backdrop is what can be reached from the border without crossing
 * an edge, however it grows lighter or darker on the way. A code of REGIONS for each pixel.
 */
export const findRegions = (picture: Reduced, floor: KnownFloor = 'unknown'): Uint8Array => {
  const { width, height } = picture
  const maps = labMaps(picture)
  const steep = steepness(maps)
  const seedPlaces = borderSeeds(maps)
  const wide = widened(maps, steep, GAP)
  const border = quantile(seedPlaces.map(at => wide[at]!), OF_BORDER)
  const seeds = new Uint8Array(width * height)
  for (const at of seedPlaces) seeds[at] = BACKDROP_LABEL
  const { levels } = flood(maps, wide, seeds, MOST_EDGE)
  const level = edgeLevel(levels, border)
  const reached = maskWhere(levels.length, at => levels[at]! <= level)
  const showing = pockets(maps, reached, maskWhere(wide.length, at => wide[at]! <= level))
  const open = reached.map((inside, at) => inside | showing[at]!)
  const others = withoutCrumbs(maps, maskWhere(open.length, at => open[at] === 0))
  // Between what is sure to be the one and the other, the steepest line is the outline.
  const core = shrunk(maps, others, CORE)
  const markers = open.map((inside, at) => inside ? BACKDROP_LABEL : core[at] ? OTHER_LABEL : 0)
  const { labels } = flood(maps, steep, markers, MOST_EDGE * 4)
  const isOther = withoutCrumbs(maps, maskWhere(labels.length, at => labels[at] === OTHER_LABEL))
  const isBackdrop = maskWhere(isOther.length, at => isOther[at] === 0)
  // What the sitter encloses is part of the sitter only where it is small: between an arm and a body the backdrop shows.
  const found = isOther.map(other => other ? SUBJECT : BACKDROP)
  if (floor === 'out of frame') return found
  if (floor !== 'unknown') return found.map((region, at) => region === BACKDROP && at >= floor.from * height * width ? FLOOR : region)
  const ground = floorFound(maps, steep, isBackdrop, level)
  return ground ? found.map((region, at) => ground[at] ? FLOOR : region) : found
}

/** A mask of one region. */
export const maskOf = (regions: Uint8Array, region: number): Uint8Array => maskWhere(regions.length, at => regions[at] === region)
