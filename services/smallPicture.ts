import { exposureGain } from '#core/camera/exposureGain'
import { responseOf } from '#core/camera/response'
import type { Learned } from '#core/calibration/calibration'
import type { SolvedSet } from '#core/evaluation/lightingSolver'
import type { CameraSetting, LightSetting, StudioSet } from '#core/model/schema'
import { frameSum } from '#core/render/frameSum'
import { cameraView, frameWeights, lightViewOf, veilOf } from '#core/render/takeFrame'
import { toneMapLight } from '#core/render/toneMap'
import type { Developed } from './light/lightApi'

const PICTURE_WIDTH = 116

/** What a small picture is taken at. */
export type Exposed = {
  settings: Readonly<Record<string, LightSetting>>
  camera: CameraSetting
  learned: Learned
}

/** A small picture of a set whose light is worked out, in its own tones; so many pixels wide. */
export const smallPicture = (
  set: StudioSet,
  solved: SolvedSet,
  { settings, camera, learned }: Exposed,
  width = PICTURE_WIDTH,
): Developed => {
  const work = lightViewOf(set, solved, cameraView(set, solved, width))
  let turn = work.next()
  while (!turn.done) turn = work.next()
  const weights = frameWeights(set, settings, camera, learned)
  const data = toneMapLight(
    frameSum(turn.value)(weights),
    exposureGain(camera),
    veilOf(set.camera.veilingGlare, turn.value, weights),
    responseOf(set.camera),
  )
  return { revision: 0, width: turn.value.view.width, height: turn.value.view.height, data }
}
