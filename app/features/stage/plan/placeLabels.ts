import type { Spot } from '~/features/stage/plan/planMap'

/** A box on the screen, pixels. */
export type Box = { left: number; top: number; right: number; bottom: number }

/** Words that want a place: near a spot, off whatever their own thing covers. */
export type LabelWish = {
  id: string
  words: string
  /** Height of the letters, pixels. */
  sizePx: number
  isBold?: boolean
  /** What the label belongs to: it stands beside this box, as near as it can. */
  beside: Box
  /** Other boxes that it may stand beside as well. */
  or?: readonly Box[]
  /** Labels that count more choose first. */
  weight: number
}

/** A label where it stands: the middle of its box. */
export type PlacedLabel = LabelWish & Spot & { box: Box }

/** Advance of a letter against its height; wide enough for the widest faces that an app ships with (Inter, 0.56). */
const ADVANCE = { plain: 0.57, bold: 0.61 }
const LINE = 1.25
const PAD_PX = 2
/** Distances at which places are tried, and the ways they are tried in, the best first. */
const OFF_PX = [2, 8, 16, 28, 44, 64]
const WAYS: readonly (readonly [number, number])[] = [
  [0, 1],
  [1, 0],
  [-1, 0],
  [0, -1],
  [0.8, 0.8],
  [-0.8, 0.8],
  [0.8, -0.8],
  [-0.8, -0.8],
]

/** The size that words take on the screen. */
const labelSize = ({ words, sizePx, isBold }: Pick<LabelWish, 'words' | 'sizePx' | 'isBold'>) => ({
  width: words.length * sizePx * (isBold ? ADVANCE.bold : ADVANCE.plain) + 2 * PAD_PX,
  height: sizePx * LINE,
})

/** Whether two boxes share more than an edge. */
export const boxesMeet = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/** The box about spots. */
export const boxAbout = (spots: readonly Spot[], padPx = 0): Box => ({
  left: Math.min(...spots.map(({ x }) => x)) - padPx,
  right: Math.max(...spots.map(({ x }) => x)) + padPx,
  top: Math.min(...spots.map(({ y }) => y)) - padPx,
  bottom: Math.max(...spots.map(({ y }) => y)) + padPx,
})

/** Where a label may stand, and what each place costs. */
const boxesBeside = ({ beside, or = [] }: LabelWish, width: number, height: number): (Box & { cost: number })[] =>
  [beside, ...or].flatMap(one => {
    const middle = { x: (one.left + one.right) / 2, y: (one.top + one.bottom) / 2 }
    return OFF_PX.flatMap((off, ring) =>
      WAYS.map(([dx, dy], rank) => {
        const x = middle.x + dx * ((one.right - one.left + width) / 2 + off)
        const y = middle.y + dy * ((one.bottom - one.top + height) / 2 + off)
        return {
          left: x - width / 2,
          right: x + width / 2,
          top: y - height / 2,
          bottom: y + height / 2,
          cost: 3 * ring + 0.3 * rank,
        }
      }),
    )
  })

/**
 * Places labels so that none meets another, none leaves the field and none lies on a body; one that finds no such
 * place is left out. Lines are kept clear of where that costs little.
 * @param bodies what labels must not cover
 * @param lines places along lines that labels would rather not cover
 */
export const placeLabels = (
  wishes: readonly LabelWish[],
  field: Box,
  bodies: readonly Box[],
  lines: readonly Spot[] = [],
): PlacedLabel[] => {
  const placed: PlacedLabel[] = []
  for (const wish of wishes.toSorted((a, b) => b.weight - a.weight)) {
    const { width, height } = labelSize(wish)
    let best: { cost: number; box: Box } | undefined
    for (const box of boxesBeside(wish, width, height)) {
      if (best && box.cost >= best.cost) continue
      const isInside =
        box.left >= field.left && box.right <= field.right && box.top >= field.top && box.bottom <= field.bottom
      if (!isInside || bodies.some(body => boxesMeet(box, body)) || placed.some(other => boxesMeet(box, other.box)))
        continue
      const crossed = lines.filter(
        spot => spot.x > box.left && spot.x < box.right && spot.y > box.top && spot.y < box.bottom,
      ).length
      const cost = box.cost + crossed
      if (!best || cost < best.cost) best = { cost, box }
    }
    if (best) {
      const { box } = best
      placed.push({ ...wish, box, x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 })
    }
  }
  return placed
}
