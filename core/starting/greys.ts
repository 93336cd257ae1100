import { BACKDROP_MIDDLE } from '../model/placeIds'
import { gelNamed } from './studioBuilder'
import type { StartingPoint } from './startingPoint'

const SOFT = ['softbox-large', 'octa', 'umbrella', 'softbox-medium']
const GRID = ['reflector-grid-30', 'reflector-grid-20', 'reflector-grid-40', 'snoot', 'fresnel-flood']

/** Greys, pools and gradients. */
export const GREYS: readonly StartingPoint[] = [
  {
    id: 'painted-cloth',
    name: 'One large source and a painted cloth',
    look: 'dark-grey',
    framing: 'half',
    toBackdropM: 1.4,
    backdrop: 'Painted cloth',
    build: studio => {
      studio.around('key', ['softbox-panel', 'octa', 'softbox-large', 'umbrella'], {
        roundDeg: -45,
        distanceM: 1.9,
        overEyesM: 0.45,
      })
      studio.panel('white-board', { xM: studio.subject().place.xM + 0.95, yM: studio.subject().place.yM + 0.15 }, 90)
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'stops', stops: -1.2 } })
    },
  },
  {
    id: 'pool',
    name: 'Key, edge and a pool on grey',
    look: 'mid-grey',
    framing: 'head',
    toBackdropM: 1.9,
    backdrop: 'Grey paper roll',
    build: studio => {
      studio.around('key', ['octa-grid', 'softbox-medium-grid', 'softbox-medium', 'octa'], {
        roundDeg: -40,
        distanceM: 1.3,
        overEyesM: 0.5,
      })
      studio.around('edge', ['strip-grid', 'strip', ...GRID], { roundDeg: 142, distanceM: 1.6, overEyesM: 0.35 })
      const { xM, yM } = studio.subject().place
      studio.onBackdrop(
        GRID,
        { xM, yM: Math.max(0.6, yM - 0.5), zM: Math.min(0.85, studio.headM() * 0.55) },
        (xM - studio.centreXM) / studio.halfM,
        0.52,
      )
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'value', value: 128 } })
      studio.wantHair(-1)
    },
  },
  {
    id: 'four-lights',
    name: 'Four lights: key, fill, edge, backdrop',
    look: 'mid-grey',
    framing: 'half',
    toBackdropM: 2.4,
    backdrop: 'Grey paper roll',
    build: studio => {
      studio.around('key', SOFT, { roundDeg: -42, distanceM: 1.6, overEyesM: 0.5 })
      studio.around('fill', ['umbrella', 'softbox-panel', 'octa', 'softbox-large'], {
        roundDeg: 25,
        distanceM: 2.6,
        overEyesM: 0.15,
      })
      studio.around('edge', ['strip-grid', 'strip', ...GRID], { roundDeg: 140, distanceM: 1.7, overEyesM: 0.45 })
      studio.onBackdrop(
        ['wide-reflector', 'reflector'],
        { xM: studio.centreXM, yM: 1.3, zM: studio.bounds.ceiling - 0.5 },
        0,
        0.45,
      )
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'value', value: 118 } })
      studio.wantShadow()
      studio.wantHair(-1)
    },
  },
  {
    id: 'scenery',
    name: 'Printed scenery with a glow and a warm edge',
    look: 'mid-grey',
    framing: 'half',
    toBackdropM: 2,
    backdrop: 'Printed scenery',
    build: studio => {
      studio.around('key', ['softbox-medium-grid', 'softbox-medium', 'octa'], {
        roundDeg: -40,
        distanceM: 1.4,
        overEyesM: 0.5,
      })
      studio.around(
        'edge',
        ['strip-grid', 'strip', ...GRID],
        { roundDeg: 145, distanceM: 1.7, overEyesM: 0.4 },
        { gel: gelNamed('Warming, half') },
      )
      const { xM, yM } = studio.subject().place
      studio.onBackdrop(
        ['reflector-grid-40', 'reflector', 'wide-reflector'],
        { xM, yM: Math.max(0.6, yM - 0.55), zM: 0.8 },
        0,
        0.5,
      )
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'value', value: 140 } })
      studio.wantHair(-0.7)
    },
  },
  {
    id: 'split-tone',
    name: 'Split tone',
    look: 'mid-grey',
    framing: 'head',
    toBackdropM: 1.9,
    backdrop: 'Grey paper roll',
    build: studio => {
      studio.around('key', ['softbox-medium-grid', 'strip-grid', 'softbox-medium'], {
        roundDeg: -65,
        distanceM: 1.2,
        overEyesM: 0.35,
      })
      const { xM, yM } = studio.subject().place
      studio.onBackdrop(
        ['reflector-grid-40', 'reflector-grid-30', 'reflector'],
        { xM: Math.min(studio.bounds.right - 0.3, xM + studio.halfM + 0.2), yM: Math.max(0.7, yM - 0.8), zM: 1.4 },
        0.55,
        0.55,
      )
      studio.wantOnly({ 'backdrop/right': { kind: 'value', value: 140 } })
    },
  },
]
