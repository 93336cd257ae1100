import { flagOff } from '../changes/flags'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { gelNamed, paler } from './studioBuilder'
import type { StartingPoint } from './startingPoint'

const GRID = ['reflector-grid-30', 'reflector-grid-20', 'reflector-grid-40', 'snoot', 'fresnel-flood']

/** Black backdrops, and colours that are made on them. */
export const DARKS: readonly StartingPoint[] = [
  {
    id: 'low-key',
    name: 'One light turned toward the camera, a board for the dark side',
    look: 'black',
    framing: 'head',
    toBackdropM: 2.6,
    backdrop: 'Black paper roll',
    build: studio => {
      studio.around(
        'key',
        ['strip-grid', 'softbox-medium-grid', 'strip', 'softbox-medium'],
        { roundDeg: -105, distanceM: 1.2, overEyesM: 0.3 },
        {
          turn: { featherPanDeg: 0 },
        },
      )
      const { xM, yM } = studio.subject().place
      studio.panel('white-board', { xM: xM + 0.8, yM: yM + 0.35 }, 70)
    },
  },
  {
    id: 'deep-colour',
    name: 'Colour deep on a black panel with a paler rim',
    look: 'black',
    framing: 'head',
    toBackdropM: 1.8,
    backdrop: 'Black paper roll',
    build: studio => {
      studio.around('key', ['octa-grid', 'softbox-medium-grid', 'beauty-dish-grid'], {
        roundDeg: -40,
        distanceM: 1.1,
        overEyesM: 0.45,
      })
      const blue = gelNamed('Blue')
      const { xM, yM } = studio.subject().place
      studio.onBackdrop(['reflector', 'wide-reflector'], { xM, yM: Math.max(0.7, yM - 0.6), zM: 0.8 }, 0, 0.5, {
        gel: blue,
        powerStops: 0,
      })
      studio.around(
        'edge',
        ['strip-grid', 'strip', ...GRID],
        { roundDeg: 142, distanceM: 1.5, overEyesM: 0.35 },
        { gel: paler(blue, 0.5) },
      )
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'stops', stops: -0.5 } })
      studio.wantHair(-1)
    },
  },
  {
    id: 'colour-wash',
    name: 'Colour wash with crossed white lights',
    look: 'light-grey',
    framing: 'half',
    toBackdropM: 3,
    backdrop: 'White paper roll',
    build: studio => {
      studio.crossed(['wide-reflector', 'reflector'], { gel: gelNamed('Honey') })
      for (const light of studio.set.lights) studio.change(set => flagOff(set, light))
      studio.around('key', ['softbox-medium-grid', 'strip-grid', 'softbox-medium'], {
        roundDeg: -60,
        distanceM: 1.4,
        overEyesM: 0.4,
      })
      studio.around('fill', ['softbox-medium-grid', 'strip-grid', 'softbox-medium'], {
        roundDeg: 60,
        distanceM: 1.6,
        overEyesM: 0.3,
      })
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'stops', stops: -0.6 } })
      studio.wantShadow(2)
    },
  },
  {
    id: 'glitter',
    name: 'Glitter curtain',
    look: 'mid-grey',
    framing: 'half',
    toBackdropM: 2,
    backdrop: 'Glitter curtain',
    build: studio => {
      studio.around('key', ['beauty-dish', 'softbox-medium', 'octa'], { roundDeg: -30, distanceM: 1.4, overEyesM: 0.5 })
      for (const side of [-1, 1]) {
        studio.onBackdrop(
          ['reflector-grid-40', 'reflector', 'fresnel-flood'],
          {
            xM: studio.centreXM + side * Math.min(studio.halfM + 0.7, studio.bounds.right - 0.3),
            yM: Math.max(1.2, studio.subject().place.yM - 0.3),
            zM: studio.bounds.ceiling - 0.6,
          },
          -side * 0.3,
          0.55,
        )
      }
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'stops', stops: -0.5 } })
    },
  },
  {
    id: 'gloss-product',
    name: 'Product on gloss board',
    look: 'dark-grey',
    framing: 'full',
    toBackdropM: 1.5,
    backdrop: 'Grey paper roll',
    mostMm: 105,
    subjects: set => [
      { ...set.subjects[0]!, name: 'Product', pose: 'object', heightM: 0.4, clothing: [0.35, 0.2, 0.06], turnDeg: 0 },
    ],
    build: studio => {
      const { xM, yM } = studio.subject().place
      studio.prop(
        'gloss-board',
        'Gloss board',
        { xM, yM: yM + 0.1 },
        { shape: 'box', widthM: 1, depthM: 0.9, heightM: 0.02 },
        { reflectance: [0.03, 0.03, 0.03], gloss: { kind: 'coat', refractiveIndex: 1.5 } },
      )
      studio.around('key', ['strip', 'softbox-medium', 'softbox-large'], {
        roundDeg: -75,
        distanceM: 0.9,
        overEyesM: 0.15,
      })
      studio.around('fill', ['softbox-medium', 'strip', 'octa'], { roundDeg: 70, distanceM: 1.3, overEyesM: 0.3 })
      studio.onBackdrop(GRID, { xM: studio.centreXM + 0.9, yM: 0.8, zM: 0.5 }, 0, 0.14)
      studio.wantOnly({})
      studio.wantShadow(3)
    },
  },
]
