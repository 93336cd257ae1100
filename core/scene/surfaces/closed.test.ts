import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { expectShare, expectWithin } from '#support/tolerance'
import type { Backdrop, Light, Prop } from '../../model/schema'
import { roomBounds } from '../../model/bounds'
import { castRay, noHit, rayScene } from '../../physics/geometry/kernel'
import { matt, type Arc, type Bowl, type Sheet, type Surface } from '../../physics/geometry/surface'
import { pointOn } from '../../physics/geometry/surfacePoint'
import { MODIFIERS, modifierOfKind } from '../../physics/sources/modifiers'
import { grey } from '../../physics/units/rgb'
import { cross, dot, length, type Vector } from '../../physics/units/vector'
import { emitterOf } from '../scene'
import { backdropSurfaces, CLEARANCE_M, coveRadius } from './backdropSurfaces'
import { housingSheets } from './lampBody'
import { propSurfaces } from './propSurfaces'
import { roomSheets } from './roomSheets'

type Grid = Sheet | Arc | Bowl
const areaOf = (surface: Grid): number => {
  if (surface.shape === 'sheet')
    return length(cross(surface.edgeS, surface.edgeT)) * (surface.isRound ? Math.PI / 4 : 1)
  if (surface.shape === 'arc') return length(surface.axis) * surface.radiusM * surface.sweepRad
  return (Math.PI / 2) * surface.radiusM ** 2
}

/** The volume that surfaces close in, by Gauss: a third of the sum of place times normal over their fronts. */
const volumeIn = (surfaces: readonly Surface[]): number => {
  const STEPS = 24
  let sum = 0
  for (const surface of surfaces as Grid[]) {
    let [flux, count] = [0, 0]
    for (let i = 0; i < STEPS; i++)
      for (let j = 0; j < STEPS; j++) {
        const [s, t] = [(i + 0.5) / STEPS, (j + 0.5) / STEPS]
        const isOutside = surface.shape === 'sheet' && surface.isRound && Math.hypot(2 * s - 1, 2 * t - 1) > 1
        if (isOutside) continue
        const { position, normal } = pointOn(surface, s, t, true)
        flux += dot(position, normal)
        count++
      }
    sum += (areaOf(surface) * flux) / count / 3
  }
  return sum
}

const prop = (form: Prop['form'], turnDeg = 0): Prop => ({
  id: 'crate',
  name: 'Crate',
  place: { xM: 1.2, yM: 2.5, zM: 0.4 },
  turnDeg,
  form,
  surface: matt(grey(0.3)),
})

describe('what is closed', () => {
  it.each([0, 30, 90, 200])('a box holds its sizes’ product, its fronts outward, turned by %s degrees', turnDeg => {
    const box = propSurfaces(prop({ shape: 'box', widthM: 0.5, depthM: 0.3, heightM: 0.8 }, turnDeg))
    expectShare(volumeIn(box), 0.5 * 0.3 * 0.8, 1e-9)
    expect(box).toHaveLength(6)
    expect(new Set(box.map(({ id }) => id)).size).toBe(6)
    expect(box.every(({ owner }) => owner === 'crate')).toBe(true)
  })

  it('a box stands about its place, on its foot, as wide and deep as it is turned', () => {
    const corners = (turnDeg: number) =>
      (propSurfaces(prop({ shape: 'box', widthM: 0.6, depthM: 0.2, heightM: 0.8 }, turnDeg)) as Sheet[]).flatMap(
        sheet => [0, 1].flatMap(s => [0, 1].map(t => pointOn(sheet, s, t, true).position)),
      )
    const span = (turnDeg: number, axis: number) => {
      const values = corners(turnDeg).map(corner => corner[axis]!)
      return [Math.min(...values), Math.max(...values)]
    }
    const near = (actual: number[], expected: number[]) =>
      actual.forEach((value, index) => expectWithin(value, expected[index]!, 1e-9))
    near(span(0, 0), [0.9, 1.5])
    near(span(0, 1), [2.4, 2.6])
    near(span(0, 2), [0.4, 1.2])
    near(span(90, 0), [1.1, 1.3])
    near(span(90, 1), [2.2, 2.8])
  })

  it('a post holds pi r^2 h, and stands on the floor with the gap that rays need', () => {
    const post = propSurfaces(prop({ shape: 'cylinder', radiusM: 0.25, heightM: 0.8 }))
    expectShare(volumeIn(post), Math.PI * 0.25 ** 2 * 0.8, 5e-3)
    const low = propSurfaces({
      ...prop({ shape: 'cylinder', radiusM: 0.25, heightM: 0.8 }),
      place: { xM: 0, yM: 1, zM: 0 },
    })
    const foot = Math.min(...(low as Grid[]).map(surface => pointOn(surface, 0.5, 0.5, true).position[2]))
    expectWithin(foot, 0.008, 1e-9)
  })

  it('a room is closed from within, each wall of its own reflectance and floor gloss', () => {
    const set = demoSet()
    const names = ['floor', 'ceiling', 'back', 'front', 'left', 'right'] as const
    const reflectances = Object.fromEntries(names.map((name, index) => [name, grey(0.1 + index / 10)]))
    const floorGloss = { kind: 'coat', refractiveIndex: 1.5 } as const
    const room = { ...set.room, reflectances: reflectances as typeof set.room.reflectances, floorGloss }
    const walls = roomSheets({ ...set, room })
    expectShare(volumeIn(walls), -6.4 * 9.2 * 3.4, 1e-9)
    const bounds = roomBounds(room)
    for (const [index, name] of names.entries()) {
      const wall = walls.find(({ id }) => id === `room/${name}`)!
      expect(wall.front.reflectance).toEqual(grey(0.1 + index / 10))
      expect(wall.front.gloss).toEqual(name === 'floor' ? floorGloss : null)
      expect([wall.owner, wall.encloses]).toEqual([`room/${name}`, true])
    }
    const middle = (name: string) =>
      pointOn(
        walls.find(({ id }) => id === `room/${name}`)!,
        0.5,
        0.5,
        true,
      ).position
    expectWithin(middle('left')[0], bounds.left, 1e-9)
    expectWithin(middle('right')[0], bounds.right, 1e-9)
    expectWithin(middle('back')[1], bounds.back, 1e-9)
    expectWithin(middle('front')[1], bounds.front, 1e-9)
    expectWithin(middle('floor')[2], 0, 1e-9)
    expectWithin(middle('ceiling')[2], 3.4, 1e-9)
  })

  it('walls of a hall are cut no finer than their number allows', () => {
    const set = demoSet()
    const patchesOf = (widthM: number) => {
      const walls = roomSheets({ ...set, room: { ...set.room, widthM, depthM: widthM, heightM: 20 } })
      return walls.reduce((sum, wall) => sum + areaOf(wall) / wall.patchM ** 2, 0)
    }
    expectWithin(patchesOf(60), 1500, 1)
    expect(patchesOf(6)).toBeLessThan(2500)
    expectWithin(roomSheets(set)[0]!.patchM, 0.5, 1e-9)
  })
})

const backdrop = (changes: Partial<Backdrop>): Backdrop => ({ ...demoSet().backdrop, ...changes })
const cyclorama = (side: 'left' | 'right'): Backdrop =>
  backdrop({
    kind: 'cyclorama',
    widthM: 6,
    heightM: 3,
    sweepM: 3,
    coveRadiusM: 0.8,
    centreXM: 0.4,
    corner: { side, depthM: 4 },
  })

describe('a backdrop', () => {
  it('has the curve that fits its sweep and its height', () => {
    expectWithin(coveRadius(backdrop({ coveRadiusM: 0.35 })), 0.35, 1e-12)
    expectWithin(coveRadius(backdrop({ coveRadiusM: 5, sweepM: 1, heightM: 3 })), 0.8, 1e-12)
    expectWithin(coveRadius(backdrop({ coveRadiusM: 5, sweepM: 10, heightM: 3 })), 1.5, 1e-12)
  })

  // Drop, quarter of a round and sweep: as much paper as their lengths say, width by width.
  it.each([
    [{}, 2.72 * (2.8 - 0.004 - 0.35 + (Math.PI / 2) * 0.35 + 1.6 - 0.35)],
    [{ sweepM: 0 }, 2.72 * (2.8 - 0.004)],
    [{ kind: 'painted-wall' }, 2.72 * (2.8 - 0.004)],
    [{ kind: 'lit-panel' }, 2.72 * (2.8 - 0.004)],
  ] as const)('of %j has the area of its parts', (changes, area) => {
    const parts = backdropSurfaces(backdrop(changes)) as Grid[]
    expectShare(
      parts.reduce((sum, part) => sum + areaOf(part), 0),
      area,
      1e-9,
    )
    expect(parts.every(({ owner }) => owner === 'backdrop')).toBe(true)
  })

  it('lets light through where it is a lit panel alone', () => {
    const [panel] = backdropSurfaces(backdrop({ kind: 'lit-panel', transmittance: [0.4, 0.4, 0.4] })) as Sheet[]
    expect(panel!.transmittance).toEqual([0.4, 0.4, 0.4])
    const [paper] = backdropSurfaces(backdrop({ transmittance: [0.4, 0.4, 0.4] })) as Sheet[]
    expect(paper!.transmittance).toEqual([0, 0, 0])
  })

  const flat = { sheet: [0.5, 0.5], arc: [0.5, 0.5], bowl: [0.5, 0.5] } as const
  it.each(['left', 'right'] as const)('looks into the room with every part, its corner on the %s', side => {
    const parts = backdropSurfaces(cyclorama(side)) as Grid[]
    expect(parts.map(({ shape }) => shape).sort()).toEqual(
      ['arc', 'arc', 'arc', 'bowl', 'sheet', 'sheet', 'sheet'].sort(),
    )
    const inside: Vector = [0.4, 2, 1.5]
    for (const part of parts) {
      const { position, normal } = pointOn(part, ...flat[part.shape], true)
      expect(
        dot(normal, [0, 1, 2].map(axis => inside[axis]! - position[axis]!) as unknown as Vector),
        part.id,
      ).toBeGreaterThan(0)
    }
  })

  // Seen from the middle every ray toward wall, second wall, floor or their curves ends on the backdrop: no slit.
  it.each(['left', 'right'] as const)('has no slit between its parts, its corner on the %s', side => {
    const rays = rayScene({ surfaces: backdropSurfaces(cyclorama(side)) })
    const isLeft = side === 'left'
    const [left, right] = [0.4 - 3, 0.4 + 3]
    const from: Vector = [0.4, 2, 1.5]
    const RADIUS = 0.8
    const STEPS = 60
    const seen = new Set<number>()
    /** Where a square corner would be, a little within the edges that are open. */
    const wall = (u: number, v: number): Vector => [left + 0.01 + (right - left - 0.02) * u, 0, 2.99 * v]
    const second = (u: number, v: number): Vector => [isLeft ? left : right, 3.99 * u, 2.99 * v]
    const floor = (u: number, v: number): Vector => [left + 0.01 + (right - left - 0.02) * u, 2.99 * v, CLEARANCE_M]
    for (const place of [wall, second, floor])
      for (let i = 0; i <= STEPS; i++)
        for (let j = 0; j <= STEPS; j++) {
          const to = place(i / STEPS, j / STEPS)
          const hit = noHit()
          castRay(rays, ...from, to[0] - from[0], to[1] - from[1], to[2] - from[2], hit)
          // The floor of the second wall ends where the sweep does; nothing lies beyond.
          if (to[1] > 3 && to[2] < RADIUS) continue
          expect(hit.surface, to.join(' ')).toBeGreaterThanOrEqual(0)
          seen.add(hit.surface)
          // Nothing of it lies beyond the square corner.
          expect(hit.distanceM).toBeLessThanOrEqual(1 + 1e-6)
        }
    expect(seen.size).toBe(7)
  })
})

describe('the back of a lamp', () => {
  const set = demoSet()
  const lightWith = (kind: string): Light => ({ ...set.lights[0]!, rollDeg: 20, modifier: modifierOfKind(kind) })

  it('stands a little behind its front and a little larger, the lit side forward', () => {
    const light = lightWith('softbox-large')
    const emitter = emitterOf(light, set)
    const [sheet] = housingSheets(light, emitter)
    const { position, normal } = pointOn(sheet!, 0.5, 0.5, true)
    for (let axis = 0; axis < 3; axis++) {
      expectWithin(position[axis]!, emitter.centre[axis]! - 0.015 * emitter.axis[axis]!, 1e-9)
      expectWithin(normal[axis]!, emitter.axis[axis]!, 1e-9)
    }
    const front = light.modifier.front
    if (front.shape !== 'rectangle') throw new Error('a box has a square front')
    expectShare(length(sheet!.edgeS), front.widthM * 1.03, 1e-9)
    expectShare(length(sheet!.edgeT), front.heightM * 1.03, 1e-9)
    expect(sheet!.isRound).toBe(false)
    expect(sheet!.front.reflectance).toEqual(grey(light.modifier.housing!.frontReflectance))
    expect(sheet!.back.reflectance).toEqual(grey(light.modifier.housing!.backReflectance))
    expect(sheet!.owner).toBe('light/key')
  })

  it('is round behind a round front, and is not there where a lamp is open', () => {
    const kinds = MODIFIERS.filter(({ front }) => front.shape === 'disc')
    const round = lightWith(kinds[0]!.kind)
    expect(housingSheets(round, emitterOf(round, set)).every(({ isRound }) => isRound)).toBe(true)
    const open = { ...round, modifier: { ...round.modifier, housing: null } }
    expect(housingSheets(open, emitterOf(open, set))).toEqual([])
  })
})
