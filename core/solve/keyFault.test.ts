import { describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { expectWithin } from '#support/tolerance'
import { aimAtPlace, addPanel, removeThings } from '../edits/factories'
import { demoSet } from '../edits/demo'
import { changeSettings } from '../edits/edits'
import { panelOfKind } from '../edits/panels'
import { acrossWay } from '../edits/acrossWay'
import { vectorOf } from '../model/bounds'
import { headOf } from '../model/headHeight'
import type { Light, StudioSet } from '../model/schema'
import { add, scale, subtract } from '../physics/units/vector'
import { keyFaultOf } from './keyFault'

const demo = demoSet()
const fault = async (set: StudioSet) => keyFaultOf((await solvedSet(set)).evaluation)
const withKey = (change: (light: Light) => Light, set = demo): StudioSet => ({
  ...set,
  lights: set.lights.map(light => (light.id === 'key' ? change(light) : light)),
})
const on = (set: StudioSet, settings: Record<string, boolean>) =>
  changeSettings(
    set,
    'white',
    Object.fromEntries(Object.entries(settings).map(([id, isOn]) => [id, { on: isOn, powerStops: -3 }])),
  )
const free = (set: StudioSet): StudioSet => ({
  ...set,
  looks: set.looks.map(look => ({
    ...look,
    targets: Object.fromEntries(Object.entries(look.targets).filter(([id]) => id !== 'subject/key-side')),
    exposure: { ...look.exposure, followsPointId: null },
  })),
})

describe('the key of a look', () => {
  it('does its work in the demo, feathered by thirty degrees too', async () => {
    expect(await fault(demo)).toBeUndefined()
    expect(await fault(withKey(light => ({ ...light, aim: { ...light.aim, featherPanDeg: 30 } })))).toBeUndefined()
  })

  it('is missed where nothing is on, and where all that is on is meant for the backdrop', async () => {
    const dark = on(demo, { key: false, 'backdrop-left': false, 'backdrop-right': false })
    expect(await fault(dark)).toEqual({ kind: 'no-light' })
    expect(await fault(free(dark))).toEqual({ kind: 'no-light' })
    expect(await fault(on(demo, { key: false }))).toEqual({ kind: 'no-key' })
    expect(await fault(removeThings(demo, ['key']))).toEqual({ kind: 'no-key' })
    // A fill does a key's work, whatever it is called.
    const fill = withKey(light => ({ ...light, job: 'fill' as const }))
    expect(await fault(fill)).toBeUndefined()
  })

  it('is not asked after where no exposure hangs on it', async () => {
    expect(await fault(free(on(demo, { key: false })))).toBeUndefined()
    const wished = free(on(demo, { key: false }))
    const wanting = (firmness: 'hard' | 'indifferent'): StudioSet => ({
      ...wished,
      looks: wished.looks.map(look => ({
        ...look,
        targets: { ...look.targets, 'subject/key-side': { kind: 'stops', stops: 0, firmness } },
      })),
    })
    expect(await fault(wanting('indifferent'))).toBeUndefined()
    expect(await fault(wanting('hard'))).toEqual({ kind: 'no-key' })
  })

  it('looks away where it is turned past its beam, by the angle that it is off', async () => {
    const key = demo.lights[0]!
    const head = headOf(demo.subjects[0]!)
    const [x, y, z] = vectorOf(key.place)
    // Straight away from the face.
    const [bx, by, bz] = add([x, y, z], subtract([x, y, z], head))
    const away = await fault(withKey(light => ({ ...light, aim: aimAtPlace({ xM: bx, yM: by, zM: bz }) })))
    expect(away?.kind).toBe('away')
    if (away?.kind === 'away') expectWithin(away.offDeg, 180, 6)
    const aside = await fault(withKey(light => ({ ...light, aim: { ...light.aim, featherPanDeg: 89 } })))
    expect(aside?.kind).toBe('away')
    if (aside?.kind === 'away') expectWithin(aside.offDeg, 89, 6)
    // One of two that does is enough.
    const spare = { ...key, id: 'spare', name: 'S' }
    const turned = withKey(light => ({ ...light, aim: { ...light.aim, featherPanDeg: 89 } }))
    const two = {
      ...turned,
      lights: [...turned.lights, spare],
      looks: turned.looks.map(look => ({ ...look, lights: { ...look.lights, spare: look.lights.key! } })),
    }
    expect(await fault(two)).toBeUndefined()
  })

  it('is shaded where a panel stands before it, and that panel is named', async () => {
    const key = demo.lights[0]!
    const [from, head] = [vectorOf(key.place), headOf(demo.subjects[0]!)]
    const way = subtract(head, from)
    const board = (share: number) =>
      acrossWay(
        demo,
        { ...panelOfKind('curtain', `at-${share}`), widthM: 1.6, heightM: 2.2 },
        add(from, scale(way, share)),
        way,
      )
    const beside = { ...board(0.5), id: 'beside', place: { xM: 2.6, yM: 7, zM: 0 } }
    const found = await fault(addPanel(addPanel(demo, beside), board(0.5)))
    expect(found).toMatchObject({ kind: 'shaded', by: { id: 'at-0.5' } })
  })
})
