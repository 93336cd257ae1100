import { evaluate } from '../../evaluation/evaluation'
import { NOTHING_LEARNED } from '../../calibration/calibration'
import { changesBetween, minutesOfSteps } from '../../looks/between'
import { bestOrder, keepsTo, minutesOfOrder, type OrderCondition } from '../../looks/order'
import { backdropNamed } from '../../kit/backdropPresets'
import { NO_OVERRIDES } from '../../model/overridesSchema'
import type { Look, StudioSet } from '../../model/schema'
import { GELS } from '../../physics/sources/gels'
import { diceOf, type Dice } from '../../shared/chance'
import type { ExerciseRef, OrderExercise } from '../exercise'
import type { Level } from '../skills'
import { lightOf, madeStudio } from '../studio'

type Trait = OrderExercise['traits'][number]

const PAPERS = ['White paper roll', 'Grey paper roll', 'Black paper roll'] as const
const VALUES = [250, 200, 118, 60, 20] as const
const COUNT = 5

/** What differs between looks, more of it with every level. */
const DIFFERS: Record<Level, { papers: number; hasKeys: boolean; hasGels: boolean; conditions: number }> = {
  1: { papers: 2, hasKeys: false, hasGels: false, conditions: 0 },
  2: { papers: 2, hasKeys: true, hasGels: false, conditions: 0 },
  3: { papers: 2, hasKeys: true, hasGels: true, conditions: 0 },
  4: { papers: 3, hasKeys: true, hasGels: true, conditions: 0 },
  5: { papers: 3, hasKeys: true, hasGels: true, conditions: 2 },
}

const traitsOf = (dice: Dice, level: Level): Trait[] => {
  const { papers, hasKeys, hasGels } = DIFFERS[level]
  const some = dice.shuffled(PAPERS).slice(0, papers)
  return Array.from({ length: COUNT }, () => ({
    value: dice.one(VALUES),
    paper: dice.one(some),
    keyM: hasKeys ? dice.one([1.2, 1.8]) : 1.5,
    isGelled: hasGels && dice.share() < 0.4,
    lights: dice.whole(1, 3),
  }))
}

/** A set with a look for each of the traits: its paper, key, gels and lights. */
const withLooks = (dice: Dice, traits: readonly Trait[]): StudioSet => {
  const set = madeStudio(dice, {
    walls: 'grey',
    backdrop: traits[0]!.paper,
    toBackdropM: 2.5,
    build: studio => {
      studio.around('key', ['octa'], { roundDeg: 40, distanceM: 1.5, overEyesM: 0.4 })
      studio.crossed(['wide-reflector'])
    },
  })
  const first = set.looks[0]!
  const key = set.lights.find(({ id }) => id === lightOf(set, 'key'))!
  const backdrop = set.lights.filter(({ job }) => job === 'backdrop')
  const gel = dice.one(GELS.filter(({ name }) => ['Blue', 'Red', 'Honey', 'Magenta'].includes(name)))
  const looks = traits.map((trait, at): Look => {
    const paper = backdropNamed(trait.paper)
    const subject = set.subjects[0]!.place
    const nearer = trait.keyM / 1.5
    const lit = backdrop.slice(0, trait.lights - 1)
    return {
      ...first,
      id: `look-${at + 1}`,
      name: `Look ${at + 1}`,
      lights: Object.fromEntries(
        set.lights.map(({ id }) => [
          id,
          {
            on: id === key.id || lit.some(light => light.id === id),
            powerStops: id === key.id ? -3 : -trait.value / 80,
          },
        ]),
      ),
      targets: {},
      areas: [],
      overrides: {
        ...NO_OVERRIDES,
        backdrop: { name: paper.name, kind: paper.kind, reflectance: paper.reflectance },
        lights: {
          [key.id]: {
            place: {
              xM: subject.xM + (key.place.xM - subject.xM) * nearer,
              yM: subject.yM + (key.place.yM - subject.yM) * nearer,
              zM: key.place.zM,
            },
          },
          ...Object.fromEntries(lit.map(({ id }) => [id, { gel: trait.isGelled ? gel : null }])),
        },
      },
    }
  })
  return { ...set, looks }
}

const minutesTable = (set: StudioSet): number[][] => {
  const at = (look: Look) => ({
    look,
    // Nothing is asked of the aperture: it is set to the key in every look alike.
    camera: evaluate(
      set,
      { ...look, exposure: { ...look.exposure, followsPointId: null } },
      { layers: [], learned: NOTHING_LEARNED },
    ).camera,
  })
  return set.looks.map(from =>
    set.looks.map(to =>
      from === to ? 0 : Math.round(minutesOfSteps(changesBetween(set, at(from), at(to))) * 10) / 10,
    ),
  )
}

const orders = (items: readonly number[]): number[][] =>
  items.length <= 1
    ? [[...items]]
    : items.flatMap(item => orders(items.filter(other => other !== item)).map(rest => [item, ...rest]))

/** Each look on the one that changes least from the one before, as one would go without looking further. */
const nearest = (minutes: readonly (readonly number[])[], allowed: readonly number[][]): number[] =>
  allowed.toSorted((a, b) => {
    for (let at = 1; at < a.length; at++) {
      const [one, other] = [minutes[a[at - 1]!]![a[at]!]!, minutes[b[at - 1]!]![b[at]!]!]
      if (a[at - 1] !== b[at - 1]) return a[at - 1]! - b[at - 1]!
      if (one !== other) return one - other
    }
    return 0
  })[0]!

/** A best order has to save so many minutes against the middle one, or there is nothing to find. */
const WORTH_MINUTES = 1.5

/** The day: five looks, the fewest minutes between them. */
export const makeDay = (ref: ExerciseRef): OrderExercise => {
  for (let turn = 0; ; turn++) {
    const dice = diceOf(ref.seed, `day ${ref.level} ${turn}`)
    const traits = traitsOf(dice, ref.level)
    const minutes = minutesTable(withLooks(dice, traits))
    const [first, a, b] = dice.shuffled(traits.map((_, at) => at)) as [number, number, number]
    const conditions: OrderExercise['conditions'][number][] =
      DIFFERS[ref.level].conditions > 0
        ? [
            { kind: 'first', look: first },
            { kind: 'before', look: a, other: b },
          ]
        : []
    const allowed = orders(traits.map((_, at) => at)).filter(order =>
      conditions.every(condition => keepsTo(order, condition satisfies OrderCondition)),
    )
    const best = bestOrder(minutes, conditions)
    if (!best) continue
    const meanMinutes = allowed.reduce((sum, order) => sum + minutesOfOrder(minutes, order), 0) / allowed.length
    if (meanMinutes - best.minutes < WORTH_MINUTES && turn < 60) continue
    return {
      ...ref,
      answer: 'order',
      names: traits.map((_, at) => `Look ${at + 1}`),
      traits,
      minutes,
      conditions,
      right: best.order,
      leastMinutes: best.minutes,
      meanMinutes,
      thumb: nearest(minutes, allowed),
    }
  }
}

/** Whether an order holds every look once and keeps to what is asked. */
export const isOrder = (
  { names, conditions }: Pick<OrderExercise, 'names' | 'conditions'>,
  order: readonly number[],
): boolean =>
  order.length === names.length &&
  new Set(order).size === names.length &&
  order.every(look => look >= 0 && look < names.length) &&
  conditions.every(condition => keepsTo(order, condition))
