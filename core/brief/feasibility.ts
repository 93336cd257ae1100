import type { Change } from '../changes/change'
import type { Fix } from '../changes/fix'
import { coveRadius } from '../scene/surfaces/backdropSurfaces'
import { headHeightM } from '../model/headHeight'
import { roomBounds } from '../model/bounds'
import { rolledReach } from '../physics/sources/frontShape'
import type { StudioSet } from '../model/schema'
import { roomErrors } from '../validation/validation'
import { moveSubjectGroup } from '../edits/subjectGroup'
import { coverageOf, uncovered } from '../camera/coverage'
import { bestLens, distanceFor, FOCAL_LENGTHS_MM, FRAMINGS, frameUp, lensesThatFit, roomForCamera } from './framing'
import {
  FEASIBILITY_HALVINGS,
  SPARE_M,
  UNDER_CEILING_M,
  BOOM_OVER_HEAD_M,
  USUAL_REACH_M,
  LEAST_MINUTES_A_LOOK,
} from './thresholds'

/** Whether the backdrop fills the frame; metres at the backdrop. */
export type Cover = { isOk: boolean; seenM: number; widthM: number; heightM: number; asideM: number; aboveM: number }

/** What was found of one question, by what a sentence about it needs; metres, millimetres of focal length. */
export type BriefFact =
  | { is: 'no-lens'; shortestMm: number; neededM: number; thereM: number }
  | {
      is: 'lenses'
      first: { focalLengthMm: number; distanceM: number }
      last: { focalLengthMm: number; distanceM: number }
      nowMm: number
      nowM: number
      thereM: number
    }
  | { is: 'cover'; cover: Cover }
  | { is: 'height'; modifier: string | null; mostM: number; overHeadM: number }
  | { is: 'depth'; lensMm: number; mostM: number; nowM: number; leastM: number }
  | { is: 'floor'; pastFeetM: number }
  | { is: 'time'; looks: number; minutes: number; eachMinutes: number }

/** One answer to "can this be done here?", with what to change where it cannot. */
export type Answer = {
  id: 'framing' | 'cover' | 'height' | 'depth' | 'floor' | 'time'
  isOk: boolean
  fact: BriefFact
  fixes: Fix[]
}

/** The camera as a set frames the brief with a lens. */
const framed = (set: StudioSet, focalLengthMm = set.camera.lens.focalLengthMm): Change => ({
  kind: 'camera',
  camera: frameUp(set, focalLengthMm).camera,
})

/** The subject moved toward the backdrop, and the picture framed anew. */
const nearer = (set: StudioSet, byM: number, lensFor: (moved: StudioSet) => number): Change => {
  const moved = moveSubjectGroup(set, -byM)
  const camera = frameUp(moved, lensFor(moved)).camera
  const subjects = moved.subjects.map(({ id, place }) => ({ id, place: { ...place, zM: 0 } }))
  const lights = moved.lights.map(({ id, place }) => ({ id, place }))
  return {
    kind: 'several',
    changes: [
      ...[...subjects, ...lights].map(({ id, place }) => ({ kind: 'place', id, place }) as const),
      { kind: 'camera', camera },
    ],
  }
}

/** The subject as far back as the framing allows. */
const backM = (set: StudioSet): number =>
  Math.max(0, set.subjects[0]!.place.yM - FRAMINGS[set.brief.framing].leastToBackdropM)

const subjectBack = (set: StudioSet): Change => nearer(set, backM(set), moved => bestLens(moved))

const lessFramed = (set: StudioSet): Fix => {
  const asHead = { ...set, brief: { ...set.brief, framing: 'head' as const } }
  const changes = [{ kind: 'brief', brief: { framing: 'head' } }, framed(asHead, bestLens(asHead))] as const
  return { purpose: { as: 'frame-less' }, change: { kind: 'several', changes } }
}

const framing = (set: StudioSet): Answer => {
  const fitting = lensesThatFit(set)
  const [first, last] = [fitting[0], fitting.at(-1)]
  const thereM = roomForCamera(set)
  const nowM = distanceFor(set, set.camera)
  if (!first || !last) {
    const shortestMm = FOCAL_LENGTHS_MM[0]
    const neededM = distanceFor(set, { ...set.camera, lens: { focalLengthMm: shortestMm } })
    const canMove = lensesThatFit(moveSubjectGroup(set, -backM(set))).length > 0
    const fix: Fix = canMove ? { purpose: { as: 'nearer-backdrop' }, change: subjectBack(set) } : lessFramed(set)
    return {
      id: 'framing',
      isOk: false,
      fact: { is: 'no-lens', shortestMm, neededM, thereM: Math.max(0, thereM) },
      fixes: [fix],
    }
  }
  const isOk = nowM <= thereM
  return {
    id: 'framing',
    isOk,
    fact: { is: 'lenses', first, last, nowMm: set.camera.lens.focalLengthMm, nowM, thereM },
    fixes: isOk ? [] : [{ change: framed(set, bestLens(set)) }],
  }
}

/** By how much the subject has to come nearer for the frame to be covered, by halving; undefined where none does. */
export const nearerUntilCovered = (set: StudioSet): number | undefined => {
  const most = backM(set)
  const isCovered = (byM: number) => {
    const { aside, above } = uncovered(frameUp(moveSubjectGroup(set, -byM)))
    return aside === 0 && above === 0
  }
  if (most <= 0 || !isCovered(most)) return undefined
  let [low, high] = [0, most]
  for (let round = 0; round < FEASIBILITY_HALVINGS; round++) {
    const middle = (low + high) / 2
    if (isCovered(middle)) high = middle
    else low = middle
  }
  return Math.min(most, high + SPARE_M)
}

/** Longer lenses see less of the backdrop at the same framing. */
const longerUntilCovered = (set: StudioSet): number | undefined =>
  lensesThatFit(set).find(({ focalLengthMm }) => {
    const { aside, above } = uncovered(frameUp(set, focalLengthMm))
    return focalLengthMm > set.camera.lens.focalLengthMm && aside === 0 && above === 0
  })?.focalLengthMm

/** Whether the backdrop fills the frame. */
export const coverOf = (set: StudioSet): Cover => {
  const { aside, above } = uncovered(set)
  const { leftM, rightM } = coverageOf(set)
  const { widthM, heightM } = set.backdrop
  const isOk = aside === 0 && above === 0
  return { isOk, seenM: rightM - leftM, widthM, heightM, asideM: aside, aboveM: above }
}

/** Ways to make the backdrop fill the frame. */
export const coverFixes = (set: StudioSet): Fix[] => {
  const { isOk, widthM, heightM, asideM, aboveM } = coverOf(set)
  if (isOk) return []
  const longer = longerUntilCovered(set)
  const byM = nearerUntilCovered(set)
  const backdrop = {
    widthM: widthM + 2 * asideM + 0.1,
    heightM: Math.min(set.room.heightM - 0.1, heightM + aboveM + 0.05),
  }
  const isHung = roomErrors({ ...set, backdrop: { ...set.backdrop, ...backdrop } }).length === 0
  return [
    ...(longer ? [{ purpose: { as: 'step-back' }, change: framed(set, longer) } as const] : []),
    ...(byM === undefined
      ? []
      : [
          {
            purpose: { as: 'nearer-backdrop' },
            change: nearer(set, byM, moved => moved.camera.lens.focalLengthMm),
          } as const,
        ]),
    ...(isHung ? [{ change: { kind: 'backdrop', backdrop } } as const] : []),
  ]
}

const cover = (set: StudioSet): Answer => {
  const found = coverOf(set)
  return { id: 'cover', isOk: found.isOk, fact: { is: 'cover', cover: found }, fixes: coverFixes(set) }
}

const height = (set: StudioSet): Answer => {
  const key = set.lights.find(light => light.job === 'key')
  const reach = key ? rolledReach(key.modifier.front, key.rollDeg).up : USUAL_REACH_M
  const mostM = set.room.heightM - UNDER_CEILING_M - reach
  const crown = headHeightM(set.subjects[0]!) + 0.11
  const isOk = mostM >= crown && set.room.heightM - crown >= BOOM_OVER_HEAD_M
  const isSeated = set.subjects.every(subject => subject.pose === 'sitting')
  const seated = {
    ...set,
    subjects: set.subjects.map(subject => ({ ...subject, pose: 'sitting' as const })),
  }
  const seat = { kind: 'several', changes: [{ kind: 'seat' }, framed(seated)] } as const
  return {
    id: 'height',
    isOk,
    fact: { is: 'height', modifier: key?.modifier.name ?? null, mostM, overHeadM: set.room.heightM - crown },
    fixes: isOk || isSeated ? [] : [{ purpose: { as: 'seat' }, change: seat }],
  }
}

const depth = (set: StudioSet): Answer => {
  const nowM = set.subjects[0]!.place.yM
  const mostM = roomBounds(set.room).front - 0.4 - distanceFor(set, set.camera)
  const { leastToBackdropM: leastM } = FRAMINGS[set.brief.framing]
  const isOk = mostM >= leastM
  return {
    id: 'depth',
    isOk,
    fact: { is: 'depth', lensMm: set.camera.lens.focalLengthMm, mostM, nowM, leastM },
    fixes: isOk ? [] : [{ purpose: { as: 'shorter-lens' }, change: subjectBack(set) }],
  }
}

const floor = (set: StudioSet): Answer[] => {
  const { framing: wanted } = set.brief
  const { kind, sweepM } = set.backdrop
  const feet = Math.max(...set.subjects.map(subject => subject.place.yM))
  if ((wanted !== 'full' && wanted !== 'group') || kind === 'lit-panel' || kind === 'painted-wall') return []
  const isOk = sweepM >= feet + 0.3
  const longer = Math.min(roomBounds(set.room).front - 0.1, Math.ceil((feet + 0.6) * 10) / 10)
  const hasLonger = longer > Math.max(sweepM, coveRadius(set.backdrop))
  return [
    {
      id: 'floor',
      isOk,
      fact: { is: 'floor', pastFeetM: sweepM - feet },
      fixes: isOk || !hasLonger ? [] : [{ change: { kind: 'backdrop', backdrop: { sweepM: longer } } }],
    },
  ]
}

const time = ({ brief: { looksWanted: looks, minutesPerSitter: minutes } }: StudioSet): Answer => {
  const eachMinutes = minutes / looks
  return {
    id: 'time',
    isOk: eachMinutes >= LEAST_MINUTES_A_LOOK,
    fact: { is: 'time', looks, minutes, eachMinutes },
    fixes: [],
  }
}

/** Whether the brief can be done in this room, in the order in which it is asked. */
export const feasibility = (set: StudioSet): Answer[] => [
  framing(set),
  cover(set),
  height(set),
  depth(set),
  ...floor(set),
  time(set),
]
