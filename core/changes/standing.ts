import { besideSubject } from '../edits/besideSubject'
import { aimBoard } from '../edits/aimBoard'
import { unlessFaulty } from '../edits/edits'
import { acrossWay, shadedPlace } from '../edits/acrossWay'
import { addPanel, freeId } from '../edits/factories'
import { panelOfKind } from '../edits/panels'
import { vectorOf } from '../model/bounds'
import { headHeightM } from '../model/headHeight'
import type { StudioSet } from '../model/schema'
import { add, length, scale, subtract } from '../physics/units/vector'
import type { Standing } from './change'
import { FLAG_FROM_KEY_M, NEAR_BESIDE_M } from './thresholds'

/** A black flag near the key, between it and the backdrop, clear of the way to the subject. */
const flagOnKey = (set: StudioSet): StudioSet => {
  const key = set.lights.find(light => light.job === 'key')
  if (!key) return set
  const from = vectorOf(key.place)
  const way = subtract(shadedPlace(set, 'backdrop'), from)
  const panel = panelOfKind('black-board', freeId(set, 'flag'))
  const flag = { ...panel, heightM: Math.min(panel.heightM, set.room.heightM - 0.2), name: 'Black flag' }
  const at = add(from, scale(way, FLAG_FROM_KEY_M / length(way)))
  return unlessFaulty(set, addPanel(set, acrossWay(set, flag, at, way)))
}

/** Black curtains along the side walls, and nothing else changed. */
const curtains = (set: StudioSet): StudioSet =>
  [-1, 1].reduce((hung, side) => {
    const panel = panelOfKind('curtain', freeId(hung, 'curtain'))
    return unlessFaulty(
      hung,
      addPanel(hung, {
        ...panel,
        heightM: Math.min(panel.heightM, set.room.heightM - 0.1),
        widthM: Math.min(panel.widthM, set.room.depthM * 0.6),
        place: { xM: side * (set.room.widthM / 2 - 0.12), yM: set.subjects[0]!.place.yM * 0.5 + 0.3, zM: 0 },
        turnDeg: side * 90,
      }),
    )
  }, set)

/** A white board on the dark side, turned so that it throws the key there. */
const fillBoard = (set: StudioSet): StudioSet => {
  const key = set.lights.find(light => light.job === 'key')
  if (!key) return set
  const subject = set.subjects[0]!
  const side = key.place.xM < subject.place.xM ? 1 : -1
  const panel = panelOfKind('white-board', freeId(set, 'white-board'))
  const added = unlessFaulty(
    set,
    addPanel(set, {
      ...panel,
      heightM: Math.min(panel.heightM, set.room.heightM - 0.1),
      place: { xM: subject.place.xM + side * 0.9, yM: subject.place.yM + 0.25, zM: 0 },
      turnDeg: side * 90,
    }),
  )
  return added === set
    ? set
    : aimBoard(added, added.panels.at(-1)!, key, [
        subject.place.xM + side * 0.08,
        subject.place.yM,
        headHeightM(subject),
      ])
}

const STOOD: Record<Standing, (set: StudioSet) => StudioSet> = {
  'key-flag': flagOnKey,
  'black-sides': set => besideSubject(set, 'black-board'),
  'near-black-sides': set => besideSubject(set, 'black-board', NEAR_BESIDE_M),
  curtains,
  'fill-board': fillBoard,
}

/** Flags, boards and curtains stood where they are of use; the set as it was where they find no room. */
export const stand = (set: StudioSet, what: Standing): StudioSet => STOOD[what](set)
