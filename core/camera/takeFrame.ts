import type { Learned } from '../metering/learning'
import { weightsOf } from '../metering/weights'
import type { SolvedSet } from '../set/lightingSolver'
import type { CameraSetting, LightSetting, StudioSet } from '../set/schema'
import { linearFrame } from './develop'
import { lightFrame } from './frameLight'
import { castFrame, type FrameView } from './frameView'
import { projectionOf } from './projection'

/** A frame's pixels and what one light at full power puts on each. */
export type LitFrame = { view: FrameView, exposures: Record<string, Float32Array> }

/** Height of a frame of a given width, from the sensor's shape. */
export const frameHeight = (set: StudioSet, width: number): number =>
  Math.round(width * set.camera.sensor.heightMm / set.camera.sensor.widthMm)

/** Lights every pixel of the set's frame by every light. Yields now and then; returns the whole when it is done. */
export function* lightWholeFrame(set: StudioSet, solved: SolvedSet, width: number): Generator<void, LitFrame> {
  const view = castFrame(solved.stage, projectionOf(set), width, frameHeight(set, width))
  const exposures: Record<string, Float32Array> = {}
  for (const field of solved.fields) exposures[field.emitter.id] = yield* lightFrame(solved.stage, view, field)
  return { view, exposures }
}

/** Linear values of a lit frame at some light settings and camera setting. */
export const exposeFrame = (set: StudioSet, frame: LitFrame, settings: Readonly<Record<string, LightSetting>>, camera: CameraSetting, learned: Learned): Float32Array =>
  linearFrame(
    frame.view,
    Object.entries(weightsOf(set, settings, camera, learned)).map(([id, weight]) => ({ exposure: frame.exposures[id]!, weight: weight.direct })),
    camera,
    set.camera.veilingGlare,
  )
