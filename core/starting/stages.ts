import { evenBackdrop } from '../brief/looks'
import { BACKDROP_MIDDLE, FLOOR } from '../model/placeIds'
import { aimAtPlace } from '../edits/factories'
import type { StartingPoint } from './startingPoint'

const BIG = ['softbox-panel', 'softbox-large', 'octa', 'umbrella']
const WIDE = ['wide-reflector', 'open-face', 'reflector']

/** Curved stages and screens. */
export const STAGES: readonly StartingPoint[] = [
  {
    id: 'keying',
    name: 'Keying screen from both sides and from above',
    look: 'mid-grey',
    framing: 'half',
    toBackdropM: 3.6,
    backdrop: 'Green screen',
    build: studio => {
      studio.around('key', ['softbox-large', 'octa', 'softbox-medium'], {
        roundDeg: -40,
        distanceM: 1.8,
        overEyesM: 0.5,
      })
      studio.crossed(['tube-bank', 'led-panel', ...WIDE], { distanceM: 2.7, heightM: 1.6 })
      studio.onBackdrop(
        ['tube-bank', 'led-panel', ...WIDE],
        { xM: studio.centreXM, yM: 1.9, zM: studio.bounds.ceiling - 0.3 },
        0,
        0.35,
      )
      const level = { kind: 'ratio', stops: -0.5 } as const
      studio.wantOnly({ 'backdrop/left': level, [BACKDROP_MIDDLE]: level, 'backdrop/right': level })
      studio.wantArea({ kind: 'even', withinStops: 0.2 })
    },
  },
  {
    id: 'stage-top',
    name: 'Curved stage with top light',
    look: 'light-grey',
    framing: 'full',
    toBackdropM: 2.6,
    backdrop: 'Curved stage',
    mostMm: 70,
    build: studio => {
      studio.around('key', BIG, { roundDeg: -35, distanceM: 2.6, overEyesM: 0.8 })
      for (const side of [-1, 1]) {
        const xM = studio.centreXM + side * 0.62 * studio.halfM
        studio.put(
          'backdrop',
          BIG,
          { xM, yM: 1.7, zM: studio.bounds.ceiling - 0.35 },
          aimAtPlace({ xM, yM: 0.5, zM: 0.6 }),
        )
      }
    },
  },
  {
    id: 'stage-two-tones',
    name: 'Curved stage, wall and floor at different tones',
    look: 'light-grey',
    framing: 'full',
    toBackdropM: 3,
    backdrop: 'Curved stage',
    mostMm: 70,
    build: studio => {
      studio.around('key', ['octa-grid', 'softbox-medium-grid', ...BIG], {
        roundDeg: -35,
        distanceM: 2.2,
        overEyesM: 0.8,
      })
      const { xM, yM } = studio.subject().place
      // Straight down before the subject: the grid keeps it off the face.
      studio.put(
        'top',
        ['octa-grid', 'softbox-medium-grid', ...BIG],
        { xM, yM: yM + 1.3, zM: studio.bounds.ceiling - 0.35 },
        aimAtPlace({ xM, yM: yM + 1.25, zM: 0 }),
      )
      studio.crossed(WIDE, { distanceM: 1.9, heightM: 2.3 })
      studio.want({ ...evenBackdrop(130), [FLOOR]: { kind: 'value', value: 178 } })
    },
  },
  {
    id: 'stage-group',
    name: 'Group on a curved stage, grey that lightens to one side',
    look: 'dark-grey',
    framing: 'group',
    toBackdropM: 2.8,
    backdrop: 'Curved stage',
    mostMm: 50,
    subjects: set => {
      const [first] = set.subjects
      return [
        first!,
        ...[-0.62, 0.62].map((x, index) => ({
          ...first!,
          id: `${first!.id}-${index + 2}`,
          name: `${first!.name} ${index + 2}`,
          place: { xM: first!.place.xM + x, yM: first!.place.yM },
          heightM: first!.heightM * [0.96, 1.02][index]!,
        })),
      ]
    },
    build: studio => {
      studio.around('key', ['octa-grid', 'softbox-medium-grid', ...BIG], {
        roundDeg: -40,
        distanceM: 2.4,
        overEyesM: 0.8,
      })
      studio.onBackdrop(
        WIDE,
        { xM: Math.min(studio.bounds.right - 0.3, studio.centreXM + studio.halfM - 0.3), yM: 1.6, zM: 2 },
        0.75,
        0.5,
      )
      studio.wantOnly({ 'backdrop/right': { kind: 'value', value: 140 } })
    },
  },
]
