import { applyChange } from '../../changes/apply'
import type { Change } from '../../changes/change'
import { MINUTES, minutesOf } from '../../changes/effort'
import { changeAreas, changeSettings, changeTargets } from '../../edits/edits'
import { evaluate, type Evaluation } from '../../evaluation/evaluation'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../../model/placeIds'
import type { StudioSet } from '../../model/schema'
import { roundToClicks } from '../../physics/units/stops'
import { diceOf, type Dice } from '../../shared/chance'
import type { ExerciseRef, Move, MovesExercise, Offer } from '../exercise'
import type { Level, Skill } from '../skills'
import { judged, lightOf, madeStudio, type Lit } from '../studio'

type MovesSkill = Extract<Skill, 'set-it/power' | 'set-it/spill' | 'even/two' | 'even/three'>

/** Nearer to its target than this, stops, nobody moves anything. */
const WITHIN_STOPS = 0.2
/** A set that is less off than this is nothing to set. */
const LEAST_OFF = 0.45
/** The same of evenness over its tolerance. */
const LEAST_UNEVEN = 0.12
/** Aperture clicks fine enough not to move the target by themselves. */
const FINE_CLICKS = 0.1

/** A set with moves of an exercise done one after another, each out of what is offered. */
export const movedSet = (
  { set, lookId, offers }: Pick<MovesExercise, 'set' | 'lookId' | 'offers'>,
  moves: readonly Move[],
): StudioSet =>
  moves.reduce((now, { offer: at, powerStops = 0, isOn = true }) => {
    const offer = offers[at]
    if (!offer) return now
    if (offer.kind === 'change') return applyChange(now, offer.change)
    const light = now.lights.find(({ id }) => id === offer.lightId)
    if (!light) return now
    const kept = Math.max(-light.lamp.rangeStops, Math.min(0, roundToClicks(powerStops, light.lamp.clickStops)))
    return changeSettings(now, lookId, { [light.id]: { on: isOn, powerStops: kept } })
  }, set)

/** Minutes of moves; what is offered once is done once, a power may be turned again. */
export const minutesOfMoves = (
  { set, offers }: Pick<MovesExercise, 'set' | 'offers'>,
  moves: readonly Move[],
): number =>
  Math.round(
    moves.reduce((sum, { offer: at }) => {
      const offer = offers[at]
      if (!offer) return sum
      return sum + (offer.kind === 'power' ? MINUTES.power : minutesOf(set, offer.change))
    }, 0) * 10,
  ) / 10

/** How far a set is off what is wanted: stops of the backdrop over its target, or of unevenness over its tolerance. */
export const missOf = (goal: MovesExercise['goal'], evaluation: Evaluation): number =>
  goal === 'even' ? (evaluation.areas[0]?.missStops ?? 0) : (evaluation.at(BACKDROP_MIDDLE).missStops ?? 0)

const fine = (set: StudioSet): StudioSet => ({
  ...set,
  camera: { ...set.camera, apertures: { ...set.camera.apertures, clickStops: FINE_CLICKS } },
})
const bare = (set: StudioSet): StudioSet => ({
  ...set,
  looks: set.looks.map(look => ({ ...look, targets: {}, areas: [] })),
})

const powersOf = (set: StudioSet): Offer[] => set.lights.map(({ id }) => ({ kind: 'power', lightId: id }))
const offered = (set: StudioSet, changes: readonly [string, Change][]): Offer[] => [
  ...powersOf(set),
  ...changes.map(([id, change]): Offer => ({ kind: 'change', id, change })),
]

const setIt = (dice: Dice, skill: MovesSkill, level: Level): StudioSet => {
  const isSpill = skill === 'set-it/spill'
  const side = dice.sign()
  return bare(
    fine(
      madeStudio(dice, {
        walls: level === 5 ? 'white' : dice.one(['black', 'grey'] as const),
        backdrop: isSpill ? dice.one(['White paper roll', 'Grey paper roll']) : 'White paper roll',
        toBackdropM: dice.between(1.8, 2.8),
        build: studio => {
          studio.around(
            'key',
            ['softbox-medium'],
            { roundDeg: (isSpill ? 65 : 45) * side, distanceM: dice.between(1.2, 1.7), overEyesM: 0.35 },
            { powerStops: -3.5 },
          )
          studio.crossed(['wide-reflector'], { powerStops: roundToClicks(dice.between(-5, -3.5), 0.1) })
        },
      }),
    ),
  )
}

const evenStage = (dice: Dice, skill: MovesSkill): StudioSet =>
  bare(
    fine(
      madeStudio(dice, {
        walls: dice.one(['black', 'grey'] as const),
        backdrop: dice.one(['White paper roll', 'Green screen']),
        toBackdropM: dice.between(2.4, 3.4),
        build: studio => {
          studio.around('key', ['softbox-medium-grid'], { roundDeg: 40, distanceM: 1.4, overEyesM: 0.35 })
          studio.crossed(['wide-reflector'], {
            powerStops: -2.5,
            distanceM: dice.between(1.7, 2.2),
            // Below the middle with a third from above, at it without: evener than higher up (measured).
            heightM: skill === 'even/three' ? dice.between(1.15, 1.35) : dice.between(1.4, 1.6),
          })
          if (skill === 'even/three')
            studio.onBackdrop(
              ['wide-reflector'],
              { xM: studio.centreXM, yM: 1.6, zM: studio.bounds.ceiling - 0.3 },
              0,
              0.5,
              { powerStops: -4.5 },
            )
        },
      }),
    ),
  )

/** Lights of a backdrop are turned and shifted by so much at a time. */
const SWING_DEG = 35
const SHIFT_M = 0.4

/** Changes that every set of a goal offers. */
const changesFor = (goal: MovesExercise['goal'], set: StudioSet): [string, Change][] => {
  const key = lightOf(set, 'key')
  const pair = set.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id)
  if (goal === 'value')
    return [
      ['key-nearer', { kind: 'distance-by', id: key, factor: 0.75 }],
      ['key-further', { kind: 'distance-by', id: key, factor: 4 / 3 }],
      ['sitter-forward', { kind: 'group-depth', byM: 0.5 }],
      ['sitter-back', { kind: 'group-depth', byM: -0.5 }],
      ['grid', { kind: 'grid', id: key }],
      ['flag', { kind: 'stand', what: 'key-flag' }],
    ]
  return pair.slice(0, 2).flatMap((id, at): [string, Change][] => {
    const name = at === 0 ? 'left' : 'right'
    return [
      [`${name}-turn-right`, { kind: 'swing', id, byDeg: SWING_DEG }],
      [`${name}-turn-left`, { kind: 'swing', id, byDeg: -SWING_DEG }],
      [`${name}-forward`, { kind: 'shift', ids: [id], along: 'depth', byM: SHIFT_M }],
      [`${name}-back`, { kind: 'shift', ids: [id], along: 'depth', byM: -SHIFT_M }],
    ]
  })
}

/** What may be done to a set: every power, and what its goal offers. */
export const offersFor = (goal: MovesExercise['goal'], set: StudioSet): Offer[] => offered(set, changesFor(goal, set))

const powerMove = (
  set: StudioSet,
  lookId: string,
  offers: readonly Offer[],
  lightId: string,
  byStops: number,
): Move => {
  const look = set.looks.find(({ id }) => id === lookId)!
  return {
    offer: offers.findIndex(offer => offer.kind === 'power' && offer.lightId === lightId),
    powerStops: roundToClicks(Math.max(-7, Math.min(0, look.lights[lightId]!.powerStops + byStops)), 0.1),
  }
}
const changeMove = (offers: readonly Offer[], id: string): Move => ({
  offer: offers.findIndex(offer => offer.kind === 'change' && offer.id === id),
})

/** Moves that set it, as the exercise is made: the target is what they come to. */
const solutionOf = (dice: Dice, skill: MovesSkill, level: Level, set: StudioSet, offers: readonly Offer[]): Move[] => {
  const lookId = set.looks[0]!.id
  const pair = set.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id)
  const by = () => dice.between(0.8, 2) * dice.sign()
  const power = (lightId: string, stops: number) => powerMove(set, lookId, offers, lightId, stops)
  const both = (stops: number) => pair.map(id => power(id, stops))
  if (skill === 'set-it/power')
    return {
      1: () => [power(pair[0]!, dice.between(1, 2))],
      2: () => both(by()),
      3: () => [changeMove(offers, dice.one(['key-nearer', 'key-further'])), ...both(by() / 2)],
      4: () => [changeMove(offers, dice.one(['sitter-forward', 'sitter-back'])), ...both(by())],
      5: () => [power(lightOf(set, 'key'), dice.between(-3, -1.5)), ...both(dice.between(1.5, 3.5))],
    }[level]()
  // Backdrop lights down to nothing: what is left is the key's own spill.
  const off = pair.map((id): Move => ({
    ...power(id, 0),
    isOn: false,
    powerStops: set.looks[0]!.lights[id]!.powerStops,
  }))
  return {
    1: () => off,
    2: () => [...off, changeMove(offers, 'grid')],
    3: () => [...off, changeMove(offers, 'flag')],
    4: () => [...off, changeMove(offers, 'grid'), changeMove(offers, 'sitter-forward')],
    5: () => [...off, changeMove(offers, 'flag'), changeMove(offers, 'key-nearer')],
  }[level]()
}

/** An even stage put out, and the moves that take it back. */
const putOut = (
  dice: Dice,
  level: Level,
  set: StudioSet,
  { which, sign }: { which: number; sign: number },
): { set: StudioSet; back: (offers: readonly Offer[]) => Move[] } => {
  const lookId = set.looks[0]!.id
  const pair = set.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id)
  const [id, otherId] = [pair[which]!, pair[1 - which]!]
  const [name, otherName] = which === 0 ? ['left', 'right'] : ['right', 'left']
  const was = set.looks[0]!.lights[id]!.powerStops
  const turnedDown = (of: StudioSet, least: number, most: number) =>
    changeSettings(of, lookId, { [id]: { on: true, powerStops: roundToClicks(was - dice.between(least, most), 0.1) } })
  const swung = (of: StudioSet) => applyChange(of, { kind: 'swing', id, byDeg: sign * SWING_DEG })
  const shifted = (of: StudioSet) => applyChange(of, { kind: 'shift', ids: [otherId], along: 'depth', byM: -SHIFT_M })
  const powerBack = (offers: readonly Offer[]): Move => ({
    offer: offers.findIndex(offer => offer.kind === 'power' && offer.lightId === id),
    powerStops: was,
  })
  const swungBack = (offers: readonly Offer[]) => changeMove(offers, `${name}-turn-${sign > 0 ? 'left' : 'right'}`)
  const shiftedBack = (offers: readonly Offer[]) => changeMove(offers, `${otherName}-forward`)
  switch (level) {
    case 1:
      return { set: turnedDown(set, 1.2, 2), back: offers => [powerBack(offers)] }
    case 2:
      return { set: turnedDown(set, 0.7, 1.2), back: offers => [powerBack(offers)] }
    case 3:
      return { set: swung(set), back: offers => [swungBack(offers)] }
    case 4:
      return { set: turnedDown(swung(set), 0.5, 1), back: offers => [swungBack(offers), powerBack(offers)] }
    case 5:
      return {
        set: turnedDown(shifted(swung(set)), 0.4, 0.8),
        back: offers => [swungBack(offers), shiftedBack(offers), powerBack(offers)],
      }
  }
}

const wantedValue = (set: StudioSet, value: number): StudioSet =>
  changeTargets(set, set.looks[0]!.id, { [BACKDROP_MIDDLE]: { kind: 'value', value } })
const wantedEven = (set: StudioSet, withinStops: number): StudioSet =>
  changeAreas(set, set.looks[0]!.id, [{ kind: 'even', withinStops }])

type Drawn = Pick<MovesExercise, 'set' | 'offers' | 'startMissStops'> & { solution: Move[] }

/** Powers are drawn again on one set, which is quick, before another set is. */
const DRAWS = 12
/** Ratio of the key's f-number before and after moves: a third of a stop and what a grid takes. */
const MOST_SHADED = 1.6

const drawnValue = async (
  dice: Dice,
  ref: ExerciseRef & { skill: MovesSkill },
  lit: Lit,
): Promise<Drawn | undefined> => {
  const set = setIt(dice, ref.skill, ref.level)
  const offers = offersFor('value', set)
  const start = await judged(lit, wantedValue(set, 118))
  for (let draw = 0; draw < DRAWS; draw++) {
    const solution = solutionOf(dice, ref.skill, ref.level, set, offers)
    const after = await judged(lit, movedSet({ set, lookId: set.looks[0]!.id, offers }, solution))
    const value = Math.round(after.at(BACKDROP_MIDDLE).value!)
    const { stops } = start.at(BACKDROP_MIDDLE)
    // A flag that shades the face would be no way to set the backdrop.
    const isFair = start.at(KEY_SIDE).fNumber / after.at(KEY_SIDE).fNumber < MOST_SHADED || ref.skill === 'set-it/power'
    const isApart = Math.abs(after.at(BACKDROP_MIDDLE).stops - stops) >= LEAST_OFF
    if (value < 8 || value > 250 || !isApart || !isFair) continue
    const wanted = wantedValue(set, value)
    const startMissStops = missOf('value', evaluate(wanted, wanted.looks[0]!, start.lighting))
    // The target is a whole value: rounded, it may have come nearer.
    if (Math.abs(startMissStops) >= LEAST_OFF - 0.1) return { set: wanted, solution, offers, startMissStops }
  }
  return undefined
}

/** Where the lights of a set stand, look and how far up they are, to a hundredth of a millimetre and of a click. */
const standing = ({ lights, looks: [look] }: StudioSet): string =>
  JSON.stringify(
    lights.map(({ id, place, aim }) => [place, aim, look!.lights[id]!.powerStops]),
    (_, one: unknown) => (typeof one === 'number' ? Math.round(one * 1e5) : one),
  )

/** A tolerance a little over what the stage can do. */
const SPARE_STOPS = 0.05
const LEAST_TOLERANCE = 0.15
/** Nobody calls a backdrop even that is further off at its best. */
const MOST_UNEVEN = 0.45

const drawnEven = async (
  dice: Dice,
  ref: ExerciseRef & { skill: MovesSkill },
  lit: Lit,
): Promise<Drawn | undefined> => {
  const good = wantedEven(evenStage(dice, ref.skill), LEAST_TOLERANCE)
  const best = (await judged(lit, good)).areas[0]!.measured
  const withinStops = Math.max(LEAST_TOLERANCE, Math.ceil((best + SPARE_STOPS) * 20) / 20)
  if (best > MOST_UNEVEN) return undefined
  // Either light may be put out, and turned either way: one of them may make the backdrop evener still.
  const puts = [0, 1].flatMap(which => [-1, 1].map(sign => ({ which, sign })))
  for (const at of dice.shuffled(puts)) {
    const put = putOut(dice, ref.level, good, at)
    const set = wantedEven(put.set, withinStops)
    const offers = offersFor('even', set)
    const solution = put.back(offers)
    // Walls may have kept a light from where it was to go, and from coming back.
    if (standing(movedSet({ set, lookId: set.looks[0]!.id, offers }, solution)) !== standing(good)) continue
    const startMissStops = missOf('even', await judged(lit, set))
    if (startMissStops >= LEAST_UNEVEN) return { set, solution, offers, startMissStops }
  }
  return undefined
}

/** So many sets are tried before an exercise counts as one that cannot be made. */
const SETS = 40

/** Set it: a set that is off, what may be done, and every move counts. Some way out of what is offered sets it. */
export const makeMoves = async (
  ref: ExerciseRef & { skill: MovesSkill },
  lit: Lit,
): Promise<MovesExercise & { solution: readonly Move[] }> => {
  const goal = ref.skill.startsWith('even') ? 'even' : 'value'
  for (let turn = 0; turn < SETS; turn++) {
    const dice = diceOf(ref.seed, `${ref.skill} ${ref.level} ${turn}`)
    const drawn = await (goal === 'even' ? drawnEven : drawnValue)(dice, ref, lit)
    if (!drawn) continue
    const { set, solution, offers, startMissStops } = drawn
    return {
      ...ref,
      answer: 'moves',
      goal,
      set,
      lookId: set.looks[0]!.id,
      offers,
      startMissStops,
      withinStops: goal === 'even' ? 0 : WITHIN_STOPS,
      solution,
    }
  }
  throw new RangeError(
    `No set could be made that is off and can be set (${ref.skill}, level ${ref.level}, ${ref.seed}).`,
  )
}
