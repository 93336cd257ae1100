import { demoSet } from '#core/edits/demo'
import { moveLight, moveSubject } from '#core/edits/edits'
import { panelOfKind } from '#core/edits/panels'
import type { Light, Panel, StudioSet } from '#core/model/schema'
import { placeAtDistance } from '#core/edits/distances'
import type { Modifier } from '#core/physics/sources/modifier'
import { modifierOfKind } from '#core/physics/sources/modifiers'
import { grey } from '#core/physics/units/rgb'

const painted = (set: StudioSet, walls: number, ceiling: number, floor: number): StudioSet => ({
  ...set,
  room: {
    ...set.room,
    reflectances: {
      back: grey(walls),
      front: grey(walls),
      left: grey(walls),
      right: grey(walls),
      ceiling: grey(ceiling),
      floor: grey(floor),
    },
  },
})

const keyAt = (set: StudioSet, distanceM: number): StudioSet =>
  moveLight(set, 'key', placeAtDistance(set.lights[0]!, set, distanceM)!)

const withLight = (set: StudioSet, id: string, change: Partial<Light>): StudioSet => ({
  ...set,
  lights: set.lights.map(light => (light.id === id ? { ...light, ...change } : light)),
})
const fitted = (set: StudioSet, id: string, kind: string, more: Partial<Modifier> = {}): StudioSet =>
  withLight(set, id, { modifier: { ...modifierOfKind(kind), ...more } })

const small = (set: StudioSet): StudioSet => {
  const room = { ...set.room, widthM: 4.6, depthM: 6.4, heightM: 2.9, behindBackdropM: 0.3 }
  const lights = set.lights.map(light => ({
    ...light,
    place: { ...light.place, xM: Math.max(-2, Math.min(2, light.place.xM)) },
  }))
  return moveSubject(
    { ...set, room, lights, camera: { ...set.camera, place: { ...set.camera.place, yM: 5.8 } } },
    'sitter',
    0,
    2.6,
  )
}

const panel = (kind: string, id: string, xM: number, yM: number, more: Partial<Panel> = {}): Panel => ({
  ...panelOfKind(kind, id),
  place: { xM, yM, zM: 0 },
  ...more,
})
const withPanels = (set: StudioSet, ...panels: Panel[]): StudioSet => ({ ...set, panels })

/** A light of the demo's second kind, somewhere else, looking at a place. */
const aimed = (set: StudioSet, id: string, from: [number, number, number], to: [number, number, number]): StudioSet =>
  withLight(set, id, {
    place: { xM: from[0], yM: from[1], zM: from[2] },
    aim: { at: 'place', place: { xM: to[0], yM: to[1], zM: to[2] }, featherPanDeg: 0, featherTiltDeg: 0 },
  })

/** Points on both cheeks and at the feet, which the set has not of itself. */
const withPoints = (set: StudioSet): StudioSet => {
  const { xM, yM } = set.subjects[0]!.place
  return {
    ...set,
    points: [
      {
        id: 'own/shadow-cheek',
        name: 'Shadow cheek',
        place: { xM: xM + 0.14, yM: yM + 0.1, zM: 1.58 },
        turnDeg: -60,
        tiltDeg: 0,
        receptor: 'dome',
      },
      {
        id: 'own/chest',
        name: 'Chest',
        place: { xM, yM: yM + 0.16, zM: 1.25 },
        turnDeg: 0,
        tiltDeg: 0,
        receptor: 'flat',
      },
      {
        id: 'own/feet',
        name: 'At the feet',
        place: { xM: xM + 0.3, yM: yM - 0.4, zM: 0.05 },
        turnDeg: 0,
        tiltDeg: 90,
        receptor: 'flat',
      },
      {
        id: 'own/low',
        name: 'Low on the backdrop',
        place: { xM: 0.4, yM: 0.15, zM: 0.55 },
        turnDeg: 0,
        tiltDeg: 0,
        receptor: 'flat',
      },
    ],
  }
}

const demo = demoSet()

/** Sets that stretch the model in different ways. */
export const REFERENCE_SETS: readonly { name: string; set: StudioSet }[] = [
  { name: 'demo hall', set: demo },
  { name: 'white room', set: painted(demo, 0.85, 0.88, 0.6) },
  { name: 'black room', set: painted(demo, 0.04, 0.04, 0.05) },
  { name: 'key at 0.8 m', set: keyAt(demo, 0.8) },
  { name: 'subject close to the paper', set: moveSubject(demo, 'sitter', 0.2, 1.2) },
  { name: 'small bright room', set: painted(small(demo), 0.75, 0.8, 0.4) },
  {
    name: 'V-flats at both sides',
    set: withPanels(
      painted(demo, 0.7, 0.7, 0.4),
      panel('v-flat', 'v-flat-left', -1.1, 3.3, { turnDeg: -70 }),
      panel('v-flat-white', 'v-flat-right', 1.1, 3.3, { turnDeg: 70 }),
    ),
  },
  {
    name: 'cyclorama with a corner',
    set: {
      ...demo,
      backdrop: {
        ...demo.backdrop,
        kind: 'cyclorama',
        widthM: 5.8,
        heightM: 3.1,
        sweepM: 4.5,
        coveRadiusM: 1,
        corner: { side: 'left', depthM: 4 },
      },
    },
  },
  {
    name: 'top light through diffusion',
    set: withPanels(
      aimed(demo, 'key', [0, 4.2, 3.2], [0, 3.9, 1.5]),
      panel('diffusion-frame', 'overhead', 0, 2.9, { tiltDeg: -90, place: { xM: 0, yM: 2.9, zM: 2.45 } }),
    ),
  },
  {
    name: 'lit panel 0.3 m behind the subject',
    set: moveSubject(
      aimed(
        aimed(
          {
            ...demo,
            room: { ...demo.room, behindBackdropM: 2.2 },
            backdrop: {
              ...demo.backdrop,
              kind: 'lit-panel',
              widthM: 2,
              heightM: 2.2,
              reflectance: grey(0.45),
              transmittance: grey(0.4),
            },
          },
          'backdrop-left',
          [-0.5, -1.8, 1.4],
          [-0.3, 0, 1.3],
        ),
        'backdrop-right',
        [0.5, -1.8, 1.2],
        [0.4, 0, 1],
      ),
      'sitter',
      0,
      0.42,
    ),
  },
  {
    name: 'gloss floor',
    set: {
      ...demo,
      backdrop: { ...demo.backdrop, sweepM: 0 },
      room: { ...demo.room, floorGloss: { kind: 'coat', refractiveIndex: 1.5 } },
    },
  },
  { name: 'gridded pool', set: fitted(painted(demo, 0.2, 0.2, 0.1), 'backdrop-left', 'reflector-grid-20') },
  {
    name: 'silver board, barn doors',
    set: withPanels(
      fitted(demo, 'backdrop-right', 'open-face', {
        leaves: { lengthM: 0.2, topDeg: 30, bottomDeg: 20, leftDeg: 35, rightDeg: 10 },
      }),
      panel('silver-board', 'silver', 0.75, 4.5, { turnDeg: 155, tiltDeg: 10, place: { xM: 0.75, yM: 4.5, zM: 0.8 } }),
    ),
  },
  {
    name: 'umbrella, lantern, warm gel, half-scrim',
    set: withLight(
      fitted(
        fitted(fitted(demo, 'key', 'umbrella-through'), 'backdrop-left', 'lantern'),
        'backdrop-right',
        'reflector',
        { halfScrim: { stops: 1.5, turnDeg: 30 } },
      ),
      'backdrop-right',
      { gel: { name: 'Warming, full', transmittance: [0.85, 0.52, 0.2] } },
    ),
  },
].map(({ name, set }) => ({ name, set: withPoints(set as StudioSet) }))
