import { describe, expect, it } from 'vitest'
import * as v from 'valibot'
import { demoSet } from '#core/edits/demo'
import { AreaTargetSchema, TargetSchema } from '#core/model/targetSchema'
import { AREA_KINDS, areaFigures, areaOfKind, figureOf, TARGET_KINDS, targetOfKind } from './targetChoices'

describe('choices of what is wanted', () => {
  it('begin as targets that a set can hold, with figures that can be typed', () => {
    for (const { value: kind } of TARGET_KINDS) {
      const target = targetOfKind(kind, { stops: -20, value: 31.4 }, 'wished')
      expect(v.is(TargetSchema, target), kind).toBe(true)
      const figure = figureOf(target)
      if (figure) expect(v.is(TargetSchema, { ...target, [figure.of]: figure.shown.most })).toBe(true)
    }
    for (const { value: kind } of AREA_KINDS) {
      const area = areaOfKind(kind, demoSet())
      expect(v.is(AreaTargetSchema, area), kind).toBe(true)
      for (const { of, shown } of areaFigures(area))
        for (const end of [shown.least, shown.most])
          expect(v.is(AreaTargetSchema, { ...area, [of]: end }), `${kind} ${of}`).toBe(true)
    }
  })
})
