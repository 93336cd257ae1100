import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { genericKit } from '#core/kit/genericKit'
import { KitSchema, type KitKind } from '#core/kit/kitSchema'
import { expectWithin } from '#support/tolerance'
import { KIT_FIELDS, KIT_KINDS, type KitField } from './kitFields'

describe('the fields of the kit', () => {
  it('cover every kind', () =>
    expect(KIT_KINDS.map(({ kind }) => kind).toSorted()).toEqual(Object.keys(genericKit()).toSorted()))

  it.each(KIT_KINDS.map(({ kind }) => kind))(
    '%s: give back what was typed, and leave a kit that can be saved',
    (kind: KitKind) => {
      const kit = genericKit()
      for (const item of kit[kind]) {
        for (const field of KIT_FIELDS[kind] as readonly KitField<unknown>[]) {
          const before = field.read(item.what)
          // A front that is not high has no height to type; what is unknown reads 0.
          if (before === 0 && field.label === 'Front height') continue
          const wanted = Math.min(field.most, Math.max(field.least, before === 0 ? 0.4 * field.most : before * 1.1))
          const what = field.write(item.what, wanted)
          const isRatio = field.label === 'Reflectance'
          expectWithin(field.read(what), wanted, isRatio ? 0.02 * wanted : 1e-9)
          const changed = { ...kit, [kind]: kit[kind].map(other => (other.id === item.id ? { ...item, what } : other)) }
          expect([field.label, v.safeParse(KitSchema, changed).success]).toEqual([field.label, true])
        }
      }
    },
  )
})
