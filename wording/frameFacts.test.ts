import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { frameFacts } from './frameFacts'
import type { FrameReading } from '#core/testFrames/reading/readFrame'
import { castOf } from '#core/testFrames/reading/regionTone'

const set = demoSet()
const look = set.looks[0]!
const tone = {
  share: 0.6,
  value: 231,
  lightness: 91.5,
  lab: [91.5, 0.4, 1] as const,
  highest: 240,
  lowest: 219,
  clipped: 0,
  anyClipped: 0,
  crushed: 0,
}
const stretch = { x: 0.3, y: 0.4, insideValue: 228, outsideValue: 231, stops: -0.04, apart: 1.2 }

const reading = (changes: Partial<FrameReading>): FrameReading => ({
  parts: { backdrop: tone, subject: { ...tone, value: 150, lightness: 62 }, floor: undefined },
  places: {},
  isOwnFraming: true,
  confidence: { isSure: true, borders: 1, rough: 0, spanStops: 0, closed: 0 },
  falloff: { kind: 'none', cornerStops: 0 },
  grid: { columns: 1, rows: 1, values: [0], lightness: [0] },
  unevenness: { columns: 1, rows: 1, stops: [0], spreadStops: 0.2, acrossStops: 0, downStops: 0 },
  clipping: { share: 0, pastStops: null, by: 'rise' },
  by: 'picture',
  sensor: undefined,
  shadow: undefined,
  outline: undefined,
  highlight: undefined,
  key: undefined,
  edges: undefined,
  flaws: [],
  histogram: new Float64Array(256),
  black: 12,
  light: {
    width: 1,
    height: 1,
    light: new Float32Array(1),
    value: new Float32Array(1),
    isInRange: new Uint8Array(1),
    veil: 0,
  },
  ...changes,
})
const factsOf = (changes: Partial<FrameReading>, haze?: Parameters<typeof frameFacts>[3]) =>
  Object.fromEntries(frameFacts(set, look, reading(changes), haze).map(fact => [fact.id, fact]))

describe('facts of a frame', () => {
  it('say which end of the sensor the values of a raw file rest on', () => {
    const { sensor } = factsOf({ sensor: { clipped: 0, headroomStops: [1, 1.2, 1.4] } })
    expect(set.camera.sensorHeadroomStops).toBe(0.5)
    expect(sensor!.words).toContain('rest on a sensor that ends +0.5 over white')
  })

  it('are figures with what they mean; nothing is marked where nothing is wrong', () => {
    const facts = factsOf({})
    expect(facts.backdrop).toMatchObject({ figure: '231', words: 'mean, L* 92; 219 to 240' })
    expect(facts.even).toMatchObject({ figure: '0.2 stop', words: 'no direction; 0.5 is even enough' })
    expect(facts.shadow).toMatchObject({ figure: 'none', words: 'found on the backdrop' })
    expect(facts.floor).toBeUndefined()
    expect(Object.values(facts).filter(({ isDoubtful }) => isDoubtful)).toEqual([])
  })

  it('say how far past white a clipped part likely is, or that it cannot be told', () => {
    expect(factsOf({ clipping: { share: 0.3, pastStops: 0.4, by: 'rise' } }).clip).toMatchObject({
      figure: '30 %',
      words: 'of the backdrop, likely +0.4 past white',
      isDoubtful: true,
    })
    expect(factsOf({ clipping: { share: 0.3, pastStops: 0.01, by: 'rise' } }).clip!.words).toContain(
      'barely past white',
    )
    expect(factsOf({ clipping: { share: 0.9, pastStops: null, by: 'rise' } }).clip!.words).toContain('cannot be told')
    expect(factsOf({ clipping: { share: 0.001, pastStops: 0, by: 'rise' } }).clip!.figure).toBe('under 1 %')
  })

  it('name side and depth of a gradient and of a shadow', () => {
    expect(
      factsOf({ unevenness: { columns: 1, rows: 1, stops: [0], spreadStops: 0.9, acrossStops: -0.6, downStops: 0.24 } })
        .even,
    ).toMatchObject({
      words: 'brighter by 0.6 toward the left and 0.2 toward the bottom; 0.5 is even enough',
      isDoubtful: true,
    })
    expect(factsOf({ shadow: { side: 'right', stops: 0.7, x: 0.8, y: 0.5, share: 0.03 } }).shadow).toMatchObject({
      figure: '0.7 stop',
      words: 'to the right of the subject',
      isDoubtful: true,
    })
    expect(factsOf({ shadow: { side: 'below', stops: 0.1, x: 0.5, y: 0.9, share: 0.03 } }).shadow).toMatchObject({
      words: 'below the subject',
      isDoubtful: false,
    })
  })

  it('mark an outline that melts, haze, clipped highlights, creases and a cast', () => {
    const facts = factsOf(
      {
        outline: { weakest: stretch, weakestPlaces: [], left: stretch, right: stretch },
        highlight: { value: 254, x: 0.7, y: 0.2, clipped: 0.03 },
        flaws: [{ kind: 'crease', x: 0.1, y: 0.9, stops: -0.12 }],
        parts: { backdrop: { ...tone, lab: [60, 2, 18] }, subject: undefined, floor: undefined },
      },
      { black: 24, without: 10, lifted: 14, since: {} as never },
    )
    expect(facts.outline).toMatchObject({
      figure: '3 values',
      words: 'at its weakest, middle left: 228 against 231, 0 stop',
      isDoubtful: true,
    })
    expect(facts.highlight).toMatchObject({ words: 'on the subject, upper right; 3 % clips', isDoubtful: true })
    expect(facts.haze).toMatchObject({
      figure: '+14',
      words: 'blacks at 24, 10 with the backdrop lights off',
      isDoubtful: true,
    })
    expect(facts.flaws).toMatchObject({ figure: '1', words: 'the worst \u22120.1 stop, lower left' })
    expect(facts.cast).toMatchObject({ figure: '18 yellow', isDoubtful: true })
  })
})

describe('a cast', () => {
  // Hue angles of sRGB's corners in CIELAB, from an independent colour library: red 40, yellow 103, green 136, cyan
  // 196, blue 306, magenta 328.
  it.each([
    [53, 80, 67, 'red'],
    [97, -22, 94, 'yellow'],
    [88, -86, 83, 'green'],
    [91, -48, -14, 'cyan'],
    [32, 79, -108, 'blue'],
    [60, 98, -61, 'magenta'],
    [50, 20, -50, 'blue'],
    [60, 20, 40, 'orange'],
    [60, 0.5, 0.5, null],
  ] as const)('of L* %i, a* %d, b* %d is %s', (lightness, a, b, hue) => {
    expect(castOf([lightness, a, b]).hue).toBe(hue)
  })
})
