import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { changeSettings } from '../edits/edits'
import { placeThing, thingOf } from '../edits/things'
import { frameIntrusions } from '../render/frameIntrusions'
import { genericKit } from '../kit/genericKit'
import { solveLook } from '../solve/lookPowers'
import { STARTING_POINTS, startFrom } from '../starting/startFrom'
import { solvedSet } from '#support/solvedSet'
import type { StudioSet } from '../model/schema'
import { findingsOf } from './findings'
import { concernsOf } from './finding'

const found = async (set: StudioSet) => {
  const { solved, evaluation } = await solvedSet(set)
  return findingsOf({
    ...evaluation,
    answer: solveLook(evaluation),
    intrusions: frameIntrusions(set, solved.stage),
  })
}

describe('what findings speak of', () => {
  it.each([
    [
      'a lamp in the frame',
      placeThing(demoSet(), 'backdrop-left', { xM: -0.55, yM: 1.4, zM: 1.5 }),
      'in-frame',
      'backdrop-left',
    ],
    ['a lamp high over the sitter', placeThing(demoSet(), 'key', { xM: 0, yM: 3.7, zM: 2.9 }), 'caution/boom', 'key'],
  ])('is the thing itself: %s', async (_name, set, start, id) => {
    const findings = await found(set)
    const finding = findings.find(one => one.id.startsWith(start))
    expect(finding && concernsOf(finding)).toContain(id)
  })

  it('is the lights of both sides where one is hotter', async () => {
    const uneven = changeSettings(demoSet(), 'white', { 'backdrop-left': { on: true, powerStops: -0.5 } })
    const findings = await found(uneven)
    const hot = findings.find(({ id }) => id === 'hot-side')
    expect(hot && [...concernsOf(hot)].toSorted()).toEqual(['backdrop-left', 'backdrop-right'])
  })

  it.each(STARTING_POINTS.slice(0, 6).map(point => [point.id, point] as const))(
    'is there in the set, or is a place that is read: %s',
    async (_id, point) => {
      const { set } = startFrom(demoSet(), point, genericKit())
      const findings = await found(set)
      for (const finding of findings)
        for (const id of concernsOf(finding))
          expect(thingOf(set, id) !== undefined || id.includes('/'), `${finding.id} speaks of ${id}`).toBe(true)
    },
  )
})
