import { flagOff } from '../changes/flags'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { aimAtHead } from '../edits/factories'
import type { StartingPoint } from './startingPoint'

const OCTA = ['octa', 'softbox-large', 'umbrella', 'softbox-medium', 'beauty-dish', 'reflector']
const WIDE = ['wide-reflector', 'reflector', 'open-face', 'led-panel']

/** White backdrops, and the other tones that come out of a white one. */
export const WHITES: readonly StartingPoint[] = [
  {
    id: 'white-crossed',
    name: 'White paper, two crossed lights',
    look: 'white',
    framing: 'half',
    toBackdropM: 3.4,
    backdrop: 'White paper roll',
    build: studio => {
      studio.around('key', OCTA, { roundDeg: -40, distanceM: 1.8, overEyesM: 0.5 })
      studio.crossed(WIDE)
    },
  },
  {
    id: 'white-hidden',
    name: 'White from one hidden light',
    look: 'white',
    framing: 'head',
    toBackdropM: 2.4,
    backdrop: 'White paper roll',
    build: studio => {
      studio.around('key', OCTA, { roundDeg: 35, distanceM: 1.5, overEyesM: 0.5 })
      const { xM, yM } = studio.subject().place
      studio.onBackdrop(
        WIDE,
        { xM, yM: Math.max(0.6, yM - 0.55), zM: Math.min(1, studio.headM() * 0.62) },
        (xM - studio.centreXM) / studio.halfM,
        0.55,
      )
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'value', value: 250 } })
    },
  },
  {
    id: 'one-wall',
    name: 'One white wall: white, grey, black',
    look: 'white',
    framing: 'head',
    toBackdropM: 2,
    backdrop: 'White wall',
    build: studio => {
      studio.around('key', ['softbox-medium-grid', 'octa-grid', 'strip-grid', 'beauty-dish-grid'], {
        roundDeg: -55,
        distanceM: 0.85,
        overEyesM: 0.35,
      })
      studio.crossed(WIDE, { distanceM: 1, heightM: 1.7 })
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'value', value: 250 } })
      for (const light of studio.set.lights.filter(({ job }) => job === 'backdrop'))
        studio.change(set => flagOff(set, light))
      const onWall = studio.set.lights.filter(light => light.job === 'backdrop').map(light => light.id)
      studio.panel('black-board', { xM: studio.subject().place.xM + 0.75, yM: studio.subject().place.yM }, 90)
      studio.look('grey', 'Mid grey', 118)
      studio.look('black', 'Dark', 45, onWall)
    },
  },
  {
    id: 'white-on-white',
    name: 'White on white, ring light and black sides',
    look: 'white',
    framing: 'half',
    toBackdropM: 3.4,
    backdrop: 'White paper roll',
    build: studio => {
      studio.put('key', ['ring-flash', 'beauty-dish', 'octa'], studio.set.camera.place, aimAtHead(studio.subject()))
      studio.crossed(WIDE)
      // The middle lies in the subject's own shadow, out of the camera's sight.
      studio.wantOnly({
        'backdrop/left': { kind: 'value', value: 250 },
        'backdrop/right': { kind: 'value', value: 250 },
      })
      const { xM, yM } = studio.subject().place
      for (const side of [-1, 1]) studio.panel('black-board', { xM: xM + side * 0.85, yM: yM + 0.1 }, side * 90)
    },
  },
  {
    id: 'silhouette',
    name: 'Silhouette',
    look: 'silhouette',
    framing: 'half',
    toBackdropM: 3.4,
    backdrop: 'White paper roll',
    build: studio => {
      studio.crossed(WIDE, { powerStops: -2 })
      const { xM, yM } = studio.subject().place
      for (const side of [-1, 1])
        studio.panel('curtain', { xM: xM + side * Math.min(1.9, studio.bounds.right - 0.3), yM: yM + 0.2 }, side * 90, {
          widthM: 1.6,
        })
    },
  },
  {
    id: 'lit-panel',
    name: 'Lit panel behind',
    look: 'white',
    framing: 'head',
    toBackdropM: 1.1,
    backdrop: 'Lit panel',
    behindM: 1.6,
    build: studio => {
      const z = studio.set.backdrop.heightM * 0.55
      for (const side of [-1, 1])
        studio.onBackdrop(
          WIDE,
          { xM: studio.centreXM + side * 0.45 * studio.halfM, yM: studio.bounds.back + 0.15, zM: z },
          side * 0.35,
          0.55,
        )
      studio.around('key', OCTA, { roundDeg: 30, distanceM: 1.6, overEyesM: 0.45 })
      studio.wantOnly({ [BACKDROP_MIDDLE]: { kind: 'stops', stops: 1 } })
    },
  },
  {
    id: 'lit-panel-dark-core',
    name: 'Lit panel with a black board in its middle',
    look: 'white',
    framing: 'head',
    toBackdropM: 1.3,
    backdrop: 'Lit panel',
    behindM: 1.6,
    build: studio => {
      const z = studio.set.backdrop.heightM * 0.55
      for (const side of [-1, 1])
        studio.onBackdrop(
          WIDE,
          { xM: studio.centreXM + side * 0.6 * studio.halfM, yM: studio.bounds.back + 0.15, zM: z },
          side * 0.6,
          0.55,
        )
      studio.panel('black-board', { xM: studio.centreXM, yM: 0.12 }, 0, {
        widthM: 0.7,
        heightM: studio.set.backdrop.heightM - 0.05,
      })
      studio.around('key', ['strip-grid', 'strip', 'softbox-medium'], { roundDeg: 50, distanceM: 1.4, overEyesM: 0.4 })
      studio.wantOnly({ 'backdrop/left': { kind: 'stops', stops: 1 }, 'backdrop/right': { kind: 'stops', stops: 1 } })
    },
  },
  {
    id: 'group-white',
    name: 'Group across a wide roll',
    look: 'white',
    framing: 'half',
    toBackdropM: 2.8,
    backdrop: 'Wide white paper roll',
    mostMm: 85,
    subjects: set => {
      const [first] = set.subjects
      return [-0.62, 0.62, 0]
        .map((x, index) => ({
          ...first!,
          id: index === 2 ? first!.id : `${first!.id}-${index + 2}`,
          name: index === 2 ? first!.name : `${first!.name} ${index + 2}`,
          place: { xM: set.backdrop.centreXM + x, yM: first!.place.yM },
          heightM: first!.heightM * [0.97, 1.03, 1][index]!,
        }))
        .toReversed()
    },
    build: studio => {
      studio.around('key', ['umbrella', 'octa', 'softbox-large'], { roundDeg: -32, distanceM: 3.4, overEyesM: 0.9 })
      studio.around('fill', ['umbrella', 'octa', 'softbox-large'], { roundDeg: 32, distanceM: 3.4, overEyesM: 0.9 })
      studio.crossed(WIDE, { distanceM: 1.9, heightM: 2 })
      studio.wantShadow(1.4)
    },
  },
]
