import { exposureGain } from '#core/camera/exposureGain'
import { responseOf } from '#core/camera/response'
import type { Learned } from '#core/calibration/calibration'
import type { SolvedSet } from '#core/evaluation/lightingSolver'
import type { CameraSetting, LightSetting, StudioSet } from '#core/model/schema'
import { cameraSight, frameKeeper } from '#core/render/frameKeeper'
import { frameSum } from '#core/render/frameSum'
import { cameraView, frameWeights, lightViewOf, veilOf } from '#core/render/takeFrame'
import { toneMapLight } from '#core/render/toneMap'
import { atOnce } from '#core/shared/steps'
import type { Developed } from './light/lightApi'

const PICTURE_WIDTH = 116

/** What a small picture is taken at. */
export type Exposed = {
  settings: Readonly<Record<string, LightSetting>>
  camera: CameraSetting
  learned: Learned
}

/** How a small picture is made: so many pixels wide, and with sitters as they look or plain, which is quicker. */
export type Making = { width?: number; isShown?: boolean }

/** A small picture of a set whose light is worked out, in its own tones. */
export const smallPicture = (
  set: StudioSet,
  solved: SolvedSet,
  { settings, camera, learned }: Exposed,
  { width = PICTURE_WIDTH, isShown = false }: Making = {},
): Developed => {
  const lit = isShown
    ? atOnce(frameKeeper()(set, solved, cameraSight(set, width)))
    : atOnce(lightViewOf(set, solved, cameraView(set, solved, width)))
  const weights = frameWeights(set, settings, camera, learned)
  const data = toneMapLight(
    frameSum(lit)(weights),
    exposureGain(camera),
    veilOf(set.camera.veilingGlare, lit, weights),
    responseOf(set.camera),
  )
  return { revision: 0, width: lit.view.width, height: lit.view.height, data }
}
