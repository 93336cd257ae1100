import { NO_DAY } from '../model/daySchema'
import { NO_RIG } from '../model/rigSchema'
import { NO_OVERRIDES } from '../model/overridesSchema'
import { PLAIN_METER } from '../model/meterSchema'
import { grey } from '../physics/units/rgb'
import { modifierOfKind } from '../physics/sources/modifiers'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import { PLAIN_RUN } from '../model/readingSchema'
import type { Lamp, StudioSet } from '../model/schema'
import { GENERIC_CAMERA, GENERIC_SITTER } from './factories'

const flash = (name: string, guideNumberM: number): Lamp => ({
  kind: 'flash',
  name,
  output: { from: 'guide-number', guideNumberM, convention: 'metered' },
  givesStops: 0,
  rangeStops: 7,
  clickStops: 0.1,
  cctK: 5600,
  watts: null,
  kitId: null,
})

const WHITE_WANTED = { kind: 'value', value: 250 } as const

/**
 * The made-up set that ships with the app: a portrait on white paper in the Fernhollow hall.
 * Reflectances are typical values from memory: white paper 0.88, pale walls, a wooden floor.
 */
export const demoSet = (): StudioSet => ({
  id: 'fernhollow-white',
  name: 'Fernhollow white',
  notes: 'Portraits for the Fernhollow Beekeepers\u2019 Almanac: sitters in pale bee suits on white paper.',
  brief: { look: 'white', framing: 'half', ratio: 4, looksWanted: 5, minutesPerSitter: 20 },
  room: {
    widthM: 6.4,
    depthM: 9.2,
    heightM: 3.4,
    behindBackdropM: 0.8,
    reflectances: {
      back: grey(0.45),
      front: grey(0.45),
      left: grey(0.45),
      right: grey(0.45),
      floor: [0.3, 0.25, 0.2],
      ceiling: grey(0.7),
    },
    ambient: null,
    floorGloss: null,
  },
  backdrop: {
    kind: 'paper-roll',
    name: 'White paper roll',
    widthM: 2.72,
    heightM: 2.8,
    centreXM: 0,
    sweepM: 1.6,
    reflectance: grey(0.88),
    gloss: null,
    coveRadiusM: 0.35,
    corner: null,
    transmittance: [0, 0, 0],
    mottle: null,
    kitId: null,
  },
  subjects: [{ ...GENERIC_SITTER, place: { xM: 0, yM: 3.6 }, clothing: [0.72, 0.69, 0.6] }],
  camera: { ...GENERIC_CAMERA, place: { xM: 0, yM: 7.6, zM: 1.4 }, lens: { focalLengthMm: 105 } },
  panels: [],
  props: [],
  points: [],
  lights: [
    {
      id: 'key',
      name: 'A',
      job: 'key',
      lamp: flash('Flash head 400', 58),
      modifier: modifierOfKind('softbox-large'),
      colour: grey(1),
      gel: null,
      place: { xM: -1.12, yM: 4.93, zM: 2.05 },
      aim: { at: 'subject', subjectId: 'sitter', heightM: 1.55, featherPanDeg: 0, featherTiltDeg: 0 },
      rollDeg: 0,
    },
    {
      id: 'backdrop-left',
      name: 'B',
      job: 'backdrop',
      lamp: flash('Flash head 300', 50),
      modifier: modifierOfKind('wide-reflector'),
      colour: grey(1),
      gel: null,
      place: { xM: -2.3, yM: 2.1, zM: 1.9 },
      aim: { at: 'place', place: { xM: 0.9, yM: 0, zM: 1.5 }, featherPanDeg: 0, featherTiltDeg: 0 },
      rollDeg: 0,
    },
    {
      id: 'backdrop-right',
      name: 'C',
      job: 'backdrop',
      lamp: flash('Flash head 300', 50),
      modifier: modifierOfKind('wide-reflector'),
      colour: grey(1),
      gel: null,
      place: { xM: 2.3, yM: 2.1, zM: 1.9 },
      aim: { at: 'place', place: { xM: -0.9, yM: 0, zM: 1.5 }, featherPanDeg: 0, featherTiltDeg: 0 },
      rollDeg: 0,
    },
  ],
  locked: [],
  groups: [],
  looks: [
    {
      id: 'white',
      name: 'White',
      lights: {
        key: { on: true, powerStops: -1.6 },
        'backdrop-left': { on: true, powerStops: -2 },
        'backdrop-right': { on: true, powerStops: -2 },
      },
      exposure: { fNumber: 8, shutterS: 1 / 125, iso: 100, followsPointId: KEY_SIDE },
      areas: [],
      run: PLAIN_RUN,
      grid: null,
      overrides: NO_OVERRIDES,
      targets: {
        [KEY_SIDE]: { kind: 'stops', stops: 0 },
        'backdrop/left': WHITE_WANTED,
        [BACKDROP_MIDDLE]: WHITE_WANTED,
        'backdrop/right': WHITE_WANTED,
      },
    },
  ],
  day: NO_DAY,
  rig: NO_RIG,
  meter: PLAIN_METER,
  holds: {},
  readings: [],
  frames: [],
  frozen: null,
})
