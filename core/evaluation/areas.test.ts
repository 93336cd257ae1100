import { describe, expect, it } from 'vitest'
import { solvedSet } from '#support/solvedSet'
import { expectWithin } from '#support/tolerance'
import { demoSet } from '../edits/demo'
import { changeAreas, changeTargets } from '../edits/edits'
import { NOTHING_LEARNED } from '../calibration/calibration'
import type { AreaTarget, StudioSet } from '../model/schema'
import { solveLook } from '../solve/lookPowers'
import { verdictOf } from '../solve/verdict'
import { weightsOf } from '../calibration/weights'
import { lightAt } from '../physics/transport/exposureAt'
import { luminance, multiplyRgb, type Rgb } from '../physics/units/rgb'
import { areaId, areaPoints, poolMiddleId, ringId, visibleBackdrop } from './probes/areaPoints'
import { AREA_COLUMNS, AREA_ROWS, POOL_RING } from './thresholds'
import { areaReadoutWords } from '#wording/areas'
import { saidVerdict } from '#wording/verdict'

const wanting = (areas: AreaTarget[], set = demoSet()): StudioSet => changeAreas(set, 'white', areas)

/** A set with its areas read, and any point of it. */
const readOf = async (set: StudioSet) => {
  const read = await solvedSet(set)
  return {
    ...read,
    stopsAt: (id: string) => read.at(id).stops,
    area: (kind: AreaTarget['kind']) => read.areas.find(readout => readout.area.kind === kind)!,
  }
}

const grid = Array.from({ length: AREA_ROWS }, (_, row) =>
  Array.from({ length: AREA_COLUMNS }, (_, column) => areaId(row, column)),
)
const mean = (stops: number[]) => Math.log2(stops.reduce((sum, one) => sum + 2 ** one, 0) / stops.length)

describe('the points of areas', () => {
  it('lie on what the frame shows of the backdrop, and are there only where something is wanted of one', () => {
    expect(areaPoints(demoSet())).toEqual([])
    const set = wanting([{ kind: 'even', withinStops: 0.3 }])
    const { leftM, rightM, bottomM, topM } = visibleBackdrop(set)
    const { backdrop } = set
    expect(leftM).toBeGreaterThanOrEqual(backdrop.centreXM - backdrop.widthM / 2)
    expect(rightM).toBeLessThanOrEqual(backdrop.centreXM + backdrop.widthM / 2)
    const points = areaPoints(set)
    expect(points).toHaveLength(AREA_ROWS * AREA_COLUMNS)
    for (const {
      position: [x, y, z],
    } of points) {
      expect(x > leftM && x < rightM && z > bottomM && z < topM).toBe(true)
      expectWithin(y, 0.02, 1e-9)
    }
    // Left to right and top to bottom.
    expect(points[0]!.position[0]).toBeLessThan(points[1]!.position[0])
    expect(points[0]!.position[2]).toBeGreaterThan(points[AREA_COLUMNS]!.position[2])
  })

  it('of a pool stay on the drop however large it is', () => {
    const set = wanting([{ kind: 'pool', xM: 0, heightM: 1.5, radiusM: 4, depthStops: 1 }])
    for (const {
      position: [x, , z],
    } of areaPoints(set)) {
      expect(Math.abs(x)).toBeLessThan(set.backdrop.widthM / 2)
      expect(z > 0 && z < set.backdrop.heightM).toBe(true)
    }
  })
})

describe('areas', () => {
  it('read what their points read', async () => {
    const { area, stopsAt, lighting, look, camera } = await readOf(
      wanting([
        { kind: 'even', withinStops: 0.1 },
        { kind: 'pool', xM: 0, heightM: 1.6, radiusM: 0.9, depthStops: 0.5 },
        { kind: 'ramp', toward: 'right', stops: 1 },
        { kind: 'wrap', mostStops: -2 },
        { kind: 'apart', leastStops: 0.4 },
        { kind: 'colour', hueDeg: 40, depth: 0.5 },
      ]),
    )
    const all = grid.flat().map(stopsAt)
    const spread = Math.max(...all) - Math.min(...all)
    expectWithin(area('even').measured, spread, 1e-9)
    expectWithin(area('even').missStops, spread - 0.1, 1e-9)
    expectWithin(
      area('pool').measured,
      stopsAt(poolMiddleId('white')) -
        mean(Array.from({ length: POOL_RING }, (_, index) => stopsAt(ringId('white', index)))),
      1e-9,
    )
    const side = (column: number) => mean(grid.map(row => stopsAt(row.at(column)!)))
    expectWithin(area('ramp').measured, side(-1) - side(0), 1e-9)
    // From edge to edge one stop is wanted; the outermost points lie four fifths of that apart.
    expectWithin(area('ramp').missStops, side(-1) - side(0) - 0.8, 1e-9)
    const set = demoSet()
    // Channel by channel, since neither cloth nor paper sends all of them back alike.
    const sent = (id: string, reflectance: Rgb) =>
      Math.log2(
        luminance(
          multiplyRgb(reflectance, lightAt(lighting.layers, id, weightsOf(set, look.lights, camera, NOTHING_LEARNED))),
        ),
      )
    const apart = Math.min(
      ...['left', 'right'].map(name =>
        Math.abs(
          sent('backdrop/middle', set.backdrop.reflectance) - sent(`sense/edge-${name}`, set.subjects[0]!.clothing),
        ),
      ),
    )
    expectWithin(Math.abs(area('apart').measured), apart, 1e-9)
    // White paper under white light has next to no colour: what wood and skin send on.
    expect(area('colour').measured).toBeLessThan(0.05)
    expectWithin(area('colour').missStops, 3 * (area('colour').measured - 0.5), 1e-9)
  })

  it('count the backdrop lights alone in wrap: without them there is none', async () => {
    const set = wanting([{ kind: 'wrap', mostStops: -6 }])
    const lit = await readOf(set)
    expect(lit.area('wrap').missStops).toBeGreaterThan(1)
    const look = set.looks[0]!
    const dark = {
      ...look.lights,
      'backdrop-left': { on: false, powerStops: -2 },
      'backdrop-right': { on: false, powerStops: -2 },
    }
    expect(lit.evaluation.under(dark).areas[0]!.missStops).toBe(0)
  })

  it('see a gelled backdrop in its hue, the deeper the less white falls on it', async () => {
    const demo = demoSet()
    const amber = { name: 'Amber', transmittance: [0.9, 0.45, 0.05] as const }
    const gelled = {
      ...demo,
      lights: demo.lights.map(light => (light.job === 'backdrop' ? { ...light, gel: amber } : light)),
    }
    const set = wanting([{ kind: 'colour', hueDeg: 28, depth: 0.9 }], gelled)
    const { look, evaluation, area } = await readOf(set)
    const [withoutKey] = evaluation.under({ ...look.lights, key: { on: false, powerStops: -2 } }).areas
    expect(withoutKey!.measured).toBeGreaterThan(area('colour').measured + 0.05)
    // Alone it comes to the gel's own saturation, but for what the room and the paper colour: 1 - 0.05 / 0.9.
    expectWithin(withoutKey!.measured, 1 - 0.05 / 0.9, 0.05)
  })

  it('are solved for: a ramp that powers can make is made, and the verdict names one that they cannot', async () => {
    const bare = {
      ...demoSet(),
      looks: demoSet().looks.map(look => ({
        ...look,
        targets: {
          'subject/key-side': look.targets['subject/key-side']!,
          'backdrop/middle': { kind: 'value' as const, value: 200 },
        },
      })),
    }
    const set = wanting([{ kind: 'ramp', toward: 'left', stops: 0.6 }], bare)
    const answer = solveLook((await readOf(set)).evaluation)
    expect(answer.isReached).toBe(true)
    expect(answer.settings['backdrop-left']!.powerStops).toBeGreaterThan(
      answer.settings['backdrop-right']!.powerStops + 0.3,
    )
    const impossible = wanting([{ kind: 'ramp', toward: 'top', stops: 4 }], bare)
    const read = await readOf(impossible)
    const settled = read.evaluation.under(solveLook(read.evaluation).settings)
    const verdict = saidVerdict(settled, solveLook(settled))
    expect(verdict.state).toBe('short')
    expect(verdict.headline).toMatch(/power cannot do it/)
  })

  it('that are only wished for, or come as they may, keep nothing from being on target', async () => {
    for (const firmness of ['wished', 'indifferent'] as const) {
      const set = wanting([{ kind: 'even', withinStops: 0.05, firmness }])
      const { evaluation } = await readOf(set)
      const answer = solveLook(evaluation)
      expect(answer.isReached).toBe(true)
      expect(verdictOf(evaluation.under(answer.settings), answer).state).toBe('on-target')
    }
  })

  it('are named with what they are and what was wanted', () => {
    expect(areaReadoutWords({ area: { kind: 'even', withinStops: 0.3 }, measured: 0.64 })).toBe(
      'Backdrop even to 0.6 stop, wanted 0.3',
    )
    expect(areaReadoutWords({ area: { kind: 'wrap', mostStops: -1 }, measured: 0.4 })).toBe(
      'The backdrop lights wrap the subject at −0.6, at most −1.0 is wanted',
    )
  })
})

describe('a target of a point', () => {
  it('that is a ratio to the key follows what is wanted of the key, and one that is indifferent is left out', async () => {
    const set = changeTargets(demoSet(), 'white', {
      'subject/key-side': { kind: 'stops', stops: 0.5 },
      'backdrop/middle': { kind: 'ratio', stops: -1 },
      'backdrop/left': { kind: 'value', value: 3, firmness: 'indifferent' },
      'backdrop/right': { kind: 'stops', stops: -0.5, firmness: 'wished' },
    })
    const { evaluation, readouts } = await solvedSet(set)
    const at = (id: string) => readouts.find(({ point }) => point.id === id)!
    expectWithin(at('backdrop/middle').targetStops!, -0.5, 1e-9)
    expect(at('backdrop/left').targetStops).toBeUndefined()
    expect(at('backdrop/right').isWished).toBe(true)
    expect(solveLook(evaluation).misses.map(({ of }) => of.kind === 'point' && of.point.id)).toEqual([
      'subject/key-side',
      'backdrop/middle',
      'backdrop/right',
    ])
  })
})
