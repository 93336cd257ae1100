import { editLight, featherLight, fitModifier } from '../../edits/edits'
import { addLight, FIRST_SETTING, mirrorThings } from '../../edits/factories'
import { lightTape, placeAtDistance } from '../../edits/distances'
import { placeThing } from '../../edits/things'
import type { Light, Place, StudioSet } from '../../model/schema'
import { gridded } from '../../physics/sources/gridded'
import { nameLights } from '../powerChanges'
import { MINUTES } from './effort'
import type { Family, MayMove, Move } from './family'

const lightOf = (set: StudioSet, id: string): Light | undefined => set.lights.find(light => light.id === id)

const isOnBackdrop = (light: Light): boolean => light.job === 'backdrop' && light.aim.at === 'place'

const withEach = (
  set: StudioSet,
  ids: readonly string[],
  edit: (set: StudioSet, light: Light) => StudioSet,
): StudioSet =>
  ids.reduce((changed, id) => {
    const light = lightOf(changed, id)
    return light ? edit(changed, light) : changed
  }, set)

/** A move of each light, led away in steps. */
const led = (
  id: string,
  minutes: number,
  steps: readonly number[],
  apply: (set: StudioSet, step: number) => StudioSet,
  words: (step: number) => Move['words'],
): Move[] => steps.map(step => ({ id: `${id}/${step}`, minutes, apply: set => apply(set, step), words: words(step) }))

const moved = (set: StudioSet, light: Light, change: (place: Place) => Place): StudioSet =>
  placeThing(set, light.id, change(light.place))

/** Depth, height and aim of the backdrop lights, all alike, so that an even pair stays even. */
const backdropLights = (set: StudioSet, mayMove: MayMove): Family[] => {
  const lights = set.lights.filter(light => isOnBackdrop(light) && mayMove(light.id))
  if (lights.length === 0) return []
  const ids = lights.map(light => light.id)
  const names = nameLights(lights, set.lights)
  const depth = (steps: readonly number[]) =>
    led(
      'backdrop-depth',
      MINUTES.place * ids.length,
      steps,
      (before, step) =>
        withEach(before, ids, (current, light) => moved(current, light, place => ({ ...place, yM: place.yM + step }))),
      step => (_before, _after, inLength) =>
        `move ${names} ${inLength(Math.abs(step))} ${step > 0 ? 'away from' : 'nearer'} the backdrop`,
    )
  const height = (steps: readonly number[]) =>
    led(
      'backdrop-height',
      MINUTES.raise * ids.length,
      steps,
      (before, step) =>
        withEach(before, ids, (current, light) => moved(current, light, place => ({ ...place, zM: place.zM + step }))),
      step => (_before, _after, inLength) => `${step > 0 ? 'raise' : 'lower'} ${names} by ${inLength(Math.abs(step))}`,
    )
  const aside = (steps: readonly number[]) =>
    led(
      'backdrop-aside',
      MINUTES.place * ids.length,
      steps,
      (before, step) =>
        withEach(before, ids, (current, light) =>
          moved(current, light, place => ({
            ...place,
            xM: place.xM + Math.sign(place.xM - set.backdrop.centreXM || 1) * step,
          })),
        ),
      step => (_before, _after, inLength) =>
        `move ${names} ${inLength(Math.abs(step))} ${step > 0 ? 'out to the sides' : 'inward'}`,
    )
  const aimAcross = (share: number): StudioSet =>
    withEach(set, ids, (current, light) => {
      const side = Math.sign(light.place.xM - set.backdrop.centreXM || 1)
      return aimedAt(current, light, place => ({
        ...place,
        xM: set.backdrop.centreXM - (side * share * set.backdrop.widthM) / 2,
      }))
    })
  const across = (shares: readonly number[]): Move[] =>
    shares.map(share => ({
      id: `backdrop-aim/${share}`,
      minutes: MINUTES.aim * ids.length,
      apply: before =>
        withEach(before, ids, (current, light) => {
          const goal = lightOf(aimAcross(share), light.id)!.aim
          return {
            ...current,
            lights: current.lights.map(other => (other.id === light.id ? { ...other, aim: goal } : other)),
          }
        }),
      words: () =>
        `aim ${names} ${share > 0.15 ? `across, ${Math.round(share * 100)} % of the way to the far edge` : share < -0.15 ? 'at the near part of the backdrop' : 'at the middle'}`,
    }))
  const aimHeight = (steps: readonly number[]) =>
    led(
      'backdrop-aim-height',
      MINUTES.aim * ids.length,
      steps,
      (before, step) =>
        withEach(before, ids, (current, light) =>
          aimedAt(current, light, place => ({ ...place, zM: Math.max(0, place.zM + step) })),
        ),
      step => (_before, _after, inLength) =>
        `aim ${names} ${inLength(Math.abs(step))} ${step > 0 ? 'higher' : 'lower'}`,
    )
  const scrims: Move[] = [90, -90].map(turnDeg => ({
    id: `half-scrim/${turnDeg}`,
    minutes: MINUTES.fit * ids.length,
    apply: before =>
      withEach(before, ids, (current, light) =>
        fitModifier(current, light.id, {
          ...light.modifier,
          halfScrim: { stops: 1, turnDeg: light.place.xM < set.backdrop.centreXM ? turnDeg : -turnDeg },
        }),
      ),
    words: () => `put a half-scrim of one stop before ${names}, over the ${turnDeg > 0 ? 'near' : 'far'} side`,
  }))
  return [
    { id: 'backdrop-depth', ways: [depth([0.4, 0.8, 1.3, 2]), depth([-0.3, -0.6, -1])] },
    { id: 'backdrop-aside', ways: [aside([0.3, 0.6, 1]), aside([-0.3, -0.6])] },
    { id: 'backdrop-height', ways: [height([0.4, 0.9]), height([-0.4, -0.9])] },
    { id: 'backdrop-aim', ways: [across([0.4, 0.7]), across([0, -0.4])] },
    { id: 'backdrop-aim-height', ways: [aimHeight([0.35, 0.7]), aimHeight([-0.35, -0.7])] },
    ...(lights.every(light => light.modifier.halfScrim === null)
      ? [{ id: 'half-scrim', ways: scrims.map(move => [move]) }]
      : []),
  ]
}

const aimedAt = (set: StudioSet, light: Light, change: (place: Place) => Place): StudioSet => {
  const { aim } = light
  return aim.at === 'place'
    ? {
        ...set,
        lights: set.lights.map(other =>
          other.id === light.id ? { ...other, aim: { ...aim, place: change(aim.place) } } : other,
        ),
      }
    : set
}

/** Longer than this many times its width, a front lies otherwise when it is rolled. */
const LONG = 1.5

const isLong = ({ modifier: { front } }: Light): boolean =>
  front.shape === 'rectangle' && Math.max(front.widthM, front.heightM) > LONG * Math.min(front.widthM, front.heightM)

/** Long fronts rolled by a quarter: a strip that stood lies, one that lay stands. */
const rolls = (set: StudioSet, mayMove: MayMove): Family[] => {
  const lights = set.lights.filter(
    light => (isOnBackdrop(light) || light.job === 'key') && isLong(light) && mayMove(light.id),
  )
  return (['key', 'backdrop'] as const).flatMap((job): Family[] => {
    const ids = lights.filter(light => light.job === job).map(({ id }) => id)
    if (ids.length === 0) return []
    const names = nameLights(
      lights.filter(light => light.job === job),
      set.lights,
    )
    return [
      {
        id: `${job}-roll`,
        ways: [
          [
            {
              id: `${job}-roll/90`,
              minutes: MINUTES.aim * ids.length,
              apply: before =>
                withEach(before, ids, (current, light) =>
                  editLight(current, light.id, one => ({
                    ...one,
                    rollDeg: one.rollDeg > 0 ? one.rollDeg - 90 : one.rollDeg + 90,
                  })),
                ),
              words: () => `roll ${names} by 90°`,
            },
          ],
        ],
      },
    ]
  })
}

const NEAREST_KEY_M = 0.55
const FEATHER_DEG = [12, 24, 36] as const

/** Distance, feather and grid of the key. */
const keyMoves = (set: StudioSet, mayMove: MayMove): Family[] => {
  const key = set.lights.find(light => light.job === 'key')
  // What is grouped moves as one, and not by itself.
  if (!key || !mayMove(key.id) || set.groups.some(group => group.includes(key.id))) return []
  const distance = (factors: readonly number[]): Move[] =>
    factors.map(factor => ({
      id: `key-distance/${factor}`,
      minutes: MINUTES.place,
      apply: before => {
        const light = lightOf(before, key.id)
        const reach = light && lightTape(light, before).lengthM * factor
        const place = light && reach && reach >= NEAREST_KEY_M ? placeAtDistance(light, before, reach) : undefined
        return place ? placeThing(before, key.id, place) : before
      },
      words: (_before, after, inLength) =>
        `bring ${key.name} ${factor < 1 ? 'in' : 'out'} to ${inLength(lightTape(lightOf(after, key.id)!, after).lengthM)}`,
    }))
  const feather = (sign: 1 | -1): Move[] =>
    FEATHER_DEG.map(degrees => ({
      id: `key-feather/${sign * degrees}`,
      minutes: MINUTES.aim,
      apply: before =>
        featherLight(before, key.id, {
          featherPanDeg: (lightOf(before, key.id)?.aim.featherPanDeg ?? 0) + sign * degrees,
        }),
      words: () => `turn ${key.name} ${degrees}° to its ${sign > 0 ? 'right' : 'left'}`,
    }))
  const grid = gridded(key.modifier)
  return [
    { id: 'key-distance', ways: [distance([0.85, 0.7, 0.55, 0.42]), distance([1.2, 1.45, 1.8])] },
    { id: 'key-feather', ways: [feather(1), feather(-1)] },
    ...(grid
      ? [
          {
            id: 'key-grid',
            ways: [
              [
                {
                  id: 'key-grid',
                  minutes: MINUTES.fit,
                  apply: (before: StudioSet) => fitModifier(before, key.id, grid),
                  words: () => `put a grid on ${key.name}`,
                },
              ],
            ],
          },
        ]
      : []),
  ]
}

/** A backdrop light more: the mirror image of a single one, or a copy beside it. */
const moreLights = (set: StudioSet): Family[] => {
  const first = set.lights.find(isOnBackdrop)
  if (!first) return []
  const isSingle =
    set.lights.filter(isOnBackdrop).length === 1 && Math.abs(first.place.xM - set.backdrop.centreXM) > 0.3
  const mirrored = isSingle ? mirrorThings(set, [first.id]) : undefined
  const added = mirrored?.ids.length ? mirrored.set.lights.find(({ id }) => id === mirrored.ids[0])! : undefined
  return added
    ? [
        {
          id: 'backdrop-twin',
          ways: [
            [
              {
                id: 'backdrop-twin',
                minutes: MINUTES.light,
                apply: before =>
                  before.lights.some(({ id }) => id === added.id)
                    ? before
                    : addLight(
                        before,
                        { ...added, ...mirroredNow(before, first, added) },
                        before.looks[0]!.lights[first.id] ?? FIRST_SETTING,
                      ),
                words: () => `add the mirror image of ${first.name} on the other side`,
              },
            ],
          ],
        },
      ]
    : []
}

const mirroredNow = (set: StudioSet, first: Light, added: Light): Partial<Light> => {
  const now = lightOf(set, first.id)
  return now
    ? {
        place: { ...now.place, xM: 2 * set.backdrop.centreXM - now.place.xM },
        aim:
          now.aim.at === 'place'
            ? { ...now.aim, place: { ...now.aim.place, xM: 2 * set.backdrop.centreXM - now.aim.place.xM } }
            : added.aim,
      }
    : {}
}

/** Everything that can be done to lights beside turning their powers. */
export const lightFamilies = (set: StudioSet, mayMove: MayMove): Family[] => [
  ...backdropLights(set, mayMove),
  ...keyMoves(set, mayMove),
  ...rolls(set, mayMove),
  ...moreLights(set),
]
