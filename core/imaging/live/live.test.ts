import { describe, expect, it } from 'vitest'
import { makeAverage } from './average'
import { makeExposureWatch } from './exposureWatch'
import { makeStack, MOST_STACKED } from './stack'
import { croppedTo, rgbOf, usualSpace, type Planes, type VideoSpace } from './videoSpace'
import { reducer } from '../picture/downsample'
import { profileOf } from '../colour/colourProfile'

const spaces: VideoSpace[] = (['bt601', 'bt709'] as const).flatMap(matrix =>
  [true, false].map(isFullRange => ({ matrix, isFullRange })),
)

/** Luma and chroma by the recommendations' own equations: R'G'B' to Y'CbCr, then quantised to eight bits. */
const encoded = ([red, green, blue]: readonly number[], { matrix, isFullRange }: VideoSpace): number[] => {
  const [r, g, b] = [red! / 255, green! / 255, blue! / 255]
  const y = matrix === 'bt601' ? 0.299 * r + 0.587 * g + 0.114 * b : 0.2126 * r + 0.7152 * g + 0.0722 * b
  const [u, cr] = matrix === 'bt601' ? [(b - y) / 1.772, (r - y) / 1.402] : [(b - y) / 1.8556, (r - y) / 1.5748]
  return isFullRange
    ? [Math.round(255 * y), Math.round(255 * u + 128), Math.round(255 * cr + 128)]
    : [Math.round(219 * y + 16), Math.round(224 * u + 128), Math.round(224 * cr + 128)]
}

const frameOf = (rgb: readonly number[], space: VideoSpace, kind: Planes['kind'], width = 8, height = 4): Planes => {
  const [y, u, v] = encoded(rgb, space)
  const pixels = width * height
  const data = new Uint8Array(pixels * 1.5)
  data.fill(y!, 0, pixels)
  const chroma = pixels / 4
  if (kind === 'NV12') for (let at = 0; at < chroma; at++) data.set([u!, v!], pixels + 2 * at)
  else {
    data.fill(u!, pixels, pixels + chroma)
    data.fill(v!, pixels + chroma)
  }
  const layout =
    kind === 'NV12'
      ? [
          { offset: 0, stride: width },
          { offset: pixels, stride: width },
        ]
      : [
          { offset: 0, stride: width },
          { offset: pixels, stride: width / 2 },
          { offset: pixels + chroma, stride: width / 2 },
        ]
  return { kind, data, layout }
}

const COLOURS = [
  [255, 255, 255],
  [0, 0, 0],
  [118, 118, 118],
  [200, 40, 30],
  [20, 180, 60],
  [30, 60, 220],
  [250, 240, 225],
]

describe('a video frame', () => {
  it.each(spaces)('of $matrix, full range $isFullRange, gives back its colours to 2 values', space => {
    for (const kind of ['I420', 'NV12'] as const)
      for (const colour of COLOURS) {
        const rgb = rgbOf(frameOf(colour, space, kind), { left: 2, top: 0, width: 4, height: 4 }, space)
        expect(rgb).toHaveLength(48)
        for (let at = 0; at < rgb.length; at++) expect(Math.abs(rgb[at]! - colour[at % 3]!)).toBeLessThanOrEqual(2)
      }
  })

  it('taken for another range or matrix is off by what the range says', () => {
    const grey = frameOf([118, 118, 118], { matrix: 'bt709', isFullRange: true }, 'I420')
    const wrong = rgbOf(grey, { left: 0, top: 0, width: 2, height: 2 }, { matrix: 'bt709', isFullRange: false })
    expect(wrong[0]).toBe(Math.round((118 - 16) * (255 / 219)))
    const red = frameOf([200, 40, 30], { matrix: 'bt601', isFullRange: false }, 'I420')
    const mixed = rgbOf(red, { left: 0, top: 0, width: 2, height: 2 }, { matrix: 'bt709', isFullRange: false })
    expect(Math.abs(mixed[0]! - 200)).toBeGreaterThan(5)
  })

  it('that says nothing is BT.709 from 720 lines on, of limited range', () => {
    expect([usualSpace(1080), usualSpace(720), usualSpace(480)].map(({ matrix }) => matrix)).toEqual([
      'bt709',
      'bt709',
      'bt601',
    ])
  })

  it('is cropped to the shape of the set’s frame, in even pixels in its middle', () => {
    expect(croppedTo(1920, 1080, 2 / 3)).toEqual({ left: 600, top: 0, width: 720, height: 1080 })
    expect(croppedTo(1920, 1080, 3 / 2)).toEqual({ left: 150, top: 0, width: 1620, height: 1080 })
    expect(croppedTo(1080, 1920, 3 / 2)).toEqual({ left: 0, top: 600, width: 1080, height: 720 })
    for (const [width, height] of [
      [641, 479],
      [3, 3],
      [4096, 2160],
    ] as const) {
      const crop = croppedTo(width, height, 1.5)
      for (const side of Object.values(crop)) expect(side % 2).toBe(0)
      expect([crop.left + crop.width <= width, crop.top + crop.height <= height]).toEqual([true, true])
    }
  })
})

const picture = (valueAt: (x: number, y: number) => number) => {
  const [width, height] = [96, 72]
  const data = new Uint8Array(3 * width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.fill(Math.round(valueAt(x, y)), 3 * (y * width + x), 3 * (y * width + x) + 3)
  const taking = reducer(width, height, { most: 255, profile: profileOf(null) })
  taking.take({ data, channels: 3, count: height, isOpaque: true })
  return taking.finish(1)
}

describe('averaging', () => {
  it('evens noise out as the square root of how many pictures there are', () => {
    let state = 7
    const chance = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32
    const spreadOf = (frames: number) => {
      const average = makeAverage()
      let last = picture(() => 118)
      for (let turn = 0; turn < 60; turn++)
        last = average.take(
          picture(() => 118 + 24 * (chance() - 0.5)),
          frames,
        )
      const mean = last.linear.reduce((sum, light) => sum + light, 0) / last.linear.length
      return Math.sqrt(last.linear.reduce((sum, light) => sum + (light - mean) ** 2, 0) / last.linear.length)
    }
    // An average that forgets over n pictures keeps 1 / sqrt(2n - 1) of the spread.
    const [one, eight] = [spreadOf(1), spreadOf(8)]
    expect(eight / one).toBeGreaterThan(0.8 / Math.sqrt(15))
    expect(eight / one).toBeLessThan(1.2 / Math.sqrt(15))
  })
})

describe('pictures added up', () => {
  it('leave their mean, rounded, and begin anew with another size or when told', () => {
    const stack = makeStack()
    expect([stack.take(Uint8Array.of(10, 255)), stack.take(Uint8Array.of(13, 255))]).toEqual([1, 2])
    expect([...stack.mean()]).toEqual([12, 255])
    expect(stack.take(Uint8Array.of(7))).toBe(1)
    expect([...stack.mean()]).toEqual([7])
    stack.reset()
    expect(stack.take(Uint8Array.of(9))).toBe(1)
    expect([...stack.mean()]).toEqual([9])
  })

  it('hold as many whites as they may be asked for', () => {
    const stack = makeStack()
    for (let picture = 1; picture <= MOST_STACKED; picture++) expect(stack.take(Uint8Array.of(255))).toBe(picture)
    expect([...stack.mean()]).toEqual([255])
  })
})

describe('a camera’s own exposure', () => {
  const scene = (x: number, y: number) => 60 + x + y / 2
  const dimmed = (value: number, stops: number) => value * 2 ** (stops / 2.2)

  it('is found where the whole picture moves at once', () => {
    const watch = makeExposureWatch()
    expect(watch.take(picture(scene), 0)).toBeUndefined()
    const moved = watch.take(
      picture((x, y) => dimmed(scene(x, y), -0.5)),
      500,
    )
    expect(moved).toBeLessThan(-0.3)
    expect(moved).toBeGreaterThan(-0.7)
  })

  it('is not where somebody walks through, a lamp is turned at one side, or nothing happens', () => {
    for (const after of [
      (x: number, y: number) => (x > 60 ? 20 : scene(x, y)),
      (x: number, y: number) => dimmed(scene(x, y), -x / 96),
      scene,
    ]) {
      const watch = makeExposureWatch()
      watch.take(picture(scene), 0)
      expect(watch.take(picture(after), 500)).toBeUndefined()
    }
  })

  it('is forgotten once it holds still', () => {
    const watch = makeExposureWatch()
    watch.take(picture(scene), 0)
    const darker = picture((x, y) => dimmed(scene(x, y), -0.5))
    expect(watch.take(darker, 500)).toBeDefined()
    expect(watch.take(darker, 2600)).toBeUndefined()
  })
})
