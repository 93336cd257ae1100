import { FOCAL_LENGTHS_MM } from '../brief/framing'
import { addPanel, addProp, freeId } from '../edits/factories'
import { unlessFaulty } from '../edits/edits'
import type { Kit } from '../kit/kitSchema'
import { aimedAt } from '../model/aim'
import { insideRoom, roomBounds } from '../model/bounds'
import { headHeightM } from '../model/headHeight'
import type { Backdrop, Light, StudioSet } from '../model/schema'
import { LEAST_TO_BACKDROP_M, CAMERA_MARGIN_M, LEAST_CAMERA_SHARE, ODD_LENS } from './thresholds'
import { BEHIND_CAMERA_M } from '../brief/thresholds'

/** Where picture and people of a set stand in another room, as far as the room allows it. */
export type Staged = {
  set: StudioSet
  /** Metres that the room is too short by for the camera where it was, with the subject as far from the backdrop. */
  shortM: number
  /** Panels of kinds that the kit has none of, by name. */
  panelsMissing: readonly string[]
}

/** Focal length and distance that show the same at the subject, the distance nearest to what it was. */
const lensFor = (was: StudioSet, sensorHeightMm: number, mostM: number): { focalLengthMm: number; share: number } => {
  const { camera } = was
  const wasM = camera.place.yM - was.subjects[0]!.place.yM
  // Same height of what is shown at the subject: distance over focal length, times the sensor.
  const perMm = (wasM / camera.lens.focalLengthMm) * (camera.sensor.heightMm / sensorHeightMm)
  const exactMm = (camera.lens.focalLengthMm * sensorHeightMm) / camera.sensor.heightMm
  const cost = ({ focalLengthMm, share }: { focalLengthMm: number; share: number }) =>
    Math.abs(Math.log(share)) + (focalLengthMm === exactMm ? ODD_LENS : 0)
  const [nearest] = [...FOCAL_LENGTHS_MM.map(Number), exactMm]
    .map(focalLengthMm => ({ focalLengthMm, share: (focalLengthMm * perMm) / wasM }))
    .filter(({ share }) => share * wasM <= mostM + 1e-9)
    .toSorted((one, other) => cost(one) - cost(other))
  return nearest ?? { focalLengthMm: FOCAL_LENGTHS_MM[0], share: Math.max(0.1, mostM / wasM) }
}

/** The backdrop of a kit or a set that is hung in the room, no wider and higher than the room. */
const hung = (set: StudioSet, backdrop: Backdrop): StudioSet => ({
  ...set,
  backdrop: {
    ...backdrop,
    widthM: Math.min(backdrop.widthM, set.room.widthM - 0.1),
    heightM: Math.min(backdrop.heightM, set.room.heightM - 0.1),
    sweepM: Math.min(backdrop.sweepM, Math.max(0, roomBounds(set.room).front - 0.1)),
  },
})

/** What a light is aimed at, brought along with what it is for. */
export const aimInto = (light: Light, was: StudioSet, set: StudioSet): Light['aim'] => {
  const { aim } = light
  if (aim.at === 'subject') return aim
  const [x, y, z] = aimedAt(aim, was)
  const [from, to] = [was.subjects[0]!, set.subjects[0]!]
  const isOfBackdrop = light.job === 'backdrop'
  const half = set.backdrop.widthM / 2
  const xM = isOfBackdrop
    ? set.backdrop.centreXM + Math.max(-half, Math.min(half, x - was.backdrop.centreXM))
    : x - from.place.xM + to.place.xM
  return {
    ...aim,
    place: {
      xM,
      yM: isOfBackdrop ? y : y - from.place.yM + to.place.yM,
      zM: Math.min(isOfBackdrop ? set.backdrop.heightM : set.room.heightM, z),
    },
  }
}

const withBoards = (was: StudioSet, staged: StudioSet, kit: Kit): { set: StudioSet; missing: string[] } => {
  const [from, to] = [was.subjects[0]!.place, staged.subjects[0]!.place]
  const moved = <T extends { place: { xM: number; yM: number; zM: number } }>(thing: T): T => ({
    ...thing,
    place: { ...thing.place, xM: thing.place.xM - from.xM + to.xM, yM: thing.place.yM - from.yM + to.yM },
  })
  const left = new Map(kit.panels.map(({ what, count }) => [what.kind, count]))
  const missing: string[] = []
  const boarded = was.panels.reduce((set, panel) => {
    const count = left.get(panel.kind) ?? 0
    if (count < 1) {
      missing.push(panel.name)
      return set
    }
    const heightM = Math.min(panel.heightM, set.room.heightM - 0.1)
    const stood = unlessFaulty(set, addPanel(set, { ...moved(panel), heightM, id: freeId(set, panel.id) }))
    if (stood !== set) left.set(panel.kind, count - 1)
    else missing.push(panel.name)
    return stood
  }, staged)
  return {
    set: was.props.reduce(
      (set, prop) => unlessFaulty(set, addProp(set, { ...moved(prop), id: freeId(set, prop.id) })),
      boarded,
    ),
    missing,
  }
}

/**
 * A set's sitters, camera and boards in another room, without lights: subject as far from the backdrop as it was and
 * the camera where it shows the same, or both nearer where the room is too short.
 * @param was the set that is to be matched, as its look shows it
 * @param room the set whose room it is to stand in
 * @param keep what stays where the room is too short: the way to the backdrop, or the camera's to the subject
 */
export const stageInto = (
  was: StudioSet,
  room: StudioSet,
  { kit, backdrop, keep }: { kit: Kit; backdrop: Backdrop; keep: 'backdrop' | 'camera' },
): Staged => {
  const bare = hung(
    { ...room, lights: [], panels: [], props: [], points: [], locked: [], groups: [], holds: {} },
    backdrop,
  )
  const { front, left, right } = roomBounds(bare.room)
  const most = front - BEHIND_CAMERA_M
  const [first] = was.subjects
  const toBackdropM = first!.place.yM
  const cameraM = was.camera.place.yM - first!.place.yM
  const shortM = Math.max(0, toBackdropM + cameraM - most)
  const leastCameraM = LEAST_CAMERA_SHARE * cameraM
  const kept = Math.max(LEAST_TO_BACKDROP_M, Math.min(toBackdropM, most - leastCameraM))
  const yM = keep === 'backdrop' ? kept : Math.max(LEAST_TO_BACKDROP_M, Math.min(toBackdropM, most - cameraM))
  const xM = Math.max(
    left + 0.35,
    Math.min(right - 0.35, bare.backdrop.centreXM + first!.place.xM - was.backdrop.centreXM),
  )
  const subjects = was.subjects.map(subject => ({
    ...subject,
    place: { xM: subject.place.xM - first!.place.xM + xM, yM: subject.place.yM - first!.place.yM + yM },
  }))
  const { focalLengthMm, share } = lensFor(was, bare.camera.sensor.heightMm, most - yM)
  const risen = headHeightM(first!)
  const place = insideRoom(
    {
      xM: xM + (was.camera.place.xM - first!.place.xM) * share,
      yM: yM + cameraM * share,
      zM: risen + (was.camera.place.zM - risen) * share,
    },
    bare.room,
    CAMERA_MARGIN_M,
  )
  const staged: StudioSet = {
    ...bare,
    subjects,
    brief: { ...bare.brief, framing: was.brief.framing, look: was.brief.look },
    camera: { ...bare.camera, place, aimHeightM: was.camera.aimHeightM, lens: { focalLengthMm } },
  }
  const { set, missing } = withBoards(was, staged, kit)
  return { set, shortM, panelsMissing: missing }
}
