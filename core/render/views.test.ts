import { describe, expect, it } from 'vitest'
import { FOR_MAPS } from '#core/render/frameLight'
import { castFrame } from '#core/render/gBuffer'
import { around, ontoBackdrop } from '#core/camera/projection'
import { lightView } from '#core/render/takeFrame'
import { demoSet } from '#core/edits/demo'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { panelOfKind } from '#core/edits/panels'
import type { StudioSet } from '#core/model/schema'
import { evennessOf } from '#core/render/evenness'
import { atOnce } from '#core/shared/steps'
import { luminance } from '#core/physics/units/rgb'
import { expectStops, expectWithin } from '#support/tolerance'

const solve = lightingSolver()

const withPoint = (set: StudioSet, receptor: 'flat' | 'dome', xM = 0.5, yM = 4, zM = 1.5): StudioSet => ({
  ...set,
  points: [{ id: 'own/here', name: 'Here', place: { xM, yM, zM }, turnDeg: 20, tiltDeg: 10, receptor }],
})

/**
 * Light that a receptor would read of a picture of all that surrounds it: its pixels, each by its solid angle and the
 * response.
 */
const readPicture = async (set: StudioSet, width: number) => {
  const solved = (await solve(set))!
  const receiver = solved.receivers.find(({ id }) => id === 'own/here')!
  const rays = around(receiver.position, 0)
  const height = width / 2
  const { view, layers } = atOnce(lightView(solved, castFrame(solved.stage, rays, width, height)))
  return solved.fields.map(({ emitter }) => {
    let sum = 0
    for (let pixel = 0; pixel < view.width * view.height; pixel++) {
      const v = (Math.floor(pixel / width) + 0.5) / height
      const { way } = rays(((pixel % width) + 0.5) / width, v)
      const cosine = way[0] * receiver.facing[0] + way[1] * receiver.facing[1] + way[2] * receiver.facing[2]
      const response = receiver.receptor === 'flat' ? Math.max(0, cosine) : (1 + cosine) / 2
      const solidAngle = ((((2 * Math.PI) / width) * Math.PI) / height) * Math.sin(Math.PI * v)
      sum += (layers[emitter.id]![pixel * 3 + 1]! / Math.PI) * response * solidAngle
    }
    const share = solved.layers.find(({ lightId }) => lightId === emitter.id)!.shares['own/here']!
    return { id: emitter.id, picture: sum, meter: share.direct[1] + share.bounced[1] }
  })
}

describe('the view from a point', () => {
  // Two ways through the code that share little: what a meter reads there, and the sum of what it sees, lamps included.
  it.each(['flat', 'dome'] as const)('adds up to what a %s receptor reads there', async receptor => {
    const [key] = await readPicture(withPoint(demoSet(), receptor), 360)
    expectStops(key!.picture, key!.meter, 0.04)
  })

  it('holds with a coated floor and through diffusion', async () => {
    const glossy: StudioSet = {
      ...demoSet(),
      room: { ...demoSet().room, floorGloss: { kind: 'coat', refractiveIndex: 1.5 } },
    }
    const [mirrored] = await readPicture(withPoint(glossy, 'dome', 0.6, 5.6, 1), 480)
    expectStops(mirrored!.picture, mirrored!.meter, 0.05)
    const soft: StudioSet = {
      ...demoSet(),
      panels: [{ ...panelOfKind('diffusion-frame', 'frame'), place: { xM: -0.7, yM: 4.3, zM: 0.8 }, turnDeg: 218 }],
    }
    const [through] = await readPicture(withPoint(soft, 'dome', 0.1, 3.9, 1.6), 240)
    expectStops(through!.picture, through!.meter, 0.06)
  })
})

describe('the map of the backdrop', () => {
  it('says what the meter says at the meter\u2019s points, for every light', async () => {
    const set = demoSet()
    const solved = (await solve(set))!
    const { view, layers } = atOnce(lightView(solved, castFrame(solved.stage, ontoBackdrop(set), 48, 48), FOR_MAPS))
    for (const point of ['backdrop/left', 'backdrop/middle', 'backdrop/right']) {
      const { position } = solved.receivers.find(({ id }) => id === point)!
      const column = Math.floor((position[0] / set.backdrop.widthM + 0.5) * 48)
      const row = Math.floor((1 - position[2] / set.backdrop.heightM) * 48)
      for (const { lightId, shares } of solved.layers) {
        const map = layers[lightId]![(row * view.width + column) * 3 + 1]! / set.backdrop.reflectance[1]
        expectStops(map, shares[point]!.direct[1] + shares[point]!.bounced[1], 0.06)
      }
    }
  })

  it('tells spread in stops: a ramp of one stop across has one stop between its ends', () => {
    const [width, height] = [40, 10]
    const linear = new Float32Array(width * height * 3)
    for (let pixel = 0; pixel < width * height; pixel++)
      linear.fill(0.5 * 2 ** (((pixel % width) + 0.5) / width), pixel * 3, pixel * 3 + 3)
    const { stops, spreadStops } = evennessOf({ linear, width, height }, [0.5, 0.5, 0.5], { columns: 5, rows: 1 })
    expectWithin(spreadStops, 0.8, 0.01)
    expectWithin(stops[2]!, 0.5, 0.01)
    expect(luminance([1, 1, 1])).toBeCloseTo(1, 9)
  })
})
