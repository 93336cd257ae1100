import { NO_RIG } from '../model/rigSchema'
import { moveSubjectGroup } from '../edits/subjectGroup'
import { uncovered } from '../camera/coverage'
import { nearerUntilCovered } from '../brief/feasibility'
import { askLook } from '../brief/looks'
import { bestLens, FRAMINGS, frameUp } from '../brief/framing'
import type { Kit } from '../kit/kitSchema'
import { pickFrom } from '../kit/pick'
import { coveRadius } from '../scene/surfaces/backdropSurfaces'
import { roomBounds } from '../model/bounds'
import { PLAIN_RUN } from '../model/readingSchema'
import type { Backdrop, StudioSet } from '../model/schema'
import { DARKS } from './darks'
import { GREYS } from './greys'
import { emptySet } from './emptySet'
import { STAGES } from './stages'
import { studioBuilder } from './studioBuilder'
import type { StartingPoint } from './startingPoint'
import { WHITES } from './whites'
import { ASIDE_M, OVERHEAD_M, USUAL_BEHIND_M } from './thresholds'

/** Every ready set-up, in the order of their tones. */
export const STARTING_POINTS: readonly StartingPoint[] = [...WHITES, ...GREYS, ...DARKS, ...STAGES]

/** A set that was started from a ready set-up, and what the kit or the room lacked for it. */
export type Started = { set: StudioSet; lacks: string[] }

/** A backdrop as large as the room allows. */
const hung = (set: StudioSet, backdrop: Omit<Backdrop, 'centreXM'>, framing: StartingPoint['framing']): Backdrop => {
  const widthM = Math.min(backdrop.widthM, set.room.widthM - 2 * ASIDE_M)
  const heightM = Math.min(backdrop.heightM, set.room.heightM - OVERHEAD_M)
  const front = roomBounds(set.room).front
  const needsFloor = (framing === 'full' || framing === 'group') && backdrop.sweepM > 0
  const sweepM = Math.min(needsFloor ? Math.max(backdrop.sweepM, 4) : backdrop.sweepM, front - 0.3)
  return { ...backdrop, widthM, heightM, sweepM: Math.max(0, sweepM), centreXM: 0 }
}

/**
 * A set-up is for a person, unless it brings a thing of its own: whoever sat here before sits again, and after a
 * thing a usual subject.
 */
const firstSubject = ({ subjects }: StudioSet): StudioSet['subjects'][number] => {
  const first = subjects[0]!
  return first.pose === 'object'
    ? { ...emptySet('sitter', 'Subject').subjects[0]!, id: first.id }
    : { ...first, turnDeg: 0 }
}

/** The room with the depth behind the backdrop that a set-up needs, where there is room for it. */
const withDepthBehind = (set: StudioSet, wantedM: number): StudioSet => {
  // What a lit panel needed behind it is given back to the room.
  const kept =
    set.backdrop.kind === 'lit-panel' ? Math.min(set.room.behindBackdropM, USUAL_BEHIND_M) : set.room.behindBackdropM
  const behindBackdropM = wantedM > kept ? Math.min(wantedM, set.room.depthM * 0.3) : kept
  return { ...set, room: { ...set.room, behindBackdropM } }
}

const FIRST_LOOK = 'first'

/** An empty stage: room, camera and subjects stay, everything else goes. */
const cleared = (set: StudioSet): StudioSet => ({
  ...set,
  panels: [],
  props: [],
  points: [],
  lights: [],
  locked: [],
  groups: [],
  readings: [],
  frames: [],
  frozen: null,
  rig: NO_RIG,
  // Whoever comes is taken in the one look that there is now; what was done was done in other looks.
  day: {
    ...set.day,
    conditions: [],
    done: [],
    sitters: set.day.sitters.map(sitter => ({ ...sitter, lookIds: [FIRST_LOOK] })),
  },
  looks: [
    {
      ...set.looks[0]!,
      id: FIRST_LOOK,
      name: 'First look',
      lights: {},
      targets: {},
      areas: [],
      run: PLAIN_RUN,
      grid: null,
      exposure: { ...set.looks[0]!.exposure, fNumber: 8 },
    },
  ],
})

/** How far apart subject and backdrop can be when the shortest lens in use still frames the brief. */
const depthToSpare = (set: StudioSet, mostMm: number): number => {
  const near = {
    ...set,
    subjects: set.subjects.map(subject => ({
      ...subject,
      place: { ...subject.place, yM: FRAMINGS[set.brief.framing].leastToBackdropM },
    })),
  }
  const framed = frameUp(near, bestLens(near, Math.min(mostMm, 50)))
  return roomBounds(set.room).front - 0.4 - (framed.camera.place.yM - framed.subjects[0]!.place.yM)
}

/**
 * Puts a ready set-up into the room of a set, with what the kit holds. Room, camera, response, meter, brief's ratio
 * and the subject stay; the rest is new, whatever stood there before.
 */
export const startFrom = (before: StudioSet, point: StartingPoint, kit: Kit): Started => {
  const picker = pickFrom(kit)
  const roomy = withDepthBehind(cleared(before), point.behindM ?? 0)
  const first = firstSubject(before)
  const [long, short] = [
    Math.max(before.camera.sensor.widthMm, before.camera.sensor.heightMm),
    Math.min(before.camera.sensor.widthMm, before.camera.sensor.heightMm),
  ]
  const isWide = point.framing === 'group' || (point.subjects?.({ ...before, subjects: [first] }) ?? []).length > 1
  const standing: StudioSet = {
    ...roomy,
    brief: { ...before.brief, look: point.look, framing: point.framing },
    camera: {
      ...before.camera,
      sensor: isWide ? { widthMm: long, heightMm: short } : { widthMm: short, heightMm: long },
    },
    backdrop: hung(roomy, picker.backdrop(point.backdrop), point.framing),
    subjects: [first],
  }
  const peopled = { ...standing, subjects: point.subjects?.(standing) ?? standing.subjects }
  const mostMm = point.mostMm ?? 105
  const yM = Math.max(
    FRAMINGS[point.framing].leastToBackdropM,
    Math.min(point.toBackdropM, depthToSpare(peopled, mostMm)),
  )
  const placed = {
    ...peopled,
    subjects: peopled.subjects.map((subject, index) => ({
      ...subject,
      place: { xM: index === 0 ? 0 : subject.place.xM - peopled.subjects[0]!.place.xM, yM },
    })),
    backdrop:
      peopled.backdrop.sweepM > 0
        ? { ...peopled.backdrop, coveRadiusM: Math.max(0.05, coveRadius(peopled.backdrop)) }
        : peopled.backdrop,
  }
  const framed = frameUp(placed, bestLens(placed, mostMm))
  const { aside, above } = uncovered(framed)
  const nearerM = aside + above > 0 ? nearerUntilCovered(framed) : undefined
  const covered = nearerM === undefined ? framed : frameUp(moveSubjectGroup(framed, -nearerM))
  const studio = studioBuilder(askLook(covered, FIRST_LOOK, point.look), picker)
  studio.change(set => ({ ...set, looks: set.looks.map(look => ({ ...look, name: point.name.slice(0, 80) })) }))
  point.build(studio)
  return { set: studio.set, lacks: picker.missing() }
}
