import { insideRoom, roomBounds } from '../model/bounds'
import { headHeightM } from '../model/headHeight'
import type { Brief, Camera, StudioSet } from '../model/schema'
import { BESIDE_M, BEHIND_CAMERA_M } from './thresholds'

/**
 * Framings as shares of the subject's height: what the picture shows of it, and where its middle lies.
 * Rounded from memory; camera heights (eyes or chest, waist for full length) are common practice, no source.
 */
export const FRAMINGS: Record<
  Brief['framing'],
  { shown: number; middle: number; cameraAt: number; leastToBackdropM: number }
> = {
  head: { shown: 0.36, middle: 0.87, cameraAt: 0.92, leastToBackdropM: 0.6 },
  half: { shown: 0.58, middle: 0.75, cameraAt: 0.82, leastToBackdropM: 0.8 },
  full: { shown: 1.16, middle: 0.5, cameraAt: 0.6, leastToBackdropM: 1.5 },
  group: { shown: 1.2, middle: 0.5, cameraAt: 0.6, leastToBackdropM: 1.5 },
}

/** Focal lengths that lenses come in, millimetres. */
export const FOCAL_LENGTHS_MM = [24, 28, 35, 50, 70, 85, 105, 135, 200] as const

/** What the picture must show at the subject: its height, its width, and the height of its middle. */
export const frameNeed = (set: StudioSet) => {
  const [first, ...others] = set.subjects
  const { shown, middle } = FRAMINGS[set.brief.framing]
  const heightM = Math.max(...set.subjects.map(subject => subject.heightM))
  const aside = Math.max(0, ...others.map(subject => Math.abs(subject.place.xM - first!.place.xM)))
  const isWide = set.brief.framing === 'group' || others.length > 0
  // A sitting person is framed about the same distance below the crown.
  const drop = first!.heightM - (headHeightM(first!) + 0.065 * first!.heightM)
  return { heightM: shown * heightM, widthM: isWide ? 2 * (aside + BESIDE_M) : 0, middleM: middle * heightM - drop }
}

/** How far the camera stands from the subject for the brief's framing; thin-lens angles at infinity. */
export const distanceFor = (set: StudioSet, { lens, sensor }: Pick<Camera, 'lens' | 'sensor'>): number => {
  const need = frameNeed(set)
  return lens.focalLengthMm * Math.max(need.heightM / sensor.heightMm, need.widthM / sensor.widthMm)
}

/** Room for the camera in front of the subject. */
export const roomForCamera = (set: StudioSet): number =>
  roomBounds(set.room).front - BEHIND_CAMERA_M - set.subjects[0]!.place.yM

/** Lenses that frame the brief from inside the room, with the distance that each needs. */
export const lensesThatFit = (set: StudioSet): { focalLengthMm: number; distanceM: number }[] =>
  FOCAL_LENGTHS_MM.map(focalLengthMm => ({
    focalLengthMm,
    distanceM: distanceFor(set, { ...set.camera, lens: { focalLengthMm } }),
  })).filter(({ distanceM }) => distanceM <= roomForCamera(set))

/**
 * Puts the camera where the brief's framing wants it with a lens; as far back as the room allows where that is too
 * near.
 */
export const frameUp = (set: StudioSet, focalLengthMm = set.camera.lens.focalLengthMm): StudioSet => {
  const camera = { ...set.camera, lens: { focalLengthMm } }
  const subject = set.subjects[0]!
  const { middleM } = frameNeed(set)
  const yM = subject.place.yM + Math.min(distanceFor(set, camera), roomForCamera(set))
  const zM = middleM + (FRAMINGS[set.brief.framing].cameraAt - FRAMINGS[set.brief.framing].middle) * subject.heightM
  return {
    ...set,
    camera: { ...camera, place: insideRoom({ xM: subject.place.xM, yM, zM }, set.room, 0.15), aimHeightM: middleM },
  }
}

/** The longest lens that fits up to a usual portrait length, or the shortest there is. */
export const bestLens = (set: StudioSet, mostMm = 105): number => {
  const fitting = lensesThatFit(set).filter(({ focalLengthMm }) => focalLengthMm <= mostMm)
  return fitting.at(-1)?.focalLengthMm ?? FOCAL_LENGTHS_MM[0]
}
