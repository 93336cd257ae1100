import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { changeSettings, editLight, editRoom } from '../edits/edits'
import { moveThings } from '../edits/things'
import type { StudioSet } from '../model/schema'
import { cautions } from './cautions'
import type { CheckContext } from './finding'
import { addPanel } from '../edits/factories'
import { panelOfKind } from '../edits/panels'

const cautionsOf = (set: StudioSet) => cautions({ set, look: set.looks[0]! } as CheckContext).map(({ id }) => id)
const burning = (watts: number | null, ids = ['key', 'backdrop-left', 'backdrop-right']) =>
  ids.reduce<StudioSet>(
    (set, id) => editLight(set, id, light => ({ ...light, lamp: { ...light.lamp, kind: 'continuous', watts } })),
    demoSet(),
  )
/** The demo set with a light at a place. */
const lightAt = (id: string, xM: number, yM: number, zM: number): StudioSet =>
  editLight(demoSet(), id, light => ({ ...light, place: { xM, yM, zM } }))

describe('cautions', () => {
  it('are none for the demo set', () => {
    expect(cautionsOf(demoSet())).toEqual([])
  })

  it('count the load of lamps that burn and are on, and say it past what a circuit carries', () => {
    expect(cautionsOf(burning(500))).toEqual([])
    expect(cautionsOf(burning(501))).toEqual(['caution/load'])
    expect(cautionsOf(changeSettings(burning(700), 'white', { key: { on: false, powerStops: 0 } }))).toEqual([])
    // Flash draws by its charging, and what is not known is not counted.
    const flash = ['key', 'backdrop-left'].reduce<StudioSet>(
      (set, id) => editLight(set, id, light => ({ ...light, lamp: { ...light.lamp, kind: 'flash' } })),
      burning(1000),
    )
    expect(cautionsOf(flash)).toEqual([])
    expect(cautionsOf(burning(null))).toEqual([])
  })

  it('are of what hangs over somebody, of what stands high, never of both for one light', () => {
    const { xM, yM } = demoSet().subjects[0]!.place
    expect(cautionsOf(lightAt('key', xM + 0.5, yM, 2.4))).toEqual(['caution/boom'])
    expect(cautionsOf(lightAt('key', xM + 0.8, yM, 2.4))).toEqual([])
    expect(cautionsOf(lightAt('key', xM + 0.5, yM, 2.8))).toEqual(['caution/boom'])
    expect(cautionsOf(lightAt('key', xM + 1.2, yM, 2.8))).toEqual(['caution/height'])
    expect(cautionsOf(lightAt('key', xM + 0.5, yM, 1.2))).toEqual([])
    // It goes with whoever moves under it.
    const aside = lightAt('key', xM + 0.5, yM, 2.4)
    expect(cautionsOf(moveThings(aside, ['sitter'], { xM: -0.6, yM: 0 }))).toEqual([])
  })

  it('are of a panel over heads: lying, and above a tall person', () => {
    const over = (zM: number, tiltDeg: number) =>
      addPanel(demoSet(), { ...panelOfKind('diffusion-frame', 'silk'), place: { xM: 0, yM: 3, zM }, tiltDeg })
    expect(cautionsOf(over(2, 60))).toEqual(['caution/overhead'])
    expect(cautionsOf(over(2, -60))).toEqual(['caution/overhead'])
    expect(cautionsOf(over(2, 40))).toEqual([])
    expect(cautionsOf(over(1.8, 60))).toEqual([])
  })

  it('are of a glossy floor', () => {
    expect(cautionsOf(editRoom(demoSet(), { floorGloss: { kind: 'coat', refractiveIndex: 1.5 } }))).toEqual([
      'caution/gloss',
    ])
  })
})
