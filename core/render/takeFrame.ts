import type { Learned } from '../calibration/calibration'
import { weightsOf } from '../calibration/weights'
import type { LightField } from '../physics/transport/lightLayer'
import type { SolvedSet } from '../evaluation/lightingSolver'
import type { CameraSetting, LightSetting, StudioSet } from '../model/schema'
import { roomColour, roomLuxAt } from '../calibration/roomLight'
import { readHeightM } from '../evaluation/probes/points'
import { grey, scaleRgb, type Rgb } from '../physics/units/rgb'
import { linearFrame } from './toneMap'
import type { Steps } from '../shared/steps'
import { lightFrame, type Sampling } from './frameLight'
import { smoothed } from './edges'
import { castFrame, type FrameView } from './gBuffer'
import { projectionOf, throughLens } from '../camera/projection'

/** A frame's pixels and what each sends toward the viewer under one light at full power. */
export type LitFrame = {
  view: FrameView
  layers: Record<string, Float32Array>
  /** What each light puts into the lens, as even light on white. */
  lens: Record<string, Rgb>
}

/** The layer of the room's own light, as if it gave one lux everywhere. */
const ROOM_LAYER = '@room'

const roomLayer = (
  { width, height, reflectance, edges }: FrameView,
  colour: Rgb,
): { layer: Float32Array; mean: Rgb } => {
  const layer = smoothed(
    edges,
    Float32Array.from({ length: width * height * 3 }, (_, at) => reflectance[at]! * colour[at % 3]!),
  )
  const sums = [0, 0, 0]
  layer.forEach((value, at) => {
    sums[at % 3]! += value
  })
  return { layer, mean: scaleRgb([sums[0]!, sums[1]!, sums[2]!], 1 / Math.max(1, width * height)) }
}

/** Height of a frame of a given width, from the sensor's shape. */
export const frameHeight = (set: StudioSet, width: number): number =>
  Math.round((width * set.camera.sensor.heightMm) / set.camera.sensor.widthMm)

/**
 * Lights every pixel of a view by every light. Yields now and then; returns the whole when it is done.
 * @param known layers of fields that were lit in this very view before; what is lit now is added
 */
export function* lightView(
  solved: Pick<SolvedSet, 'stage' | 'fields' | 'layers'>,
  view: FrameView,
  sampling?: Sampling,
  { roomsColour = grey(1), known }: { roomsColour?: Rgb; known?: WeakMap<LightField, Float32Array> } = {},
): Steps<LitFrame> {
  const room = roomLayer(view, roomsColour)
  const layers: Record<string, Float32Array> = { [ROOM_LAYER]: room.layer }
  for (const [index, field] of solved.fields.entries()) {
    const kept = known?.get(field)
    if (kept) {
      layers[field.emitter.id] = kept
      continue
    }
    const work = lightFrame(solved.stage, view, field, sampling)
    for (let turn = work.next(); ; turn = work.next()) {
      if (turn.done) {
        layers[field.emitter.id] = turn.value
        known?.set(field, turn.value)
        break
      }
      yield index / solved.fields.length
    }
  }
  return {
    view,
    layers,
    lens: {
      ...Object.fromEntries(solved.layers.map(({ lightId, lens }) => [lightId, lens ?? grey(0)])),
      [ROOM_LAYER]: room.mean,
    },
  }
}

/** What the camera of the set sees, so many pixels wide. */
export const cameraView = (set: StudioSet, solved: SolvedSet, width: number): FrameView =>
  castFrame(solved.stage, throughLens(projectionOf(set)), width, frameHeight(set, width), { isSmooth: true })

/**
 * Illuminance of the room's own light that a picture shows, lux: that at the first subject's head, as if it were
 * even.
 */
const picturedRoomLux = (set: StudioSet, { room }: Learned): number => {
  const { place } = set.subjects[0]!
  return roomLuxAt(set, room, [place.xM, place.yM, readHeightM(set)])
}

/**
 * What each light's layer of a frame counts at some settings. A bounce that readings have shown to differ is left
 * out: layers hold both.
 */
export const frameWeights = (
  set: StudioSet,
  settings: Readonly<Record<string, LightSetting>>,
  camera: CameraSetting,
  learned: Learned,
): Record<string, number> => {
  const room = picturedRoomLux(set, learned) * camera.shutterS
  return {
    ...Object.fromEntries(
      Object.entries(weightsOf(set, settings, camera, learned)).map(([id, weight]) => [id, weight.direct]),
    ),
    ...(room > 0 ? { [ROOM_LAYER]: room } : {}),
  }
}

/** The lens's veil over a lit frame, as light on white: its glare index times what is in it. */
export const veilOf = (
  glare: number,
  { lens }: Pick<LitFrame, 'lens'>,
  weights: Readonly<Record<string, number>>,
): Rgb =>
  Object.entries(weights).reduce<Rgb>((sum, [id, weight]) => {
    const own = lens[id] ?? grey(0)
    return [sum[0] + glare * weight * own[0], sum[1] + glare * weight * own[1], sum[2] + glare * weight * own[2]]
  }, grey(0))

/** Lights a view of a set with the room's own light in its colour. */
export const lightViewOf = (
  set: StudioSet,
  solved: Pick<SolvedSet, 'stage' | 'fields' | 'layers'>,
  view: FrameView,
  sampling?: Sampling,
  known?: WeakMap<LightField, Float32Array>,
): Steps<LitFrame> => lightView(solved, view, sampling, { roomsColour: roomColour(set), known })

/** Linear values of a lit frame at some light settings and camera setting. */
export const exposeFrame = (
  set: StudioSet,
  frame: LitFrame,
  settings: Readonly<Record<string, LightSetting>>,
  camera: CameraSetting,
  learned: Learned,
): Float32Array => {
  const weights = frameWeights(set, settings, camera, learned)
  return linearFrame(
    frame.view,
    Object.entries(weights).map(([id, weight]) => ({ layer: frame.layers[id]!, weight })),
    camera,
    veilOf(set.camera.veilingGlare, frame, weights),
  )
}
