import { boxAround } from '../geometry/layOut'
import type { Scene, Surface } from '../geometry/surface'
import { takeRoom, type Loops } from '../loops/loops'
import { CHANGES_HEAD } from '../loops/layout'
import type { Patches, PatchGrid } from './patches'

/**
 * What has changed from one scene to the next, where everything else kept its number: patches of surfaces that have
 * changed, and the boxes around these as they were and as they are. A ray that meets none of them ends where it did.
 */
export type Changes = {
  /** 1 for each patch of a surface that has changed. */
  touched: Uint8Array
  /** Least x, y, z and greatest, six numbers a box. */
  boxes: Float64Array
}

/** With more than this it is quicker to begin anew. */
const MOST_CHANGED = 24

const isSameSurface = (a: Surface, b: Surface): boolean => {
  if (a === b) return true
  if (a.shape !== 'body' || b.shape !== 'body') return JSON.stringify(a) === JSON.stringify(b)
  return a.mesh === b.mesh && JSON.stringify({ ...a, mesh: 0 }) === JSON.stringify({ ...b, mesh: 0 })
}

const isSameGrid = (a: PatchGrid, b: PatchGrid): boolean =>
  a.columns === b.columns &&
  a.rows === b.rows &&
  a.cellFirst.every((first, cell) => first === b.cellFirst[cell]) &&
  a.cellLines.every(
    (lines, cell) => lines === b.cellLines[cell] || JSON.stringify(lines) === JSON.stringify(b.cellLines[cell]),
  )

const isSameNumbering = (a: Patches, b: Patches): boolean =>
  a.count === b.count &&
  a.grids.length === b.grids.length &&
  a.bodyFirst.every((first, surface) => first === b.bodyFirst[surface]) &&
  a.grids.every((grid, index) => isSameGrid(grid, b.grids[index]!))

type Cut = { scene: Scene; patches: Patches }

/** What has changed between two scenes; undefined where patches are numbered anew, or too much has. */
export const changesBetween = (before: Cut, after: Cut): Changes | undefined => {
  const [old, now] = [before.scene.surfaces, after.scene.surfaces]
  if (old.length !== now.length || !isSameNumbering(before.patches, after.patches)) return undefined
  const isChanged = now.map((surface, index) => !isSameSurface(old[index]!, surface))
  const changed = now.flatMap((surface, index) => (isChanged[index] ? [old[index]!, surface] : []))
  if (changed.length > 2 * MOST_CHANGED) return undefined
  return {
    touched: Uint8Array.from(after.patches.surface, surface => (isChanged[surface] ? 1 : 0)),
    boxes: Float64Array.from(changed.flatMap(boxAround)),
  }
}

/** Whether what has changed may have to do with light that goes from one box to another. */
export const concernsBetween = ({ boxes }: Changes, a: Float64Array, b: Float64Array): boolean => {
  for (let at = 0; at < boxes.length; at += 6) {
    let meets = true
    for (let axis = 0; axis < 3 && meets; axis++)
      meets =
        boxes[at + axis]! <= Math.max(a[axis + 3]!, b[axis + 3]!) &&
        boxes[at + axis + 3]! >= Math.min(a[axis]!, b[axis]!)
    if (meets) return true
  }
  return false
}

/** As {@link putChanges} answers where nothing has changed that is known of: everything is cast. */
export const NO_CHANGES = { changes: 0, touched: 0 }

/** Writes changes where the loops read them, into the scratch region; undefined where they do not fit. */
export const putChanges = (
  loops: Loops,
  { touched, boxes }: Changes,
): { changes: number; touched: number } | undefined => {
  const { scratch } = loops.regions
  const changesAt = takeRoom(scratch, CHANGES_HEAD + boxes.byteLength)
  const touchedAt = takeRoom(scratch, touched.byteLength)
  if (changesAt === undefined || touchedAt === undefined) return undefined
  loops.i32[changesAt / 4] = boxes.length / 6
  loops.f64.set(boxes, (changesAt + CHANGES_HEAD) / 8)
  loops.bytes.set(touched, touchedAt)
  return { changes: changesAt, touched: touchedAt }
}
