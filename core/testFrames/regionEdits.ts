import { polygonContains } from 'd3-polygon'
import type { RegionEdit } from '../model/schema'
import type { Grid } from '../imaging/regions/maps'
import { REGIONS } from '../imaging/regions/regions'

type Spot = readonly [x: number, y: number]

/** Square of the distance of a place from a line between two others. */
const squareFromLine = ([x, y]: Spot, [ax, ay]: Spot, [bx, by]: Spot): number => {
  const [dx, dy] = [bx - ax, by - ay]
  const length = dx * dx + dy * dy
  const along = length > 0 ? Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / length)) : 0
  return (x - ax - along * dx) ** 2 + (y - ay - along * dy) ** 2
}

/** Whether a place, in pixels, is in what was drawn. */
const holds = ({ shape }: RegionEdit, points: readonly Spot[], radius: number): ((place: Spot) => boolean) => {
  switch (shape) {
    case 'box':
      return () => true
    case 'lasso':
      return place => polygonContains(points as [number, number][], place as [number, number])
    case 'brush':
      return place =>
        points.some((point, index) => squareFromLine(place, points[Math.max(0, index - 1)]!, point) <= radius * radius)
  }
}

/** Lays what the user drew over the regions that were found, in its order; a copy. */
export const editRegions = (regions: Uint8Array, { width, height }: Grid, edits: readonly RegionEdit[]): Uint8Array => {
  const edited = regions.slice()
  for (const edit of edits) {
    const points = edit.points.map(([x, y]): Spot => [x * width, y * height])
    const radius = edit.shape === 'brush' ? edit.radius * width : 0
    const isIn = holds(edit, points, radius)
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
    const region = REGIONS.indexOf(edit.region)
    for (
      let y = Math.max(0, Math.floor(Math.min(...ys) - radius));
      y < Math.min(height, Math.max(...ys) + radius);
      y++
    ) {
      for (
        let x = Math.max(0, Math.floor(Math.min(...xs) - radius));
        x < Math.min(width, Math.max(...xs) + radius);
        x++
      ) {
        if (isIn([x + 0.5, y + 0.5])) edited[y * width + x] = region
      }
    }
  }
  return edited
}
