import { describe, expect, it } from 'vitest'
import { converter } from 'culori'
import sharp from 'sharp'
import { rawOf, type MadeRaw } from '#support/dngFile'
import { idleJob, openRaw } from '#support/rawLibrary'
import { expectWithin } from '#support/tolerance'
import { SRGB_RESPONSE } from '#core/camera/response'
import { demoSet } from '#core/edits/demo'
import type { StudioSet } from '#core/model/schema'
import { readTags } from '#core/imaging/files/readTags'
import { imagingApi } from './imagingApi'
import { pictureRefusedWords } from '#wording/refusals/pictures'

const lab65 = converter('lab65')
const [WIDTH, HEIGHT] = [240, 160]
const CAMERA: Omit<MadeRaw, 'width' | 'height' | 'numbers'> = {
  kind: 'mosaic',
  black: 512,
  white: 15_871,
  neutral: [0.5, 1, 0.65],
  exposure: { fNumber: 11, shutterS: 0.008, iso: 100 },
}
/** A grey wall that grows lighter to the right, by stops under the sensor's end, with a dark block before it. */
const wall = (leftStops: number, rightStops: number, tint: readonly number[] = [1, 1, 1]) => ({
  width: WIDTH,
  height: HEIGHT,
  light: Float64Array.from({ length: WIDTH * HEIGHT * 3 }, (_, at) => {
    const [x, y] = [Math.floor(at / 3) % WIDTH, Math.floor(at / 3 / WIDTH)]
    const isBlock = x > 80 && x < 160 && y > 60
    const stops = leftStops + ((rightStops - leftStops) * x) / WIDTH
    return (isBlock ? 0.01 : 2 ** -stops) * tint[at % 3]!
  }),
})
const setWith = (camera: Partial<StudioSet['camera']> = {}): StudioSet => ({
  ...demoSet(),
  camera: { ...demoSet().camera, veilingGlare: 0, ...camera },
})
const read = async (bytes: Uint8Array<ArrayBuffer>, set = setWith()) => {
  const outcome = await imagingApi(openRaw).read(idleJob, 'raw', set, bytes, [])
  if (!outcome.ok) throw new Error(outcome.message.is)
  return outcome.value
}

describe('a raw file', () => {
  it.each([
    ['mosaic', 0],
    ['mosaic', 512],
    ['linear', 0],
    ['linear', 512],
    ['linear', 3000],
  ] as const)('of a %s with its black at %i is read as the light that its sensor received', async (kind, black) => {
    const view = await read(rawOf(wall(3, 1.5), { ...CAMERA, kind, black }), setWith({ sensorHeadroomStops: 0 }))
    expect(view.reading.by).toBe('sensor')
    expect(view.file).toMatchObject({ kind: 'raw', profile: 'sensor', assumed: undefined })
    expect(view.tags.exposure).toMatchObject({ shutterS: 0.008, iso: 100 })
    expectWithin(view.tags.exposure!.fNumber!, 2 ** 3.5, 1e-9)
    const { width, height, light } = view.reading.light
    for (const share of [0.1, 0.3, 0.7, 0.9]) {
      const x = Math.floor(share * width)
      const stops = -Math.log2(light[Math.floor(0.2 * height) * width + x]!)
      expectWithin(stops, 3 - (1.5 * (x + 0.5)) / width, 0.02)
    }
  })

  it('says how far past white a backdrop is where the picture itself is white, within 0.05 stop', async () => {
    // The end of this sensor lies 1.5 stops over white; the wall comes within 0.3 of it.
    const set = setWith({ sensorHeadroomStops: 1.5 })
    const { reading } = await read(rawOf(wall(0.7, 0.3), CAMERA), set)
    expect(reading.clipping).toMatchObject({ by: 'sensor' })
    expect(reading.clipping.share).toBeGreaterThan(0.99)
    // Its lightest twentieth begins 0.38 * 0.95 + ... along the wall: white is the light of value 254.5.
    const white = Math.log2(SRGB_RESPONSE.linearFromValue(254.5))
    const lightest = 1.5 - (0.7 - 0.4 * 0.95) - white
    expectWithin(reading.clipping.pastStops!, lightest, 0.05)
    const { headroomStops, clipped } = reading.sensor!
    expect(clipped).toBe(0)
    // Green is nearest to the end; red and blue are as far from it as the sensor's neutral says.
    for (const [channel, neutral] of [0.5, 1, 0.65].entries())
      expectWithin(headroomStops[channel]!, 0.3 - Math.log2(neutral), 0.02)
  })

  it('says "at least" where the sensor itself is at its end', async () => {
    const { reading } = await read(rawOf(wall(0.5, -0.5), CAMERA), setWith({ sensorHeadroomStops: 1 }))
    expect(reading.clipping.by).toBe('sensor-end')
    expectWithin(reading.sensor!.clipped, 0.5, 0.05)
    expect(reading.sensor!.headroomStops[1]).toBe(0)
  })

  it('keeps the colour of light, whatever the sensor makes of it', async () => {
    const { parts } = (await read(rawOf(wall(2, 2, [1, 0.7, 0.5]), CAMERA), setWith({ sensorHeadroomStops: 0 })))
      .reading
    const { parts: neutral } = (await read(rawOf(wall(2, 2), CAMERA), setWith({ sensorHeadroomStops: 0 }))).reading
    expectWithin(Math.hypot(neutral.backdrop!.lab[1], neutral.backdrop!.lab[2]), 0, 0.5)
    // By a general-purpose library for colours.
    const { a, b } = lab65({ mode: 'lrgb', r: 0.25, g: 0.25 * 0.7, b: 0.25 * 0.5 })!
    expectWithin(parts.backdrop!.lab[1], a, 0.3)
    expectWithin(parts.backdrop!.lab[2], b, 0.3)
  })

  it('and a picture of the same shot tell the whole response, and where the end lies', async () => {
    // This camera renders by a power of 1/2.0 and puts white 1.2 stops under the end.
    const value = (light: number) => 255 * Math.min(1, light) ** (1 / 2)
    const scene = wall(5, -0.3)
    const raw = rawOf(scene, CAMERA)
    const pixels = Uint8Array.from(scene.light, light => Math.round(value(light * 2 ** 1.2)))
    const png = await sharp(pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
      .tiff()
      .toBuffer()
    const set = setWith({ sensorHeadroomStops: 1.2 })
    const outcome = await imagingApi(openRaw).pair(idleJob, set, raw, new Uint8Array(png))
    if (!outcome.ok) throw new Error(outcome.message.is)
    expect(outcome.value.length).toBeGreaterThan(12)
    for (const step of outcome.value) expectWithin(step.value, value(0.18 * 2 ** step.stops), 4)
    expect(outcome.value.at(-1)!.value).toBeGreaterThan(254)
  })

  it('of another shape than the picture beside it teaches nothing', async () => {
    const png = await sharp({ create: { width: 200, height: 200, channels: 3, background: '#888' } })
      .tiff()
      .toBuffer()
    const outcome = await imagingApi(openRaw).pair(idleJob, setWith(), rawOf(wall(3, 1), CAMERA), new Uint8Array(png))
    expect(outcome).toEqual({ ok: false, message: { is: 'not-one-shot' } })
  })

  it('lies as its tag says, and is refused whole where it is cut off', async () => {
    const turned = await read(rawOf(wall(3, 1), { ...CAMERA, orientation: 6 }))
    expect(turned.width).toBeLessThan(turned.height)
    const whole = rawOf(wall(3, 1), CAMERA)
    const cut = await imagingApi(openRaw).read(idleJob, 'cut', setWith(), whole.slice(0, whole.length / 3), [])
    expect(cut.ok ? '' : pictureRefusedWords(cut.message)).toMatch(/Nothing was changed/)
    expect(readTags(whole).exposure).toMatchObject({ iso: 100 })
  })
})
