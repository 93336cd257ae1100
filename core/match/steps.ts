import type { Change } from '../changes/change'
import { aimedAt } from '../model/aim'
import { vectorOf } from '../model/bounds'
import { headOf } from '../model/headHeight'
import type { StudioSet } from '../model/schema'
import { add, scale, subtract, type Vector } from '../physics/units/vector'
import type { Aspect } from './deviations'

/** A light to so many times its distance from the head, or from what it lights; it comes from where it came. */
const alongItsWay = (set: StudioSet, id: string, factor: number): Change | undefined => {
  const light = set.lights.find(one => one.id === id)
  if (!light) return undefined
  const subject = set.subjects[0]!
  const head: Vector = headOf(subject)
  const from = light.job === 'backdrop' ? aimedAt(light.aim, set) : head
  const [xM, yM, zM] = add(from, scale(subtract(vectorOf(light.place), from), factor))
  return { kind: 'place', id, place: { xM, yM, zM } }
}

/** A small change, both ways from a first size, and the aspects that it brings nearer. */
export type Step = { of: readonly Aspect[]; at: (set: StudioSet, size: number) => Change | undefined; first: number }

const backdropIds = (set: StudioSet) => set.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id)

/** Small changes that bring aspects nearer, each both ways from its first size down. */
export const stepsFor = (set: StudioSet): Step[] => {
  const ids = backdropIds(set)
  const shifted = (along: 'depth' | 'height' | 'aside', of: readonly string[]): Step => ({
    of: ['gradient', 'spill', 'tone'],
    first: 0.3,
    at: (_, byM) => (of.length > 0 ? { kind: 'shift', ids: of, along, byM } : undefined),
  })
  const sides = ids.map(id => ({ id, side: Math.sign(set.lights.find(light => light.id === id)!.place.xM) || 1 }))
  return [
    {
      of: ['gradient'],
      first: 6,
      at: (_, byDeg) =>
        sides.length > 1
          ? { kind: 'several', changes: sides.map(({ id, side }) => ({ kind: 'swing', id, byDeg: byDeg * side })) }
          : undefined,
    },
    ...ids.map((id): Step => ({ of: ['gradient'], first: 5, at: (_, byDeg) => ({ kind: 'swing', id, byDeg }) })),
    ...ids.map((id): Step => ({ of: ['gradient'], first: 5, at: (_, byDeg) => ({ kind: 'tilt', id, byDeg }) })),
    ...ids.map((id): Step => ({
      of: ['gradient'],
      first: 0.2,
      at: (now, share) => alongItsWay(now, id, 1 + share),
    })),
    shifted('depth', ids),
    shifted('height', ids),
    shifted('aside', ids),
    ...(ids.length > 1 ? ids.flatMap(id => [shifted('aside', [id]), shifted('depth', [id])]) : []),
    { of: ['tone', 'spill', 'ratio', 'gradient'], first: 0.4, at: (_, byM) => ({ kind: 'group-depth', byM }) },
    ...set.lights
      .filter(({ job }) => job === 'fill')
      .map(({ id }): Step => ({
        of: ['ratio'],
        first: 0.3,
        at: (_, byM) => ({ kind: 'shift', ids: [id], along: 'aside', byM }),
      })),
    ...set.lights
      .filter(({ job }) => job === 'key')
      .map(({ id }): Step => ({
        of: ['ratio', 'tone', 'softness', 'gradient'],
        first: 0.12,
        at: (now, share) => alongItsWay(now, id, 1 + share),
      })),
    ...set.lights
      .filter(({ job }) => job === 'edge' || job === 'hair')
      .map(({ id }): Step => ({
        of: ['edge'],
        first: 0.15,
        at: (now, share) => alongItsWay(now, id, 1 + share),
      })),
  ]
}
