import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { moveLight, moveSubject } from '../edits/edits'
import { lightingSolver, withoutLampBodies } from '../evaluation/lightingSolver'
import type { StudioSet } from '../model/schema'
import { DRAFT_QUALITY } from '../physics/transport/stage'
import { atOnce } from '../shared/steps'
import { cameraSight, frameKeeper } from './frameKeeper'
import { castFrame } from './gBuffer'
import { shownStage } from './shownStage'
import { lightViewOf } from './takeFrame'

const WIDTH = 40
const key = demoSet().lights.find(({ job }) => job === 'key')!
const solve = lightingSolver(DRAFT_QUALITY)
const solved = async (set: StudioSet) => (await solve(withoutLampBodies(set)))!

describe('pictures of one use', () => {
  it('are what they would be if nothing were kept, whatever moved in between', async () => {
    const keep = frameKeeper()
    const moved = moveLight(demoSet(), key.id, { ...key.place, xM: 0.4 })
    const walked = moveSubject(moved, moved.subjects[0]!.id, 0.3, 2.6)
    for (const set of [demoSet(), moved, walked, moved, demoSet()]) {
      const light = await solved(set)
      const kept = atOnce(keep(set, light, cameraSight(set, WIDTH)))
      const { rays, width, height } = cameraSight(set, WIDTH)
      const stage = shownStage(light.stage)
      const view = castFrame(stage, rays, width, height, { isSmooth: true, ground: light.stage })
      const anew = atOnce(lightViewOf(set, { ...light, stage }, view))
      expect(Object.keys(kept.layers)).toEqual(Object.keys(anew.layers))
      for (const [id, layer] of Object.entries(anew.layers)) expect(kept.layers[id]).toEqual(layer)
    }
  })

  it('see again only when surfaces or the camera moved, and light again only the light that did', async () => {
    const keep = frameKeeper()
    const first = await solved(demoSet())
    const one = atOnce(keep(demoSet(), first, cameraSight(demoSet(), WIDTH)))
    const moved = moveLight(demoSet(), key.id, { ...key.place, xM: 0.4 })
    const other = atOnce(keep(moved, await solved(moved), cameraSight(moved, WIDTH)))
    expect(other.view).toBe(one.view)
    expect(other.layers['backdrop-left']).toBe(one.layers['backdrop-left'])
    expect(other.layers[key.id]).not.toBe(one.layers[key.id])
    const longer = { ...demoSet(), camera: { ...demoSet().camera, lens: { focalLengthMm: 135 } } }
    expect(atOnce(keep(longer, await solved(longer), cameraSight(longer, WIDTH))).view).not.toBe(one.view)
  })
})
