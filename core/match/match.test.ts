import { describe, expect, it } from 'vitest'
import { hallOf, sourceOf } from '#support/matches'
import { mirroredLights } from '#support/mirrored'
import { changeExposure, changeSettings, turnedBy } from '../edits/edits'
import { aimAtPlace } from '../edits/factories'
import { demoSet } from '../edits/demo'
import { genericKit } from '../kit/genericKit'
import { headOf } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'
import { modifierOfKind } from '../physics/sources/modifiers'
import { startFrom, STARTING_POINTS } from '../starting/startFrom'
import { roomErrors, validationErrors } from '../validation/validation'
import { apparentSize, shadowEdgeDeg, softnessDeg } from './apparentSize'
import { buildMatch, openedBy, type Design } from './build'
import { costOf, deviationsOf, isMet, USUALLY_ASKED } from './deviations'
import { fitOnSubject } from './fits'
import { stageInto } from './stageInto'

const DEG = Math.PI / 180
const key = (set: StudioSet) => set.lights.find(({ job }) => job === 'key')!
const head = (set: StudioSet) => {
  const subject = set.subjects[0]!
  return headOf(subject)
}
const withKey = (set: StudioSet, changes: Partial<Light>): StudioSet => ({
  ...set,
  lights: set.lights.map(light => (light.job === 'key' ? { ...light, ...changes } : light)),
})

describe('how large a light looks', () => {
  const at = (awayM: number, turnedDeg: number, modifier = modifierOfKind('octa')) => {
    const set = demoSet()
    const [x, y, z] = head(set)
    const place = { xM: x, yM: y + awayM, zM: z }
    const angle = turnedDeg * DEG
    const aim = aimAtPlace({ xM: x + Math.sin(angle), yM: y + awayM - Math.cos(angle), zM: z })
    return apparentSize({ ...key(set), modifier, place, aim, rollDeg: 0 }, set, [x, y, z])
  }

  it('is twice the angle whose tangent is its reach over the distance', () => {
    const { acrossDeg, upDeg } = at(1.7, 0)
    expect(acrossDeg).toBeCloseTo((2 * Math.atan(0.6 / 1.7)) / DEG, 6)
    expect(upDeg).toBeCloseTo(acrossDeg, 6)
    expect(softnessDeg(at(1.7, 0, modifierOfKind('softbox-large')))).toBeCloseTo(
      (2 * Math.sqrt(Math.atan(0.45 / 1.7) * Math.atan(0.6 / 1.7))) / DEG,
      6,
    )
  })

  it('is narrower across, not up, where the front is turned aside', () => {
    const { acrossDeg, upDeg } = at(2, 60)
    expect(acrossDeg).toBeCloseTo((2 * Math.atan((0.6 * Math.cos(60 * DEG)) / 2)) / DEG, 4)
    expect(upDeg).toBeCloseTo((2 * Math.atan(0.6 / 2)) / DEG, 4)
    expect(shadowEdgeDeg({ acrossDeg, upDeg })).toBe(acrossDeg)
  })
})

describe('the character of a light', () => {
  it('does not know how much light there was, only how it lay', async () => {
    const set = demoSet()
    const [look] = set.looks
    const { source, character } = await sourceOf(set)
    const down = Object.fromEntries(set.lights.map(light => [light.id, turnedBy(light, look!.lights[light.id]!, -1)]))
    const darker = changeExposure(changeSettings(set, look!.id, down), look!.id, {
      ...source.camera,
      followsPointId: null,
      iso: 2 * source.camera.iso,
    })
    const again = (await sourceOf(darker)).character
    for (const { off } of deviationsOf(again, character)) expect(Math.abs(off)).toBeLessThan(1e-6)
  })

  it('turns round in a mirror: what was brighter to the right is so to the left', async () => {
    const set = withKey(demoSet(), { place: { ...key(demoSet()).place, xM: -1.3 } })
    const lean = changeSettings(set, set.looks[0]!.id, { 'backdrop-right': { on: false, powerStops: -3 } })
    const mirrored = { ...lean, lights: mirroredLights(lean.lights) }
    const [one, other] = [(await sourceOf(lean)).character, (await sourceOf(mirrored)).character]
    expect(Math.abs(one.gradient!.acrossStops)).toBeGreaterThan(0.15)
    expect(other.gradient!.acrossStops).toBeCloseTo(-one.gradient!.acrossStops, 1)
    expect(other.key!.way[0]).toBeCloseTo(-one.key!.way[0], 6)
    expect(other.ratioStops).toBeCloseTo(one.ratioStops!, 1)
  })
})

describe('how far a light is off', () => {
  it('is told apart by aspect, and costs by how firmly it is asked', async () => {
    const { character } = await sourceOf(demoSet())
    const turned = 20 * DEG
    const [x, y, z] = character.key!.way
    const moved = {
      ...character,
      toneStops: character.toneStops! - 0.5,
      key: {
        ...character.key!,
        softnessDeg: character.key!.softnessDeg / 2,
        way: [x * Math.cos(turned) - y * Math.sin(turned), x * Math.sin(turned) + y * Math.cos(turned), z] as const,
      },
    }
    const deviations = deviationsOf(moved, character)
    const off = Object.fromEntries(deviations.map(one => [one.aspect, one.off]))
    expect(off.tone).toBeCloseTo(-0.5, 9)
    expect(off.softness).toBeCloseTo(-0.5, 9)
    // Round the upright, a way that leans is turned by less than the turn.
    const level = Math.hypot(x, y)
    expect(off['key-direction']).toBeCloseTo(Math.acos(level * level * Math.cos(turned) + z * z) / DEG, 6)
    expect(deviations.filter(one => !isMet(one)).map(({ aspect }) => aspect)).toEqual([
      'tone',
      'key-direction',
      'softness',
    ])
    const loose = { ...USUALLY_ASKED, tone: 'wished', 'key-direction': 'indifferent' } as const
    expect(costOf(deviations, loose)).toBeLessThan(costOf(deviations, USUALLY_ASKED))
  })

  it('counts a key that is not there as turned right round', async () => {
    const { character } = await sourceOf(demoSet())
    const none = deviationsOf({ ...character, key: null, keyStops: null, ratioStops: null }, character)
    expect(none.find(({ aspect }) => aspect === 'key-direction')?.off).toBe(180)
    expect(none.find(({ aspect }) => aspect === 'softness')?.off).toBe(-1)
  })
})

describe('fitting a light of another kit', () => {
  const set = demoSet()
  const item = (kind: string) => genericKit().modifiers.find(({ what }) => what.kind === kind)!
  const was = { light: key(set), set }

  it('finds the same place again with the same front', () => {
    const fit = fitOnSubject(was, { set, aim: key(set).aim }, item('softbox-large'))!
    expect(fit.place.xM).toBeCloseTo(key(set).place.xM, 2)
    expect(fit.place.yM).toBeCloseTo(key(set).place.yM, 2)
    expect(fit.needsStops).toBeCloseTo(0, 1)
    expect(fit.turnedDeg).toBe(0)
  })

  it('puts a front of twice the size twice as far and asks two stops more of it, as the inverse square has it', () => {
    const small = withKey(set, { modifier: { ...modifierOfKind('octa'), front: { shape: 'disc', radiusM: 0.3 } } })
    const large = {
      ...item('octa'),
      what: { ...modifierOfKind('octa'), front: { shape: 'disc', radiusM: 0.6 } } as const,
    }
    const fit = fitOnSubject({ light: key(small), set: small }, { set, aim: key(set).aim }, large)!
    const away = (place: Light['place']) =>
      Math.hypot(place.xM - head(set)[0], place.yM - head(set)[1], place.zM - head(set)[2])
    expect(away(fit.place) / away(key(set).place)).toBeCloseTo(2, 2)
    expect(fit.needsStops).toBeCloseTo(2, 1)
  })

  it('says how much room it lacks where the ceiling is in the way', () => {
    const high = withKey(set, { place: { xM: 0, yM: set.subjects[0]!.place.yM + 0.3, zM: 3 } })
    const low = { ...set, room: { ...set.room, heightM: 2.1 } }
    const fit = fitOnSubject({ light: key(high), set: high }, { set: low, aim: key(set).aim }, item('beauty-dish'))!
    expect(fit.against?.of).toBe('ceiling')
    expect(fit.turnedDeg).toBeGreaterThan(10)
    expect(fit.place.zM).toBeLessThan(2.1)
  })

  it('opens the aperture first and the film speed after it', () => {
    const camera = { fNumber: 5.6, shutterS: 1 / 125, iso: 100 }
    expect(openedBy(set, camera, 1).iso).toBe(100)
    expect(openedBy(set, camera, 1).fNumber).toBeCloseTo(4, 0)
    const wide = openedBy(set, camera, 4)
    expect(wide.fNumber).toBeCloseTo(2.8, 1)
    expect(2 * Math.log2(5.6 / wide.fNumber) + Math.log2(wide.iso / 100)).toBeCloseTo(4, 6)
  })
})

describe('another room', () => {
  const kit = genericKit()
  const staged = (was: StudioSet, room: StudioSet) =>
    stageInto(was, room, { kit, backdrop: room.backdrop, keep: 'backdrop' })

  it('takes subject and camera where they were, if it is as large', () => {
    const was = demoSet()
    const { set, shortM } = staged(was, hallOf({ widthM: 9, depthM: 12, heightM: 4 }, 0.3))
    expect(shortM).toBe(0)
    expect(set.subjects[0]!.place).toEqual(was.subjects[0]!.place)
    expect(set.camera.place.yM).toBeCloseTo(was.camera.place.yM, 6)
    expect(set.camera.lens.focalLengthMm).toBeCloseTo(was.camera.lens.focalLengthMm, 6)
  })

  it('shows as much of the subject from nearer, and says by how much it is too short', () => {
    const was = demoSet()
    const room = hallOf({ widthM: 6, depthM: 7.4, heightM: 3 }, 0.3)
    const { set, shortM } = staged(was, room)
    // What stands in front of the backdrop, less the room for whoever holds the camera.
    expect(shortM).toBeCloseTo(was.camera.place.yM - (7.4 - was.room.behindBackdropM - 0.4), 6)
    const shown = ({ camera, subjects }: StudioSet) =>
      ((camera.place.yM - subjects[0]!.place.yM) * camera.sensor.heightMm) / camera.lens.focalLengthMm
    expect(shown(set)).toBeCloseTo(shown(was), 2)
    expect(roomErrors(set)).toEqual([])
  })

  it('holds every ready set-up, however small the room, or leaves out what finds no place', () => {
    const room = hallOf({ widthM: 3.2, depthM: 4.2, heightM: 2.4 }, 0.5)
    for (const point of STARTING_POINTS) {
      const { set } = startFrom(demoSet(), point, kit)
      const look = set.looks[0]!
      const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
      const design: Design = { backdrop: room.backdrop, keep: 'backdrop', keyRank: 0, beamRank: 0, help: 'none' }
      const built = buildMatch({ set, look, camera }, room, kit, design)
      expect(validationErrors(built.set).map(error => `${point.id}: ${error}`)).toEqual([])
      // Nobody uses more than there is.
      for (const { id, count } of kit.lamps)
        expect(built.set.lights.filter(({ lamp }) => lamp.kitId === id).length).toBeLessThanOrEqual(count)
    }
  })
})
