import { describe, expect, it } from 'vitest'
import { BACKDROP as TRUE_BACKDROP, makeFrame, type Scene } from '#support/madeFrame'
import { expectWithin } from '#support/tolerance'
import { SRGB_RESPONSE } from '../../camera/response'
import { demoSet } from '../../edits/demo'
import { keepFrame } from '../frameReadings'
import type { Frame, RegionEdit } from '../../model/schema'
import { stopsApart } from '../../imaging/picture/compareFrames'
import { exposureMismatchWords } from '#wording/exposure'
import { takenWith } from '../../imaging/exposureTags'
import { flawsOf, shadowOf } from './backdropFlaws'
import { frameLight } from '../../imaging/picture/frameLight'
import { hazeOf } from '../veilingGlare'
import { edgesOf, outlineOf } from './outline'
import { editRegions } from '../regionEdits'
import { FLOOR, maskOf, SUBJECT } from '../../imaging/regions/regions'
import { clippingOf, unevenness } from './unevenness'
import { valueGrid } from '../../imaging/picture/valueGrid'
import { upright, type Reduced } from '../../imaging/picture/downsample'
import { SCENES } from '#support/madeScenes'
import { castOf } from './regionTone'

/** A made picture as if it had been taken in at once, with its true regions. */
const taken = (scene: Scene, change: (linear: Float32Array) => void = () => {}) => {
  const made = makeFrame({ ...scene, width: 240, height: 360, noise: 0 })
  const linear = made.linear.slice()
  change(linear)
  const shares = () => new Float32Array(240 * 360)
  const anyClipped = shares().map((_, at) => Number(linear[at * 3]! >= 1))
  const picture: Reduced = {
    width: 240,
    height: 360,
    linear: linear.map(light => Math.min(1, light)),
    clipped: anyClipped,
    anyClipped,
    crushed: shares(),
    histogram: new Float64Array(256),
    pixels: 240 * 360,
    seeThrough: 0,
  }
  const masks = [0, 1].map(region => maskOf(made.region, region)) as [Uint8Array, Uint8Array]
  return {
    made,
    picture,
    frame: frameLight(picture, SRGB_RESPONSE, 0),
    backdrop: masks[TRUE_BACKDROP]!,
    subject: masks[1]!,
  }
}
const scene = (name: string): Scene => SCENES.find(one => one.name === name)!.scene
const plain: Scene = { ...scene('light grey, a ramp of 1.2 stops'), slope: [0, 0] }

describe('what is read of a frame', () => {
  it('takes the veil off: a lens that adds a share of the mean leaves the light as it was', () => {
    const { frame, picture } = taken(plain)
    const mean = frame.light.reduce((sum, light) => sum + light, 0) / frame.light.length
    const means = [0, 1, 2].map(channel => meanOfChannel(picture.linear, channel))
    const veiled = { ...picture, linear: picture.linear.map((light, at) => light + 0.03 * means[at % 3]!) }
    const clean = frameLight(veiled, SRGB_RESPONSE, 0.03)
    for (const at of [1000, 40_000, 80_000]) expectWithin(clean.light[at]! / frame.light[at]!, 1, 0.03)
    expectWithin(clean.veil, 0.03 * mean, 0.002)
  })

  it('says toward which side the backdrop grows brighter, and by how much', () => {
    const { frame, backdrop } = taken({ ...plain, slope: [0.8, -0.4] })
    const read = unevenness(frame, backdrop)!
    expectWithin(read.acrossStops, 0.8, 0.03)
    expectWithin(read.downStops, -0.4, 0.03)
  })

  it('judges how far past white a clipped side is from what rises toward it', () => {
    const { frame, backdrop } = taken({ ...plain, backdrop: [0.8, 0.8, 0.8], slope: [1.4, 0.1] })
    const { share, pastStops } = clippingOf(frame, backdrop)
    expect(share).toBeGreaterThan(0.1)
    // Near the right edge the ramp comes to log2(0.8) + 0.7 = 0.38 stop past white.
    expectWithin(pastStops!, 0.38, 0.06)
    expect(clippingOf(taken({ ...plain, backdrop: [2, 2, 2] }).frame, backdrop)).toEqual({
      share: 1,
      pastStops: null,
      by: 'rise',
    })
  })

  it('finds a shadow, its side and depth, and none where there is none', () => {
    const { frame, backdrop, subject } = taken({ ...plain, shadow: { x: 0.12, y: 0.05, soft: 0.05, stops: 0.9 } })
    const shadow = shadowOf(frame, backdrop, subject)!
    expect(shadow.side).toBe('right')
    expectWithin(shadow.stops, 0.85, 0.15)
    const open = taken({ ...plain, slope: [0.8, 0.3] })
    expect(shadowOf(open.frame, open.backdrop, open.subject)).toBeUndefined()
  })

  it('finds spots and creases where they are', () => {
    const { frame, backdrop } = taken(plain, linear => {
      for (let y = 40; y < 44; y++)
        for (let x = 200; x < 204; x++) linear.fill(0.4, (y * 240 + x) * 3, (y * 240 + x) * 3 + 3)
      for (let y = 60; y < 100; y++) linear.fill(0.42, (y * 240 + 30) * 3, (y * 240 + 32) * 3)
    })
    const flaws = flawsOf(frame, backdrop)
    expect(flaws.map(({ kind }) => kind).sort()).toEqual(['crease', 'spot'])
    const spot = flaws.find(({ kind }) => kind === 'spot')!
    expectWithin(spot.x * 240, 202, 2)
    expectWithin(spot.y * 360, 42, 2)
    expect(flawsOf(taken(plain).frame, backdrop)).toEqual([])
  })

  it('marks the weakest stretch of the outline, with values and stops on both sides', () => {
    // The lit side of pale cloth comes near to the backdrop, the other side does not.
    const { picture, frame, backdrop, subject } = taken({
      ...plain,
      backdrop: [0.62, 0.6, 0.52],
      cloth: [0.62, 0.6, 0.52],
    })
    const { weakest, left, right } = outlineOf(picture, frame, backdrop, subject)!
    expect(weakest.x).toBeLessThan(0.5)
    expect(Math.abs(weakest.stops)).toBeLessThan(Math.abs(right.stops))
    expectWithin(
      weakest.stops,
      Math.log2(
        SRGB_RESPONSE.linearFromValue(weakest.insideValue) / SRGB_RESPONSE.linearFromValue(weakest.outsideValue),
      ),
      0.05,
    )
    expect(left.outsideValue).toBeGreaterThan(left.insideValue)
    expect(edgesOf(frame, subject)!.left).toBeGreaterThan(edgesOf(frame, subject)!.right)
  })

  it('gives the same stops between two pictures whatever their values', () => {
    const [one, other] = [
      taken({ ...plain, backdrop: [0.2, 0.2, 0.2] }),
      taken({ ...plain, backdrop: [0.4, 0.4, 0.4] }),
    ]
    const apart = stopsApart(one.frame, other.frame)
    expectWithin(apart[5 * 240 + 5]!, 1, 0.01)
    expect(Number.isNaN(stopsApart(one.frame, taken({ ...plain, backdrop: [1.2, 1.2, 1.2] }).frame)[5 * 240 + 5])).toBe(
      true,
    )
  })
})

const meanOfChannel = (linear: Float32Array, channel: number): number => {
  let sum = 0
  for (let at = channel; at < linear.length; at += 3) sum += linear[at]!
  return sum / (linear.length / 3)
}

describe('values by grid', () => {
  it('are the means of cells, light averaged and not values', () => {
    const { picture } = taken({ ...plain, backdrop: [0.3, 0.3, 0.3], slope: [2, 0] })
    const { columns, rows, values, lightness } = valueGrid(picture)
    expect([columns, rows]).toEqual([8, 12])
    // The first cell reaches from the left edge to an eighth: its light is the mean of 0.3 x 2^(2 (x - 0.5)) over it.
    const mean = (0.3 * (2 ** (2 * (0.125 - 0.5)) - 2 ** -1)) / (2 * Math.LN2 * 0.125)
    expectWithin(values[0]!, SRGB_RESPONSE.valueFromLinear(mean), 0.5)
    expectWithin(lightness[0]!, 116 * Math.cbrt(mean) - 16, 0.2)
  })
})

describe('regions mended by hand', () => {
  const grid = { width: 100, height: 100 }
  const drawn = (edit: Partial<RegionEdit>) =>
    editRegions(new Uint8Array(10_000), grid, [
      {
        region: 'subject',
        shape: 'box',
        points: [
          [0.2, 0.2],
          [0.5, 0.6],
        ],
        radius: 0.05,
        ...edit,
      },
    ])
  const area = (regions: Uint8Array, region = SUBJECT) => regions.filter(one => one === region).length

  it('cover what was drawn: a box, a line around, a brush', () => {
    expect(area(drawn({}))).toBe(30 * 40)
    expectWithin(
      area(
        drawn({
          shape: 'lasso',
          points: [
            [0.1, 0.1],
            [0.9, 0.1],
            [0.5, 0.9],
          ],
        }),
      ),
      0.5 * 80 * 80,
      80,
    )
    // A stroke of 40 with a round brush of radius 5: 40 x 10 and a disc.
    expectWithin(
      area(
        drawn({
          shape: 'brush',
          points: [
            [0.3, 0.5],
            [0.7, 0.5],
          ],
        }),
      ),
      40 * 10 + Math.PI * 25,
      12,
    )
  })

  it('lie over each other in their order, and leave what was found alone', () => {
    const found = new Uint8Array(10_000)
    const both = editRegions(found, grid, [
      {
        region: 'subject',
        shape: 'box',
        points: [
          [0, 0],
          [1, 1],
        ],
        radius: 0.02,
      },
      {
        region: 'floor',
        shape: 'box',
        points: [
          [0, 0.8],
          [1, 1],
        ],
        radius: 0.02,
      },
    ])
    expect([area(both), area(both, FLOOR), area(found)]).toEqual([8000, 2000, 0])
  })
})

describe('exposure in a file', () => {
  const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }

  it('is held against the set, rounding left aside', () => {
    expect(exposureMismatchWords({ fNumber: 5.6, shutterS: 1 / 125, iso: 100 }, camera)).toBe(
      'This frame was at f/5.6; the set says f/8.',
    )
    expect(exposureMismatchWords({ fNumber: 8, shutterS: 1 / 60, iso: 400 }, camera)).toBe(
      'This frame was at 1/60 s, ISO 400; the set says 1/125 s, ISO 100.',
    )
    expect(exposureMismatchWords({ fNumber: 8, shutterS: 0.008, iso: null }, camera)).toBeUndefined()
    expect(exposureMismatchWords(null, camera)).toBeUndefined()
    expect(takenWith({ fNumber: 5.6, shutterS: null, iso: null }, camera)).toEqual({ ...camera, fNumber: 5.6 })
  })
})

describe('haze', () => {
  it('is what lifts the blacks against the last frame of the same exposure with the backdrop dark', () => {
    const frame = (id: string, black: number, isLit: boolean, fNumber = 8): Frame => ({
      id,
      lookId: 'white',
      at: `2026-01-0${id}T00:00:00.000Z`,
      name: '',
      source: 'bench',
      by: 'picture',
      camera: { fNumber, shutterS: 1 / 125, iso: 100 },
      tags: null,
      values: {},
      expected: {},
      black,
      edits: [],
      note: '',
      lights: {
        key: { on: true, powerStops: -1 },
        'backdrop-left': { on: isLit, powerStops: -1 },
        'backdrop-right': { on: isLit, powerStops: -1 },
      },
    })
    const set = [frame('1', 9, false), frame('2', 30, false, 4), frame('3', 24, true)].reduce(
      (before, one) => keepFrame(before, one, []),
      demoSet(),
    )
    expect(hazeOf(set, set.frames[2]!)).toMatchObject({ lifted: 15, without: 9 })
    expect(hazeOf(set, set.frames[0]!)).toBeUndefined()
  })
})

describe('orientation', () => {
  it('turns a picture upright for each of the eight tags, as its definition says', () => {
    // The visual top left corner of the scene lies in the file at: row, column of 2 x 3 (CIPA DC-008, 4.6.4 A).
    const corners: Record<number, [row: 'top' | 'bottom', column: 'left' | 'right', isTurned: boolean]> = {
      1: ['top', 'left', false],
      2: ['top', 'right', false],
      3: ['bottom', 'right', false],
      4: ['bottom', 'left', false],
      5: ['top', 'left', true],
      6: ['bottom', 'left', true],
      7: ['bottom', 'right', true],
      8: ['top', 'right', true],
    }
    for (const [tag, [row, column, isTurned]] of Object.entries(corners)) {
      const marked = new Float32Array(18)
      marked[((row === 'top' ? 0 : 1) * 3 + (column === 'left' ? 0 : 2)) * 3] = 1
      const map = new Float32Array(6)
      const turned = upright(
        {
          width: 3,
          height: 2,
          linear: marked,
          clipped: map,
          anyClipped: map,
          crushed: map,
          histogram: new Float64Array(0),
          pixels: 6,
          seeThrough: 0,
        },
        Number(tag),
      )
      expect([turned.width, turned.height, turned.linear[0]], `tag ${tag}`).toEqual([
        isTurned ? 2 : 3,
        isTurned ? 3 : 2,
        1,
      ])
    }
  })
})

describe('a cast', () => {
  const toward = (degrees: number, chroma = 20) =>
    castOf([60, chroma * Math.cos((degrees * Math.PI) / 180), chroma * Math.sin((degrees * Math.PI) / 180)])
  it.each([
    [10, 'red'],
    [60, 'orange'],
    [100, 'yellow'],
    [140, 'green'],
    [200, 'cyan'],
    [270, 'blue'],
    [318, 'purple'],
    [-20, 'magenta'],
    [-5, 'red'],
  ])('at %d degrees of CIELAB goes toward %s', (degrees, hue) => {
    expect(toward(degrees).hue).toBe(hue)
    expectWithin(toward(degrees).chroma, 20, 1e-9)
  })

  it('of less colour than anybody sees has no name', () =>
    expect([toward(100, 1.99).hue, toward(100, 2.01).hue]).toEqual([null, 'yellow']))
})
