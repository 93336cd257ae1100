import { weightsOf } from '../calibration/weights'
import { addLight, aimAtHead, newLight } from '../edits/factories'
import { besideSitter } from '../edits/besideSubject'
import { edgeId, SIDES } from '../evaluation/probes/sensePoints'
import { bandPoints } from '../evaluation/probes/points'
import { headHeightM } from '../model/headHeight'
import { insideRoom } from '../model/bounds'
import { modifierOfKind } from '../physics/sources/modifiers'
import type { StudioSet } from '../model/schema'
import { renderSurface, veilLight } from '../evaluation/renderSurface'
import { lightAt } from '../physics/transport/exposureAt'
import type { Check } from './finding'

/** Edges nearer than this to the backdrop beside them, in pixel values, melt into it; common practice, no source. */
const APART_WHITE = 18
const APART_BLACK = 14
/** One shoulder that stands out this far carries the figure, and the other may melt. */
const CARRIES = 20
/** Over and under these a backdrop is white or black in this. */
const WHITE = 225
const BLACK = 45
const BAND = 24
const PANEL_BESIDE_M = 0.12

/** Black boards at both sides of the sitter, as near as the frame allows. */
export const blackSides = (set: StudioSet): StudioSet => besideSitter(set, 'black-board', PANEL_BESIDE_M)

const EDGE_DEG = 145
const EDGE_REACH_M = 1.5
/** Dark cloth wants more on its edge than the key gives its front. */
const OVER_KEY_STOPS = 1

/** A strip from behind, on the side away from the key. */
export const edgeAdded = (set: StudioSet): StudioSet => {
  const subject = set.subjects[0]!
  const key = set.lights.find(light => light.job === 'key')
  const side = (key?.place.xM ?? -1) <= subject.place.xM ? 1 : -1
  const round = (EDGE_DEG * Math.PI) / 180
  const place = insideRoom(
    {
      xM: subject.place.xM + side * EDGE_REACH_M * Math.sin(round),
      yM: Math.max(0.3, subject.place.yM + EDGE_REACH_M * Math.cos(round)),
      zM: headHeightM(subject) + 0.35,
    },
    set.room,
    0.15,
  )
  const light = newLight(set, {
    job: 'edge',
    lamp: key?.lamp,
    modifier: modifierOfKind('strip-grid'),
    place,
    aim: aimAtHead(subject),
  })
  const keyStops = key ? set.looks[0]!.lights[key.id]!.powerStops : -3
  return addLight(set, light, {
    on: true,
    powerStops: Math.max(-light.lamp.rangeStops, Math.min(0, Math.round((keyStops + OVER_KEY_STOPS) * 10) / 10)),
  })
}

/** Cloth that cannot be told from the backdrop beside it: white on white, black on black. */
export const separation: Check = context => {
  const { set, look, camera, lighting } = context
  if (set.brief.look === 'silhouette') return []
  const subject = set.subjects[0]!
  const band = bandPoints(set, BAND)
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
  const both = `${Math.round(closest.value)} against ${Math.round(closest.backdrop)}`
  const boarded = blackSides(set)
  if (closest.backdrop > WHITE && closest.value > WHITE - APART_WHITE && closest.apart < APART_WHITE) {
    return [
      {
        id: 'separation/white',
        kind: 'problem',
        words: `The ${closest.side} shoulder melts into the backdrop: ${both}.`,
        mends: boarded !== set ? [{ words: 'Stand black boards beside the sitter', apply: blackSides }] : [],
      },
    ]
  }
  if (closest.backdrop < BLACK && closest.apart < APART_BLACK && sides.every(side => side.apart < CARRIES)) {
    return [
      {
        id: 'separation/black',
        kind: 'problem',
        words: `The shoulders melt into the dark backdrop: ${both} at the ${closest.side}.`,
        mends: [{ words: 'Add an edge light from behind', apply: edgeAdded }],
      },
    ]
  }
  return []
}
