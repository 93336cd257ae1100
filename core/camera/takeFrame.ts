import type { Learned } from '../metering/learned'
import { weightsOf } from '../metering/weights'
import type { SolvedSet } from '../set/lightingSolver'
import type { CameraSetting, LightSetting, StudioSet } from '../set/schema'
import { linearFrame } from './develop'
import type { Steps } from '../units/steps'
import { lightFrame, type Sampling } from './frameLight'
import { castFrame, type FrameView } from './frameView'
import { projectionOf, throughLens } from './projection'

/** A frame's pixels and what each sends toward the viewer under one light at full power. */
export type LitFrame = { view: FrameView, layers: Record<string, Float32Array> }

/** Height of a frame of a given width, from the sensor's shape. */
export const frameHeight = (set: StudioSet, width: number): number =>
  Math.round(width * set.camera.sensor.heightMm / set.camera.sensor.widthMm)

/** Lights every pixel of a view by every light. Yields now and then; returns the whole when it is done. */
export function* lightView(solved: SolvedSet, view: FrameView, sampling?: Sampling): Steps<LitFrame> {
  const layers: Record<string, Float32Array> = {}
  for (const [index, field] of solved.fields.entries()) {
    const work = lightFrame(solved.stage, view, field, sampling)
    for (let turn = work.next(); ; turn = work.next()) {
      if (turn.done) {
        layers[field.emitter.id] = turn.value
        break
      }
      yield index / solved.fields.length
    }
  }
  return { view, layers }
}

/** What the camera of the set sees, so many pixels wide. */
export const cameraView = (set: StudioSet, solved: SolvedSet, width: number): FrameView =>
  castFrame(solved.stage, throughLens(projectionOf(set)), width, frameHeight(set, width))

/** What each light's layer of a frame counts at some settings. A bounce that readings have shown to differ is left out: layers hold both. */
export const frameWeights = (set: StudioSet, settings: Readonly<Record<string, LightSetting>>, camera: CameraSetting, learned: Learned): Record<string, number> =>
  Object.fromEntries(Object.entries(weightsOf(set, settings, camera, learned)).map(([id, weight]) => [id, weight.direct]))

/** Linear values of a lit frame at some light settings and camera setting. */
export const exposeFrame = (set: StudioSet, frame: LitFrame, settings: Readonly<Record<string, LightSetting>>, camera: CameraSetting, learned: Learned): Float32Array =>
  linearFrame(
    frame.view,
    Object.entries(frameWeights(set, settings, camera, learned)).map(([id, weight]) => ({ layer: frame.layers[id]!, weight })),
    camera,
    set.camera.veilingGlare,
  )
