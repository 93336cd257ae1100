import { isPossible } from '../../changes/apply'
import { isFree } from '../../changes/constraints'
import { gridded } from '../../physics/sources/gridded'
import type { Light, StudioSet } from '../../model/schema'
import { family, type Family } from './family'
import { LIGHT_FAMILIES_LONG, IN_THE_MIDDLE_M } from '../thresholds'

const isOnBackdrop = (light: Light): boolean => light.job === 'backdrop' && light.aim.at === 'place'

/** Depth, height and aim of the backdrop lights, all alike, so that an even pair stays even. */
const backdropFamilies = (set: StudioSet, fixedIds: readonly string[]): Family[] => {
  const lights = set.lights.filter(light => isOnBackdrop(light) && isFree(set, light.id, fixedIds))
  if (lights.length === 0) return []
  const ids = lights.map(light => light.id)
  const scrims = family('half-scrim', [[90], [-90]], turnDeg => ({
    kind: 'half-scrim',
    ids,
    turnDeg,
    isMirrored: true,
  }))
  const shifts = (id: Family['id'], along: 'depth' | 'aside' | 'height', ways: readonly (readonly number[])[]) =>
    family(id, ways, byM => ({ kind: 'shift', ids, along, byM }))
  return [
    shifts('backdrop-depth', 'depth', [
      [0.4, 0.8, 1.3, 2],
      [-0.3, -0.6, -1],
    ]),
    shifts('backdrop-aside', 'aside', [
      [0.3, 0.6, 1],
      [-0.3, -0.6],
    ]),
    shifts('backdrop-height', 'height', [
      [0.4, 0.9],
      [-0.4, -0.9],
    ]),
    family(
      'backdrop-aim',
      [
        [0.4, 0.7],
        [0, -0.4],
      ],
      share => ({ kind: 'aim-across', ids, share }),
    ),
    family(
      'backdrop-aim-height',
      [
        [0.35, 0.7],
        [-0.35, -0.7],
      ],
      byM => ({ kind: 'aim-height', ids, byM }),
    ),
    ...(lights.every(light => light.modifier.halfScrim === null) ? [scrims] : []),
  ]
}

const isLong = ({ modifier: { front } }: Light): boolean =>
  front.shape === 'rectangle' &&
  Math.max(front.widthM, front.heightM) > LIGHT_FAMILIES_LONG * Math.min(front.widthM, front.heightM)

/** Long fronts rolled by a quarter: a strip that stood lies, one that lay stands. */
const rollFamilies = (set: StudioSet, fixedIds: readonly string[]): Family[] => {
  const idsOf = (isMeant: (light: Light) => boolean) =>
    set.lights.filter(light => isMeant(light) && isLong(light) && isFree(set, light.id, fixedIds)).map(({ id }) => id)
  const [keys, backdropLights] = [idsOf(({ job }) => job === 'key'), idsOf(isOnBackdrop)]
  return [
    ...(keys.length > 0 ? [family('key-roll', [[keys]], ids => ({ kind: 'roll', ids }))] : []),
    ...(backdropLights.length > 0 ? [family('backdrop-roll', [[backdropLights]], ids => ({ kind: 'roll', ids }))] : []),
  ]
}

/** Distance, feather and grid of the key. */
const keyFamilies = (set: StudioSet, fixedIds: readonly string[]): Family[] => {
  const key = set.lights.find(light => light.job === 'key')
  // What is grouped moves as one, and not by itself.
  if (!key || !isFree(set, key.id, fixedIds) || set.groups.some(group => group.includes(key.id))) return []
  const { id } = key
  const distances = [
    [0.85, 0.7, 0.55, 0.42],
    [1.2, 1.45, 1.8],
  ]
  const turns = [
    [12, 24, 36],
    [-12, -24, -36],
  ]
  return [
    family('key-distance', distances, factor => ({ kind: 'distance-by', id, factor })),
    family('key-feather', turns, byDeg => ({ kind: 'swing', id, byDeg })),
    ...(gridded(key.modifier) ? [family('key-grid', [[id]], of => ({ kind: 'grid', id: of }))] : []),
  ]
}

/** A backdrop light more: the mirror image of a single one. */
const twinFamily = (set: StudioSet): Family[] => {
  const [first, ...others] = set.lights.filter(isOnBackdrop)
  if (!first || others.length > 0 || Math.abs(first.place.xM - set.backdrop.centreXM) <= IN_THE_MIDDLE_M) return []
  const twin = { kind: 'add-twin', id: first.id } as const
  return isPossible(set, twin) ? [family('backdrop-twin', [[twin]], change => change)] : []
}

/** Everything that can be done to lights beside turning their powers; locked and fixed ones are left alone. */
export const lightFamilies = (set: StudioSet, fixedIds: readonly string[]): Family[] => [
  ...backdropFamilies(set, fixedIds),
  ...keyFamilies(set, fixedIds),
  ...rollFamilies(set, fixedIds),
  ...twinFamily(set),
]
