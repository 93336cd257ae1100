import { castFrame } from '#core/render/gBuffer'
import { FOR_MAPS } from '#core/render/frameLight'
import { ontoBackdrop, ontoFloor } from '#core/camera/projection'
import { exposeFrame, lightView } from '#core/render/takeFrame'
import { roomBounds } from '#core/model/bounds'
import type { Look, StudioSet } from '#core/model/schema'
import { stopsFromRatio } from '#core/physics/units/stops'
import { atOnce } from '#core/shared/steps'
import { luminance } from '#core/physics/units/rgb'
import { Misuse } from '../misuse'
import { solvedFor } from '../solved'
import { wholeNumber } from '../wholeNumber'

const SURFACES = ['backdrop', 'floor'] as const

/** Light over a surface, in stops over the camera setting. */
export const mapOf = async (
  set: StudioSet,
  look: Look,
  surface: string | undefined,
  columnsWanted: string | undefined,
) => {
  const what = SURFACES.find(candidate => candidate === surface)
  if (!what) throw new Misuse(`A map is of ${SURFACES.join(' or ')}.`)
  const columns = wholeNumber(columnsWanted ?? '24', 'columns', 2, 200)
  const {
    solved,
    evaluation: { lighting, camera },
  } = await solvedFor(set, look)
  const { left, right, back, front } = roomBounds(set.room)
  const shape = what === 'backdrop' ? set.backdrop.heightM / set.backdrop.widthM : (front - back) / (right - left)
  const view = castFrame(
    solved.stage,
    what === 'backdrop' ? ontoBackdrop(set) : ontoFloor(set),
    columns,
    Math.max(2, Math.round(columns * shape)),
  )
  const clear = { ...set, camera: { ...set.camera, veilingGlare: 0 } }
  const linear = exposeFrame(clear, atOnce(lightView(solved, view, FOR_MAPS)), look.lights, camera, lighting.learned)
  const at = (numbers: Float32Array, pixel: number) =>
    luminance([numbers[pixel * 3]!, numbers[pixel * 3 + 1]!, numbers[pixel * 3 + 2]!])
  const stops = Array.from({ length: view.width * view.height }, (_, pixel) => {
    const reflectance = at(view.reflectance, pixel)
    return reflectance > 0 ? Number(stopsFromRatio(at(linear, pixel) / reflectance).toFixed(3)) : null
  })
  return {
    set: set.name,
    look: look.name,
    camera,
    surface: what,
    columns: view.width,
    rows: view.height,
    stopsOverCamera: Array.from({ length: view.height }, (_, row) =>
      stops.slice(row * view.width, (row + 1) * view.width),
    ),
  }
}
