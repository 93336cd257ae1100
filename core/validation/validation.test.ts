import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import type { StudioSet } from '../model/schema'
import { panelOfKind } from '../edits/panels'
import { checkSet } from '../formats/setFile'
import { checkChange } from './checkChange'
import { validationErrors, roomErrors } from './validation'
import { changeTold } from '#wording/refusals/told'
import { faultWords } from '#wording/refusals/misfits'

const set = demoSet()
const said = (changes: Partial<StudioSet>) => validationErrors({ ...set, ...changes }).map(faultWords)
const light = set.lights[0]!

describe('a set with a count of a million', () => {
  it('is refused by its schema, before any geometry is built of it', () => {
    const panel = { ...panelOfKind('blinds', 'blinds'), holes: { kind: 'slats', count: 1_000_000, openShare: 0.5 } }
    const outcome = checkSet({ ...set, panels: [{ ...panel, place: { xM: 0, yM: 2, zM: 0 } }] })
    expect(outcome.ok).toBe(false)
    expect(JSON.stringify(outcome)).toMatch(/count/)
    expect(JSON.stringify(outcome)).not.toMatch(/not-sound/)
  })
})

describe('what a set must not be', () => {
  it('is nothing of the demo', () => expect(validationErrors(set)).toEqual([]))

  it.each<[string, Partial<StudioSet>, RegExp]>([
    ['two lights with one id', { lights: [...set.lights, { ...light }] }, /Two lights share the id "key"/],
    [
      'a subject with the id of a light',
      { subjects: [...set.subjects, { ...set.subjects[0]!, id: 'key' }] },
      /has the id of one of the/,
    ],
    [
      'a light aimed at nobody',
      {
        lights: [
          {
            ...light,
            aim: { at: 'subject', subjectId: 'none', heightM: 1.5, featherPanDeg: 0, featherTiltDeg: 0 },
          },
          ...set.lights.slice(1),
        ],
      },
      /aimed at a subject that is not there/,
    ],
    [
      'a setting of a light that is not there',
      { looks: [{ ...set.looks[0]!, lights: { ...set.looks[0]!.lights, none: { on: true, powerStops: 0 } } }] },
      /setting of a light that is not there/,
    ],
    [
      'a light without a setting',
      { looks: [{ ...set.looks[0]!, lights: { key: set.looks[0]!.lights.key! } }] },
      /lacks the setting of light/,
    ],
    [
      'a target of no point',
      { looks: [{ ...set.looks[0]!, targets: { 'own/none': { kind: 'stops', stops: 0 } } }] },
      /target of a point that is not there/,
    ],
    [
      'an aperture that follows nothing',
      { looks: [{ ...set.looks[0]!, exposure: { ...set.looks[0]!.exposure, followsPointId: 'own/none' } }] },
      /follows a point that is not there/,
    ],
    ['a lock of nothing', { locked: ['none'] }, /that is not there \("none"\) is locked/],
    ['a group with nothing', { groups: [['key', 'none']] }, /A group has something that is not there/],
    [
      'a backdrop as high as the room',
      { backdrop: { ...set.backdrop, heightM: set.room.heightM } },
      /higher than the room/,
    ],
    ['a backdrop beyond a wall', { backdrop: { ...set.backdrop, centreXM: 30 } }, /beyond a side wall/],
    ['a sweep longer than the room', { backdrop: { ...set.backdrop, sweepM: 60 } }, /sweep of the backdrop is longer/],
    ['a subject outside', { subjects: [{ ...set.subjects[0]!, place: { xM: 40, yM: 2 } }] }, /stands outside the room/],
    ['a subject taller than the room', { subjects: [{ ...set.subjects[0]!, heightM: 9 }] }, /taller than the room/],
    ['a camera outside', { camera: { ...set.camera, place: { xM: 0, yM: 90, zM: 1 } } }, /camera stands outside/],
    [
      'a light outside',
      { lights: [{ ...light, place: { xM: 0, yM: 2, zM: 40 } }, ...set.lights.slice(1)] },
      /Light A stands outside the room/,
    ],
    [
      'depth behind the backdrop that is not there',
      { room: { ...set.room, behindBackdropM: 60 } },
      /free depth behind/,
    ],
  ])('%s', (_, changes, words) => expect(said(changes).join(' ')).toMatch(words))

  it('tells what does not fit a room from what hangs loose', () => {
    expect(roomErrors({ ...set, locked: ['none'] })).toEqual([])
    expect(roomErrors({ ...set, backdrop: { ...set.backdrop, heightM: 90 } }).length).toBeGreaterThan(0)
  })
})

describe('a change of a set', () => {
  const checked = (after: StudioSet) => changeTold(checkChange(set, after))

  it('is let through where it is sound', () => {
    expect(checked({ ...set, name: 'Another' }).ok).toBe(true)
  })

  it('is refused with what was wrong and its bound', () => {
    const high = checked({ ...set, room: { ...set.room, heightM: 100 } })
    expect(high.ok ? '' : high.message).toMatch(/is at most 30 and not 100/)
    const low = checked({ ...set, room: { ...set.room, heightM: 0.5 } })
    expect(low.ok ? '' : low.message).toMatch(/is at least 1\.8 and not 0\.5/)
    const nameless = checked({ ...set, name: '' })
    expect(nameless.ok ? '' : nameless.message).toMatch(/is empty/)
  })

  it('is refused where a list has more than a set holds', () => {
    const subjects = Array.from({ length: 13 }, (_, index) => ({ ...set.subjects[0]!, id: `s-${index}` }))
    const many = checked({ ...set, subjects })
    expect(many.ok ? '' : many.message).toMatch(/A set holds at most 12 subjects; with this it would have 13/)
  })

  it('is refused where something hangs loose', () => {
    const loose = checked({ ...set, locked: ['none'] })
    expect(loose.ok ? '' : loose.message).toMatch(/Something that is not there \("none"\) is locked/)
  })
})
