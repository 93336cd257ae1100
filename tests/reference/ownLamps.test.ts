import { describe, expect, it } from 'vitest'
import { expectStops, expectWithin } from '#support/tolerance'
import { demoSet } from '#core/edits/demo'
import { emitterOf } from '#core/scene/scene'
import type { Light, StudioSet } from '#core/model/schema'
import { modifierOfKind } from '#core/physics/sources/modifiers'
import { directAt, sampleEmitter } from '#core/physics/transport/direct'
import { rayScene } from '#core/physics/geometry/kernel'

/*
 * Lamps described in words and figures of their own, worked out by a plain sum over their front: nothing of the app
 * is asked but the
 * answer. So that what the description of a set makes of a lamp is checked too, and not only what is computed from it.
 */

type V = [number, number, number]
const DEG = Math.PI / 180
const minus = (a: V, b: V): V => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const dot = (a: V, b: V) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

/**
 * A lamp in plain terms: where it stands, where it looks, its front, and what it sends so far to the right and up of
 * its axis (tangents).
 */
type Plain = {
  at: V
  towards: V
  rollDeg?: number
  front: { kind: 'rectangle'; wide: number; high: number } | { kind: 'round'; inner: number; outer: number }
  sends: (rightTangent: number, upTangent: number, offDeg: number) => number
}

/** Right and up of a lamp as somebody behind it sees them, rolled clockwise. */
const handed = ({ at, towards, rollDeg = 0 }: Plain): { ahead: V; right: V; up: V } => {
  const way = minus(towards, at)
  const far = Math.sqrt(dot(way, way))
  const ahead: V = [way[0] / far, way[1] / far, way[2] / far]
  // With x to the right of the camera and y toward it, somebody who looks along (x, y) has (-y, x) at the right.
  const flat = Math.hypot(ahead[0], ahead[1])
  const right: V = [-ahead[1] / flat, ahead[0] / flat, 0]
  const up: V = [(-ahead[2] * ahead[0]) / flat, (-ahead[2] * ahead[1]) / flat, flat]
  const [c, s] = [Math.cos(rollDeg * DEG), Math.sin(rollDeg * DEG)]
  return {
    ahead,
    right: [right[0] * c - up[0] * s, right[1] * c - up[1] * s, right[2] * c - up[2] * s],
    up: [up[0] * c + right[0] * s, up[1] * c + right[1] * s, up[2] * c + right[2] * s],
  }
}

const STEPS = 60

/**
 * Light on a flat receptor, per unit of axis intensity: the front cut into a few thousand cells, each an inverse
 * square of its own.
 */
const plainLight = (lamp: Plain, here: V, normal: V): number => {
  const { ahead, right, up } = handed(lamp)
  let [sum, area] = [0, 0]
  for (let i = 0; i < STEPS; i++) {
    for (let j = 0; j < STEPS; j++) {
      let [x, y, weight] = [0, 0, 1]
      if (lamp.front.kind === 'rectangle')
        [x, y] = [((i + 0.5) / STEPS - 0.5) * lamp.front.wide, ((j + 0.5) / STEPS - 0.5) * lamp.front.high]
      else {
        const radius = lamp.front.inner + ((i + 0.5) / STEPS) * (lamp.front.outer - lamp.front.inner)
        const turn = (2 * Math.PI * (j + 0.5)) / STEPS
        ;[x, y, weight] = [radius * Math.cos(turn), radius * Math.sin(turn), radius]
      }
      area += weight
      const from: V = [
        lamp.at[0] + x * right[0] + y * up[0],
        lamp.at[1] + x * right[1] + y * up[1],
        lamp.at[2] + x * right[2] + y * up[2],
      ]
      const way = minus(here, from)
      const far = Math.sqrt(dot(way, way))
      const along = dot(way, ahead) / far
      const arriving = -dot(way, normal) / far
      if (along <= 0 || arriving <= 0) continue
      sum +=
        (weight *
          lamp.sends(dot(way, right) / far / along, dot(way, up) / far / along, Math.acos(along) / DEG) *
          arriving) /
        far ** 2
    }
  }
  return sum / area
}

const set = demoSet()
const cosines = (halfDeg: number) => (offDeg: number) =>
  Math.cos(offDeg * DEG) ** (Math.log(0.5) / Math.log(Math.cos(halfDeg * DEG)))
const AT: V = [-1.4, 3.1, 2.1]
const TOWARDS: V = [0.3, 0, 1.3]
const PLACES: V[] = [
  [0.3, 0, 1.3],
  [-0.4, 0, 1.7],
  [0.9, 0, 0.8],
  [0.1, 0, 2.2],
  [-0.9, 0, 1.1],
  [0.5, 0, 1.9],
]

const lightWith = (modifier: Light['modifier'], rollDeg = 0): Light => ({
  ...set.lights[1]!,
  modifier,
  rollDeg,
  place: { xM: AT[0], yM: AT[1], zM: AT[2] },
  aim: { at: 'place', place: { xM: TOWARDS[0], yM: TOWARDS[1], zM: TOWARDS[2] }, featherPanDeg: 0, featherTiltDeg: 0 },
})

/** The same light as the app has it, per unit of axis intensity. */
const appLight = (light: Light, here: V): number => {
  const of: StudioSet = { ...set, lights: [light] }
  return directAt(sampleEmitter(emitterOf(light, of), 40), rayScene({ surfaces: [] }), ...here, 0, 1, 0, 'flat')
}

const spot = modifierOfKind('focusing-spot')
const wide = cosines(45)
const inSpot =
  (share: (x: number, y: number) => boolean): Plain['sends'] =>
  (right, up, off) => {
    const size = Math.tan(13 * DEG)
    const cut = Math.max(0, Math.min(1, (13.4 - off) / 0.8))
    return share(right / size, up / size) ? wide(off) * cut : 0
  }
const turnedBy = (degrees: number, x: number, y: number): [number, number] => [
  x * Math.cos(degrees * DEG) + y * Math.sin(degrees * DEG),
  y * Math.cos(degrees * DEG) - x * Math.sin(degrees * DEG),
]

const CASES: [string, Plain['front'], Plain['sends'], Light['modifier'], number][] = [
  [
    'a strip box on its side',
    { kind: 'rectangle', wide: 0.3, high: 1.2 },
    (_r, _u, off) => cosines(48)(off),
    modifierOfKind('strip'),
    90,
  ],
  [
    'a strip box leaning by 30 degrees',
    { kind: 'rectangle', wide: 0.3, high: 1.2 },
    (_r, _u, off) => cosines(48)(off),
    modifierOfKind('strip'),
    30,
  ],
  [
    'a beauty dish',
    { kind: 'round', inner: 0.08, outer: 0.275 },
    (_r, _u, off) => cosines(40)(off),
    modifierOfKind('beauty-dish'),
    0,
  ],
  [
    'a ring light',
    { kind: 'round', inner: 0.08, outer: 0.14 },
    (_r, _u, off) => cosines(45)(off),
    modifierOfKind('ring-flash'),
    0,
  ],
  [
    'a reflector with a honeycomb of 30 degrees',
    { kind: 'round', inner: 0, outer: 0.09 },
    (_r, _u, off) => cosines(35)(off) * Math.max(0, 1 - off / 30),
    modifierOfKind('reflector-grid-30'),
    0,
  ],
  [
    'a strip of light from a spot, turned',
    { kind: 'round', inner: 0, outer: 0.04 },
    inSpot((x, y) => Math.abs(turnedBy(25, x, y)[0]) <= 0.3),
    { ...spot, mask: { kind: 'strip', share: 0.3, turnDeg: 25 } },
    0,
  ],
  [
    'slats from a spot',
    { kind: 'round', inner: 0, outer: 0.04 },
    inSpot((_x, y) => Math.abs(y) < 1 && (((y + 1) / 2) * 4) % 1 <= 0.5),
    { ...spot, mask: { kind: 'slats', count: 4, openShare: 0.5, turnDeg: 0 } },
    0,
  ],
  [
    'a window of two by three from a spot, rolled',
    { kind: 'round', inner: 0, outer: 0.04 },
    inSpot((x, y) => {
      const pane = (share: number, count: number) =>
        Math.abs(share) < 1 && Math.abs(((((share + 1) / 2) * count) % 1) - 0.5) <= 0.5 - (0.1 * count) / 2
      return pane(x, 2) && pane(y, 3)
    }),
    { ...spot, mask: { kind: 'window', columns: 2, rows: 3, barShare: 0.1, turnDeg: 0 } },
    20,
  ],
  // Measured: 1 ahead, 0.6 at 30 degrees in the plane across, 0.2 in the plane upward, straight between; nothing past
  // 60.
  [
    'a measured table, rolled',
    { kind: 'rectangle', wide: 0.4, high: 0.1 },
    (right, up, off) => {
      const share = (at30: number) => (off <= 30 ? 1 + ((at30 - 1) * off) / 30 : (at30 * Math.max(0, 60 - off)) / 30)
      const turn = Math.abs(Math.atan2(up, right)) / DEG
      const folded = turn > 90 ? 180 - turn : turn
      return share(0.6) + ((share(0.2) - share(0.6)) * folded) / 90
    },
    {
      ...modifierOfKind('open-face'),
      lossStops: 0,
      front: { shape: 'rectangle', widthM: 0.4, heightM: 0.1 },
      table: {
        type: 'C',
        verticalDeg: [0, 30, 60, 90],
        horizontalDeg: [0, 90],
        relative: [
          [1, 0.6, 0, 0],
          [1, 0.2, 0, 0],
        ],
      },
    },
    35,
  ],
]

describe('a lamp described in its own terms', () => {
  it.each(CASES)('is what the app makes of it: %s', (_, front, sends, modifier, rollDeg) => {
    const light = lightWith(modifier, rollDeg)
    let seen = 0
    for (const here of PLACES) {
      const plain = plainLight({ at: AT, towards: TOWARDS, rollDeg, front, sends }, here, [0, 1, 0])
      const app = appLight(light, here)
      // Where an edge of a mask crosses, either sum has its own grain.
      if (modifier.mask) expectWithin(app, plain, 0.012)
      else if (plain > 1e-4) expectStops(app, plain, 0.01)
      if (plain > 1e-3) seen += 1
    }
    expect(seen).toBeGreaterThan(0)
  })
})
