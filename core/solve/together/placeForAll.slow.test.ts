import { describe, expect, it } from 'vitest'
import { jointQuestion } from '#support/askedSets'
import { NOTHING_LEARNED } from '../../calibration/calibration'
import { calibratedLighting } from '../../evaluation/calibratedLighting'
import { evaluate } from '../../evaluation/evaluation'
import { lightingSolver } from '../../evaluation/lightingSolver'
import { almanacAsked } from '../../looks/almanac'
import { inLook } from '../../looks/inLook'
import { looksPlacedOtherwise } from '../../looks/onePlacement'
import type { StudioSet } from '../../model/schema'
import { validationErrors } from '../../validation/validation'
import { placeForAll } from './placeForAll'

const asked = (set: StudioSet) => ({
  set,
  learned: Object.fromEntries(set.looks.map(({ id }) => [id, NOTHING_LEARNED])),
  fixedIds: [],
  mayChangeCamera: true,
})

/** Looks of a set that are on target, each solved by itself as the stage does. */
const servedIn = async (set: StudioSet) => {
  const solve = lightingSolver()
  const served: string[] = []
  for (const { id } of set.looks) {
    const shown = inLook(set, id)
    const look = shown.looks.find(look => look.id === id)!
    const { layers } = (await solve(shown))!
    if (evaluate(shown, look, calibratedLighting(shown, layers, NOTHING_LEARNED)).isReached) served.push(id)
  }
  return served
}

describe('one placement for all looks', () => {
  it("serves the almanac's five looks, as each of them finds for itself; without, its black is not black", async () => {
    const set = almanacAsked()
    const shares: number[] = []
    const found = (await placeForAll(asked(set), { report: (_, share) => shares.push(share) }))!
    expect(shares).toEqual(shares.toSorted((a, b) => a - b))
    const best = found.front.toSorted((a, b) => a.missStops - b.missStops)[0]!
    expect(best).toMatchObject({ served: 5, missStops: 0 })
    expect(best.moves.every(({ lookId }) => !lookId)).toBe(true)
    expect(looksPlacedOtherwise(best.set)).toEqual([])
    expect(validationErrors(best.set)).toEqual([])
    expect(await servedIn(best.set)).toHaveLength(5)
    const withoutMoves = (await placeForAll(asked(set), { most: 1 }))!
    expect(Math.max(...withoutMoves.front.map(({ served }) => served))).toBe(4)
    const missed = withoutMoves.front[0]!.looks.find(({ isReached }) => !isReached)!
    expect(missed.limit).toMatchObject({ kind: 'too-bright', of: 'spill' })
  })

  it('lets looks have things moved for themselves only where that is allowed, and the same each time', async () => {
    const set = jointQuestion(2)
    const shared = (await placeForAll(asked(set), { mostMoved: 0, most: 60 }))!
    expect(shared.front.flatMap(({ moves }) => moves).every(({ lookId }) => lookId === undefined)).toBe(true)
    const own = (await placeForAll(asked(set), { mostMoved: 1, most: 120 }))!
    for (const { moves, looks } of own.front)
      for (const { lookId } of looks) expect(moves.filter(move => move.lookId === lookId).length).toBeLessThanOrEqual(1)
    const least = (front: typeof own.front) => Math.min(...front.map(({ missStops }) => missStops))
    expect(least(own.front)).toBeLessThanOrEqual(least(shared.front) + 0.02)
    const again = (await placeForAll(asked(set), { mostMoved: 0, most: 60 }))!
    expect(again.front.map(({ moves }) => moves)).toEqual(shared.front.map(({ moves }) => moves))
  })

  it('stops when it is called off', async () => {
    let questions = 0
    expect(await placeForAll(asked(almanacAsked()), { pause: () => Promise.resolve(++questions > 5) })).toBeUndefined()
  })
})
