import { evaluate } from './evaluation'
import { beforeAll, describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { expectWithin } from '#support/tolerance'
import { exposeFrame, cameraView, lightViewOf } from '../render/takeFrame'
import { project, projectionOf } from '../camera/projection'
import { responseOf } from '../camera/response'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { demoSet } from '../edits/demo'
import { addPanel } from '../edits/factories'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import type { StudioSet, Target } from '../model/schema'
import { solveLook } from '../solve/lookPowers'
import { grey, luminance, type Rgb } from '../physics/units/rgb'
import { atOnce } from '../shared/steps'
import { clippedAlone, renderSurface } from './renderSurface'

const CAMERA = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const set = demoSet()

/** The demo under one gel on both backdrop lights. */
const gelled = (transmittance: Rgb): StudioSet => ({
  ...set,
  lights: set.lights.map(light =>
    light.job === 'backdrop' ? { ...light, gel: { name: 'Colour', transmittance } } : light,
  ),
})

const wanting = (of: StudioSet, target: Target): StudioSet => ({
  ...of,
  looks: of.looks.map(look => ({
    ...look,
    targets: { [KEY_SIDE]: { kind: 'stops', stops: 0 }, [BACKDROP_MIDDLE]: target },
  })),
})

/** Linear light of one picture pixel at a place of the backdrop that the subject does not hide. */
const picturedAt = (
  of: StudioSet,
  { solved, look, camera }: Awaited<ReturnType<typeof solvedSet>>,
  position: readonly [number, number, number],
): Rgb => {
  const frame = atOnce(lightViewOf(of, solved, cameraView(of, solved, 60)))
  const linear = exposeFrame(of, frame, look.lights, camera, NOTHING_LEARNED)
  const { u, v } = project(projectionOf(of), position)!
  const pixel = Math.floor(((1 - v) / 2) * frame.view.height) * 60 + Math.floor(((u + 1) / 2) * 60)
  return [linear[pixel * 3]!, linear[pixel * 3 + 1]!, linear[pixel * 3 + 2]!]
}

describe('a coloured surface', () => {
  // By hand: red light of luminance 1 is 1 / 0.2126 in its channel; on paper of 0.88 that is 4.139, 2.05 stops past
  // clipping.
  it('clips in its own channel long before its luminance is white', () => {
    const red: Rgb = [160 / 0.2126, 0, 0]
    const rendered = renderSurface(set, [0.88, 0.88, 0.88], red, grey(0), CAMERA)
    expectWithin(rendered.value, 241, 1)
    expectWithin(rendered.pastClipping[0], Math.log2(0.88 / 0.2126), 1e-9)
    expect(rendered.values[0]).toBeCloseTo(255, 9)
    expect(rendered.values[1]).toBe(0)
    expect(clippedAlone(rendered).map(({ channel }) => channel)).toEqual(['red'])
    expect(clippedAlone(renderSurface(set, grey(0.88), grey(400), grey(0), CAMERA))).toEqual([])
  })

  it('renders what the picture shows there, channel by channel', async () => {
    const of = gelled([0.9, 0.15, 0.05])
    const read = await solvedSet(of)
    const right = read.at('backdrop/right')
    const { linear } = right.rendered!
    picturedAt(of, read, right.point.position as [number, number, number]).forEach((channel, index) =>
      expectWithin(Math.log2(channel / linear[index]!), 0, 0.05),
    )
  })

  it.each(['red', 'green', 'blue'] as const)('meets a value that is asked of its %s channel alone', async channel => {
    const of = wanting(gelled([0.8, 0.5, 0.3]), { kind: 'value', value: 170, channel })
    const { evaluation } = await solvedSet(of)
    const answer = solveLook(evaluation)
    const { rendered } = evaluation.under(answer.settings).at(BACKDROP_MIDDLE)
    expect(answer.isReached).toBe(true)
    expectWithin(rendered!.values[['red', 'green', 'blue'].indexOf(channel)]!, 170, 6)
  })

  it('holds detail by the channel that clips first, and clips only where all three do', async () => {
    const coloured = gelled([1, 0.6, 0.35])
    const shares = async (target: Target) => {
      const of = wanting(coloured, target)
      const { evaluation } = await solvedSet(of)
      const answer = solveLook(evaluation)
      return evaluation.under(answer.settings).at(BACKDROP_MIDDLE).rendered!.pastClipping
    }
    expectWithin(Math.max(...(await shares({ kind: 'detail' }))), -0.15, 0.1)
    expect(Math.min(...(await shares({ kind: 'clip', atMostStops: 4 })))).toBeGreaterThan(-0.1)
  })
})

describe('the lens\u2019s veil', () => {
  const black: StudioSet = { ...set, backdrop: { ...set.backdrop, reflectance: grey(0.04) } }
  let read: Awaited<ReturnType<typeof solvedSet>>
  beforeAll(async () => {
    read = await solvedSet(black)
  })

  it('is the same in the rail\u2019s figures as in the picture', () => {
    const { point, rendered } = read.at('backdrop/right')
    const shown = luminance(picturedAt(black, read, point.position as [number, number, number]))
    expectWithin(responseOf(black.camera).valueFromLinear(shown), rendered!.value, 1.5)
    const without = { ...black, camera: { ...black.camera, veilingGlare: 0 } }
    expect(evaluate(without, read.look, read.lighting, read.camera).read(point).value!).toBeLessThan(
      rendered!.value - 1.5,
    )
  })

  it('grows where a lamp looks into the lens, and falls when a flag stands before it', async () => {
    const edge = {
      ...set.lights[1]!,
      id: 'edge',
      name: 'E',
      job: 'edge' as const,
      place: { xM: 1.3, yM: 2.2, zM: 2 },
      aim: { at: 'place' as const, place: { xM: 0, yM: 7.6, zM: 1.4 }, featherPanDeg: 0, featherTiltDeg: 0 },
    }
    const looking: StudioSet = {
      ...black,
      lights: [...black.lights, edge],
      looks: black.looks.map(look => ({ ...look, lights: { ...look.lights, edge: { on: true, powerStops: -4 } } })),
    }
    const flagged = addPanel(looking, {
      id: 'flag',
      name: 'Flag',
      kind: 'flag',
      place: { xM: 1.2, yM: 2.75, zM: 1.4 },
      widthM: 0.9,
      heightM: 1.2,
      turnDeg: 0,
      tiltDeg: 0,
      hingeDeg: null,
      holes: null,
      front: { reflectance: grey(0.03), gloss: null },
      back: { reflectance: grey(0.03), gloss: null },
      transmittance: grey(0),
      kitId: null,
    })
    const lampIn = async (of: StudioSet) =>
      luminance((await solvedSet(of)).solved.layers.find(({ lightId }) => lightId === 'edge')!.lampInLens!)
    const [open, shaded] = [await lampIn(looking), await lampIn(flagged)]
    expect(open).toBeGreaterThan(0)
    expect(shaded).toBeLessThan(open / 20)
  })
})

describe('the room\u2019s own light', () => {
  // Closed form: room light as strong as the lamps on a flat receptor adds a whole stop; six stops under the key, it
  // adds to a backdrop at -5 what the light there says.
  it('is in every figure, and powers are found with it', async () => {
    const target: Target = { kind: 'stops', stops: -4 }
    const bright: StudioSet = {
      ...wanting(set, target),
      room: { ...set.room, ambient: { lux: (160 / 64) * 125, cctK: 5600 } },
    }
    const { lighting, look } = await solvedSet(bright)
    const read = evaluate(bright, look, lighting, CAMERA).at(BACKDROP_MIDDLE)
    expectWithin(read.roomLuxS, 160 / 64, 1e-6)
    const dark = evaluate(set, look, lighting, CAMERA).at(BACKDROP_MIDDLE)
    expectWithin(read.stops, Math.log2((dark.fNumber / 8) ** 2 + 1 / 64), 1e-9)
    const lone = {
      ...bright,
      looks: bright.looks.map(one => ({ ...one, exposure: { ...CAMERA, followsPointId: null } })),
    }
    const evaluation = evaluate(lone, lone.looks[0]!, lighting)
    const answer = solveLook(evaluation)
    const at = evaluation.under(answer.settings).at(BACKDROP_MIDDLE)
    if (answer.isReached) expectWithin(at.stops, -4, 0.1)
    expect(at.roomLuxS).toBeGreaterThan(0)
  })

  it('is in the picture as well', async () => {
    const bright: StudioSet = {
      ...set,
      room: { ...set.room, ambient: { lux: 20_000, cctK: 5600 } },
      camera: { ...set.camera, veilingGlare: 0 },
    }
    const read = await solvedSet(bright)
    const right = read.at('backdrop/right')
    expectWithin(
      Math.log2(
        luminance(picturedAt(bright, read, right.point.position as [number, number, number])) /
          luminance(right.rendered!.linear),
      ),
      0,
      0.05,
    )
  })
})
