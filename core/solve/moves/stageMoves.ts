import { besideSitter } from '../../edits/besideSubject'
import { aimBoard } from '../../edits/aimBoard'
import { unlessFaulty } from '../../edits/edits'
import { addPanel, freeId } from '../../edits/factories'
import { panelOfKind } from '../../edits/panels'
import { moveParty, partyIds } from '../../edits/subjectGroup'
import type { StudioSet } from '../../model/schema'
import { subtract, type Vector } from '../../physics/units/vector'
import { vectorOf } from '../../model/bounds'
import { headHeightM } from '../../model/headHeight'
import { MINUTES } from './effort'
import type { Family, MayMove, Move } from './family'

const PARTY_M = [0.4, 0.8, 1.3, 2] as const

/** Sitters, their lights and the camera nearer to the backdrop or further from it. */
const party = (set: StudioSet, mayMove: MayMove): Family[] => {
  const ids = partyIds(set)
  if (!ids.every(mayMove)) return []
  const minutes = MINUTES.party + MINUTES.aim * (ids.length - 2)
  const way = (sign: 1 | -1): Move[] =>
    PARTY_M.map(step => ({
      id: `party/${sign * step}`,
      minutes,
      apply: set => movedWhole(set, sign * step),
      words: (_before, _after, inLength) =>
        `move sitter, key and camera ${inLength(step)} ${sign > 0 ? 'away from' : 'toward'} the backdrop`,
    }))
  return [{ id: 'party', ways: [way(1), way(-1)] }]
}

/** Everything that belongs together moved by the same amount, or nothing where a wall is in the way of part of it. */
const movedWhole = (set: StudioSet, byM: number): StudioSet => {
  const moved = moveParty(set, byM)
  const by = (before: { yM: number }, after: { yM: number }) => Math.abs(after.yM - before.yM - byM) < 1e-6
  return set.subjects.every((subject, index) => by(subject.place, moved.subjects[index]!.place)) &&
    by(set.camera.place, moved.camera.place) &&
    set.lights.every(
      (light, index) => light.place.yM === moved.lights[index]!.place.yM || by(light.place, moved.lights[index]!.place),
    )
    ? moved
    : set
}

const FLAG_FROM_KEY_M = 0.7

/** A black flag near the key, between it and the backdrop, clear of the way to the sitter. */
const flagOnKey = (set: StudioSet): StudioSet => {
  const key = set.lights.find(light => light.job === 'key')
  if (!key) return set
  const subject = set.subjects[0]!
  const from = vectorOf(key.place)
  const goal: Vector = [set.backdrop.centreXM, 0, Math.min(set.backdrop.heightM * 0.6, headHeightM(subject))]
  const [dx, dy, dz] = subtract(goal, from)
  const panel = panelOfKind('black-board', freeId(set, 'flag'))
  const share = FLAG_FROM_KEY_M / Math.hypot(dx, dy, dz)
  const centre = { xM: from[0] + dx * share, yM: from[1] + dy * share, zM: from[2] + dz * share }
  const heightM = Math.min(panel.heightM, set.room.heightM - 0.2)
  const zM = Math.max(0, Math.min(centre.zM - heightM / 2, set.room.heightM - heightM - 0.05))
  const turnDeg = (Math.atan2(-dx, dy) * 180) / Math.PI
  return unlessFaulty(
    set,
    addPanel(set, {
      ...panel,
      heightM,
      name: 'Black flag',
      place: { xM: centre.xM, yM: centre.yM, zM },
      turnDeg: Math.round(turnDeg),
    }),
  )
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

const once = (id: string, apply: Move['apply'], words: string, minutes: number): Family => ({
  id,
  ways: [[{ id, minutes, apply, words: () => words }]],
})

/** Everything that changes what stands in the room. */
export const stageFamilies = (set: StudioSet, mayMove: MayMove): Family[] => {
  const key = set.lights.find(light => light.job === 'key')
  return [
    ...party(set, mayMove),
    ...(key
      ? [once('key-flag', flagOnKey, `stand a black flag between ${key.name} and the backdrop`, MINUTES.board)]
      : []),
    once(
      'black-sides',
      set => besideSitter(set, 'black-board'),
      'stand black boards beside the sitter',
      2 * MINUTES.board,
    ),
    once('curtains', curtains, 'hang black curtains along the side walls', 2 * MINUTES.board),
    ...(key ? [once('fill-board', fillBoard, 'stand a white board on the dark side', MINUTES.board)] : []),
  ]
}
