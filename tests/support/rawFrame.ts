import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { SRGB_RESPONSE } from '#core/camera/response'
import { changeSettings } from '#core/edits/edits'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import { cameraSettingOf } from '#core/evaluation/readout'
import type { StudioSet } from '#core/model/schema'
import { luminance } from '#core/physics/units/rgb'
import { atOnce } from '#core/shared/steps'
import { cameraView, exposeFrame, lightViewOf } from '#core/render/takeFrame'
import { solveSetFromScratch } from '#core/solve/solveFromScratch'
import { rawOf } from './dngFile'

const WIDTH = 400
const WHITE = 254.5

/**
 * A set as planned, its backdrop lights then turned up, and what its camera's sensor records of it: a raw file, the
 * picture that the camera makes of the same shot, and how far past white the backdrop is.
 */
export const overexposedRaw = async (planned: StudioSet, upStops: number) => {
  const solved = (await lightingSolver()(planned))!
  const lighting = { layers: solved.layers, learned: NOTHING_LEARNED }
  const settled = solveSetFromScratch(planned, lighting)
  const look = settled.looks[0]!
  const camera = cameraSettingOf(settled, look, meterPoints(settled), lighting)
  const up = Object.fromEntries(
    Object.entries(look.lights).map(([id, setting]) => [
      id,
      id.startsWith('backdrop') ? { ...setting, powerStops: setting.powerStops + upStops } : setting,
    ]),
  )
  const set = changeSettings(settled, look.id, up)
  const view = cameraView(set, solved, WIDTH)
  const light = exposeFrame(set, atOnce(lightViewOf(set, solved, view)), up, camera, NOTHING_LEARNED)
  const { width, height } = view
  const { sensorHeadroomStops } = set.camera
  const raw = rawOf(
    { width, height, light: light.map(one => one * 2 ** -sensorHeadroomStops) },
    {
      kind: 'mosaic',
      black: 512,
      white: 15_871,
      neutral: [0.5, 1, 0.65],
      exposure: { fNumber: camera.fNumber, shutterS: camera.shutterS, iso: camera.iso },
    },
  )
  const values = Uint8Array.from(light, one => Math.round(SRGB_RESPONSE.valueFromLinear(one)))
  const ids = solved.stage.scene.surfaces.map(({ id }) => id)
  const pastWhite = Array.from({ length: width * height }, (_, pixel) => pixel)
    .filter(pixel => ids[view.surface[pixel]!]?.startsWith('backdrop/'))
    .map(pixel => luminance([light[pixel * 3]!, light[pixel * 3 + 1]!, light[pixel * 3 + 2]!]))
    .map(one => Math.log2(one / SRGB_RESPONSE.linearFromValue(WHITE)))
    .sort((a, b) => a - b)
  return { set, raw, values, width, height, pastWhite }
}
