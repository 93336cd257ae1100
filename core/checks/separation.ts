import { weightsOf } from '../calibration/weights'
import { edgeId, SIDES } from '../evaluation/probes/sensePoints'
import { BAND_COUNT } from '../evaluation/thresholds'
import { bandPoints } from '../evaluation/probes/points'
import { renderSurface, veilLight } from '../evaluation/renderSurface'
import { lightAt } from '../physics/transport/exposureAt'
import { problem, type Check } from './finding'
import { APART_WHITE, APART_BLACK, SEPARATION_CARRIES, SEPARATION_BLACK } from './thresholds'
import { WHITE_VALUE } from '../tone/thresholds'

/** Cloth that cannot be told from the backdrop beside it: white on white, black on black. */
export const separation: Check = context => {
  const { set, look, camera, lighting } = context
  if (set.brief.look === 'silhouette') return []
  const subject = set.subjects[0]!
  const band = bandPoints(set, BAND_COUNT)
  const sides = SIDES.map(({ side, sign }) => {
    const edge = context.at(edgeId(side))
    // Where the camera sees the backdrop beside that shoulder.
    const share = set.camera.place.yM / Math.max(0.1, set.camera.place.yM - subject.place.yM)
    const xM = set.camera.place.xM + (edge.point.position[0] + sign * 0.05 - set.camera.place.xM) * share
    const beside = band.reduce((best, point) =>
      Math.abs(point.position[0] - xM) < Math.abs(best.position[0] - xM) ? point : best,
    )
    const backdrop = context.read(beside).value ?? 0
    const weights = weightsOf(set, look.lights, camera, lighting.learned)
    const light = lightAt(lighting.layers, edge.point.id, weights)
    const { value } = renderSurface(
      set,
      subject.clothing,
      light,
      veilLight(set.camera.veilingGlare, lighting.layers, weights),
      camera,
    )
    return { side, value, backdrop, apart: Math.abs(value - backdrop) }
  })
  const closest = sides.reduce((a, b) => (b.apart < a.apart ? b : a))
  const fact = { is: 'shoulder-melts', side: closest.side, cloth: closest.value, backdrop: closest.backdrop } as const
  if (closest.backdrop > WHITE_VALUE && closest.value > WHITE_VALUE - APART_WHITE && closest.apart < APART_WHITE) {
    const boards = { kind: 'stand', what: 'near-black-sides' } as const
    return [problem(set, 'separation/white', { ...fact, isBlack: false }, { change: boards })]
  }
  const addEdge = { change: { kind: 'add-lights', what: 'edge', lookId: look.id } } as const
  return closest.backdrop < SEPARATION_BLACK &&
    closest.apart < APART_BLACK &&
    sides.every(side => side.apart < SEPARATION_CARRIES)
    ? [problem(set, 'separation/black', { ...fact, isBlack: true }, addEdge)]
    : []
}
