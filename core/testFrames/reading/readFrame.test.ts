import { decode as decodePng } from 'fast-png'
import { describe, expect, it } from 'vitest'
import { SRGB_RESPONSE, uncertaintyStops } from '../../camera/response'
import { demoSet } from '../../edits/demo'
import { BACKDROP as TRUE_BACKDROP, FLOOR as TRUE_FLOOR, meanOf, type Made } from '#support/madeFrame'
import { SCENES } from '#support/madeScenes'
import { decodedFile, savedScene } from '#support/savedFrame'
import { expectWithin } from '#support/tolerance'
import { profileOf } from '../../imaging/colour/colourProfile'
import { inspectFile } from '../../imaging/files/inspectFile'
import { readFrame } from './readFrame'
import { reducer, type Reduced } from '../../imaging/picture/downsample'
import { BACKDROP, findRegions, FLOOR } from '../../imaging/regions/regions'

const reduced = async (bytes: Uint8Array, orientation: number): Promise<Reduced> => {
  const file = inspectFile(bytes)
  if (!file.ok) throw new Error(file.message.is)
  const { depth, icc } = file.value
  const { width, height, channels, data } =
    depth === 16
      ? (decodePng(bytes) as { width: number; height: number; channels: number; data: Uint16Array })
      : await decodedFile(bytes)
  const taking = reducer(width, height, { most: depth === 16 ? 65_535 : 255, profile: profileOf(icc) })
  taking.take({ data, channels, count: height })
  return taking.finish(orientation)
}

/** The true region of each pixel of a reduced picture, from the middle of its part. */
const trueRegions = ({ width, height, region }: Made, small: Reduced): Uint8Array =>
  Uint8Array.from(
    { length: small.width * small.height },
    (_, at) =>
      region[
        Math.floor(((Math.floor(at / small.width) + 0.5) * height) / small.height) * width +
          Math.floor((((at % small.width) + 0.5) * width) / small.width)
      ]!,
  )

const overlap = (found: Uint8Array, truth: Uint8Array, mine: number, theirs: number): number => {
  let [both, either] = [0, 0]
  found.forEach((one, at) => {
    const [a, b] = [one === mine, truth[at] === theirs]
    if (a && b) both++
    if (a || b) either++
  })
  return both / either
}

/** Spread over the same cells as the reading, worked out from the picture before noise, file and regions. */
const trueSpread = (made: Made, columns: number, rows: number, known: readonly (number | null)[]): number => {
  const sums = new Float64Array(columns * rows)
  const counts = new Float64Array(columns * rows)
  made.region.forEach((region, at) => {
    if (region !== TRUE_BACKDROP) return
    const cell =
      Math.floor((Math.floor(at / made.width) / made.height) * rows) * columns +
      Math.floor(((at % made.width) / made.width) * columns)
    sums[cell]! += 0.2126 * made.linear[at * 3]! + 0.7152 * made.linear[at * 3 + 1]! + 0.0722 * made.linear[at * 3 + 2]!
    counts[cell]!++
  })
  const stops = [...known.keys()]
    .filter(cell => known[cell] !== null && counts[cell]! > 0)
    .map(cell => Math.log2(sums[cell]! / counts[cell]!))
  return Math.max(...stops) - Math.min(...stops)
}

const set = { ...demoSet(), camera: { ...demoSet().camera, veilingGlare: 0 } }

const results = await Promise.all(
  SCENES.map(async scene => {
    const { made, bytes, orientation } = await savedScene(scene)
    const small = await reduced(bytes, orientation)
    const regions = findRegions(small)
    return { scene, made, small, regions, truth: trueRegions(made, small), reading: readFrame(set, small, regions) }
  }),
)

describe('pictures of which everything is known', () => {
  it('are twenty at least, and come upright out of their files', () => {
    expect(results.length).toBeGreaterThanOrEqual(20)
    for (const { made, small } of results) expectWithin(small.width / small.height, made.width / made.height, 0.01)
  })

  it('have their backdrop found: 0.95 overlap or better in all but two, none below 0.9', () => {
    const overlaps = results.map(({ regions, truth, scene }) => ({
      name: scene.name,
      overlap: overlap(regions, truth, BACKDROP, TRUE_BACKDROP),
    }))
    expect(
      overlaps.filter(one => one.overlap < 0.95).map(({ name }) => name).length,
      JSON.stringify(overlaps),
    ).toBeLessThanOrEqual(2)
    expect(Math.min(...overlaps.map(one => one.overlap))).toBeGreaterThan(0.9)
  })

  it('have their floor found where they have one', () => {
    for (const { regions, truth, scene } of results) {
      if (scene.scene.floor) expect(overlap(regions, truth, FLOOR, TRUE_FLOOR), scene.name).toBeGreaterThan(0.95)
      else expect(regions.includes(FLOOR), scene.name).toBe(false)
    }
  })

  it.each(results.map(result => [result.scene.name, result] as const))(
    '%s: backdrop value within 2, evenness within 0.05 stop',
    (_, { made, reading }) => {
      const { backdrop } = reading.parts
      const [red, green, blue] = meanOf(
        { ...made, linear: made.linear.map(light => Math.min(1, light)) },
        TRUE_BACKDROP,
      ) as [number, number, number]
      expectWithin(backdrop!.value, SRGB_RESPONSE.valueFromLinear(0.2126 * red + 0.7152 * green + 0.0722 * blue), 2)
      const { columns, rows, stops, spreadStops } = reading.unevenness!
      // Files keep whole values: near black the two ends of a spread may each be half of one off, and that is worth
      // more.
      const step = 2 * uncertaintyStops(SRGB_RESPONSE, backdrop!.value, 0.5)
      expectWithin(spreadStops, trueSpread(made, columns, rows, stops), backdrop!.value > 20 ? 0.05 : step)
    },
  )
})
