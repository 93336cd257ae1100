import { describe, expect, it } from 'vitest'
import { SRGB_RESPONSE } from '#core/camera/response'
import { cameraView } from '#core/render/takeFrame'
import { placeInFrame } from '#core/testFrames/reading/places'
import { BACKDROP } from '#core/imaging/regions/regions'
import { genericKit } from '#core/kit/genericKit'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { demoSet } from '#core/edits/demo'
import { changeSettings } from '#core/edits/edits'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import type { StudioSet } from '#core/model/schema'
import { solveSetFromScratch } from '#core/solve/solveFromScratch'
import { STARTING_POINTS, startFrom } from '#core/starting/startFrom'
import { cameraSettingOf } from '#core/evaluation/readout'
import { backdropValues } from '#support/backdropValues'
import { readPicture } from '#support/readPicture'
import { expectWithin } from '#support/tolerance'
import { benchPicture } from '#support/benchPicture'

/** As wide as the bench's camera takes them. */
const WIDTH = 400
const solve = lightingSolver()

/** A set as planned, shot on the bench and read as any picture is; and what the camera really sees at each pixel. */
const shot = async (set: StudioSet) => {
  const solved = (await solve(set))!
  const settled = solveSetFromScratch(set, { layers: solved.layers, learned: NOTHING_LEARNED })
  const look = settled.looks[0]!
  const camera = cameraSettingOf(settled, look, meterPoints(settled), {
    layers: solved.layers,
    learned: NOTHING_LEARNED,
  })
  const { bytes } = await benchPicture({
    set: settled,
    lookId: look.id,
    camera,
    seed: 1,
    roughness: 0,
    take: 0,
    width: WIDTH,
    format: 'jpeg',
    ownCurve: false,
  })
  const { decoded, picture, regions, reading } = await readPicture(settled, new Uint8Array(bytes))
  const view = cameraView(settled, solved, WIDTH)
  const surfaces = solved.stage.scene.surfaces.map(({ id }) => id)
  return { set: settled, decoded, picture, regions, view, surfaces, reading }
}

const demo = shot(demoSet())

describe('frames of sets that stand in the plan', () => {
  it.each(['white-on-white', 'pool', 'keying'])('%s: the backdrop is found where it is', async id => {
    const { regions, picture, view, surfaces } = await shot(
      startFrom(
        demoSet(),
        STARTING_POINTS.find(point => point.id === id)!,
        genericKit(),
      ).set,
    )
    let [both, either] = [0, 0]
    for (let at = 0; at < view.width * view.height; at++) {
      const isTrue = surfaces[view.surface[at]!]?.startsWith('backdrop/') ?? false
      // What lies on the floor of the same paper is floor to one and backdrop to the other.
      if (isTrue && view.points[at * 6 + 2]! < 0.4) continue
      const [column, row] = [((at % view.width) + 0.5) / view.width, (Math.floor(at / view.width) + 0.5) / view.height]
      const isFound =
        regions[Math.floor(row * picture.height) * picture.width + Math.floor(column * picture.width)] === BACKDROP
      if (isTrue && isFound) both++
      if (isTrue || isFound) either++
    }
    expect(both / either).toBeGreaterThan(0.95)
  })

  it('are read at the points of the backdrop as the geometry says, and without the subject in the way', async () => {
    const { set, decoded, view, surfaces, reading } = await demo
    const values = backdropValues(decoded, view, surfaces, meterPoints(set), SRGB_RESPONSE)
    for (const [id, value] of Object.entries(values)) expectWithin(reading.places[id]!.value, value, 4)
    expect(reading.places['backdrop/middle']!.isThere).toBe(false)
    // As planned, the backdrop is what was asked for: 250, the veil of the lens added.
    expectWithin(reading.parts.backdrop!.value, 248, 6)
  })

  it('see haze where the backdrop lights lift the blacks', async () => {
    const lit = await demo
    const dark = await shot(
      changeSettings(demoSet(), 'white', {
        'backdrop-left': { on: false, powerStops: -2 },
        'backdrop-right': { on: false, powerStops: -2 },
      }),
    )
    expect(lit.reading.black).toBeGreaterThan(dark.reading.black)
  })
})

describe('places in a frame', () => {
  it('fall on the pixels that look at them', async () => {
    const { set, view } = await demo
    for (let at = 17; at < view.width * view.height; at += 2_999) {
      if (view.surface[at]! < 0) continue
      const place = placeInFrame(set, [view.points[at * 6]!, view.points[at * 6 + 1]!, view.points[at * 6 + 2]!])!
      expectWithin(place.x * view.width, (at % view.width) + 0.5, 0.1)
      expectWithin(place.y * view.height, Math.floor(at / view.width) + 0.5, 0.1)
    }
  })
})
