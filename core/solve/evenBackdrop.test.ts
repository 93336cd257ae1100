import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { demoSet } from '../edits/demo'
import { changeGrid, changeSettings, featherLight } from '../edits/edits'
import { lightingSolver } from '../evaluation/lightingSolver'
import type { StudioSet } from '../model/schema'
import { gridPoints } from '../evaluation/probes/gridPoints'
import { readPoint } from '../evaluation/readout'
import { applyChange } from '../changes/apply'
import { evenOut } from './evenBackdrop'

const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const grid = { over: 'backdrop' as const, places: 'nine' as const, free: [] }
const laid = (set: StudioSet) => changeGrid(set, 'white', grid)
const asked = (set: StudioSet) => ({ set, look: set.looks[0]!, camera, learned: NOTHING_LEARNED })
const even = (set: StudioSet) => evenOut(asked(set))

/** Spread over the grid, solved whole, housings and all. */
const spreadOf = async (set: StudioSet) => {
  const points = gridPoints(set, grid)
  const { layers } = (await lightingSolver(undefined, () => points)(set))!
  const stops = points.map(
    point => readPoint(set, point, set.looks[0]!.lights, camera, { layers, learned: NOTHING_LEARNED }).stops,
  )
  return Math.max(...stops) - Math.min(...stops)
}

describe('what evens a backdrop', () => {
  const swung = laid(featherLight(demoSet(), 'backdrop-left', { featherPanDeg: -14 }))

  it('promises what a whole solve of the move gives', async () => {
    const answer = (await even(swung))!
    expectWithin(answer.spreadStops, await spreadOf(swung), 1e-6)
    expect(answer.moves.length).toBeGreaterThan(0)
    for (const { spreadStops, change } of [...answer.moves, ...answer.arrangements])
      expectWithin(spreadStops, await spreadOf(applyChange(swung, change)), 0.06)
    const [best] = answer.moves
    expect(best!.spreadStops).toBeLessThan(answer.spreadStops - 0.05)
    expect(answer.moves.map(({ spreadStops }) => spreadStops)).toEqual(
      answer.moves.map(({ spreadStops }) => spreadStops).toSorted((a, b) => a - b),
    )
    expect(answer.arrangements.map(({ change }) => 'how' in change && change.how).toSorted()).toEqual([
      'crossed',
      'from-above',
      'straight',
    ])
  })

  it('evens one lamp that was turned up by turning it back', async () => {
    const up = laid(
      changeSettings(demoSet(), 'white', {
        'backdrop-left': { on: true, powerStops: -1 },
        'backdrop-right': { on: false, powerStops: -2 },
      }),
    )
    const answer = (await even(up))!
    expect(answer.arrangements.length).toBe(3)
    expect(answer.moves.every(({ lightId }) => lightId !== 'key')).toBe(true)
  })

  it('goes by what was read: a dark side that the plan does not know of is evened too', async () => {
    const set = laid(demoSet())
    const plain = (await even(set))!
    // The left third is read half a stop darker than the rest.
    const read = Object.fromEntries(gridPoints(set, grid).map(({ id }, index) => [id, index % 3 === 0 ? -0.5 : 0]))
    const answer = (await evenOut(asked(set), { read }))!
    expectWithin(answer.spreadStops, 0.5, 1e-9)
    expect(answer.spreadStops).toBeGreaterThan(plain.spreadStops + 0.15)
    expect(answer.moves[0]!.spreadStops).toBeLessThan(0.45)
    expect(answer.moves[0]!.lightId).toMatch(/^backdrop-(left|right)$/)
  })

  it('has nothing to say without a grid, and stops when told to', async () => {
    expect(await even(demoSet())).toBeUndefined()
    expect(await evenOut(asked(swung), { pause: () => Promise.resolve(true) })).toBeUndefined()
  })
})
