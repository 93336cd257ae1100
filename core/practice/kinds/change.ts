import { applyChange } from '../../changes/apply'
import { editBackdrop, editLight } from '../../edits/edits'
import type { Evaluation } from '../../evaluation/evaluation'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../../model/placeIds'
import type { StudioSet } from '../../model/schema'
import { aimPlace } from '../../edits/aims'
import { vectorOf } from '../../model/bounds'
import { GELS } from '../../physics/sources/gels'
import { stopsFromFNumber } from '../../physics/units/fNumber'
import { grey, luminance } from '../../physics/units/rgb'
import { ratioFromStops, roundToClicks } from '../../physics/units/stops'
import { distance } from '../../physics/units/vector'
import { diceOf, type Dice } from '../../shared/chance'
import type { ExerciseRef, NumberExercise, PracticeChange } from '../exercise'
import { rangeOf, strictness } from '../figures'
import { turned } from '../powers'
import type { Level } from '../skills'
import { judged, lightOf, madeStudio, WALLS, withWalls, type Lit } from '../studio'

type ChangeSkill = 'change/distance' | 'change/backdrop' | 'change/spill' | 'change/camera' | 'change/gel'

/** A set, what is done to it, and what a plain rule says of the backdrop. */
type Case = { set: StudioSet; change: PracticeChange; thumb: number }

type Base = {
  walls: keyof typeof WALLS
  isSmall?: boolean
  modifiers: readonly string[]
  keyM: readonly [number, number]
  toBackdropM: readonly [number, number]
  roundDeg?: readonly [number, number]
  isLit?: boolean
}

const HARD = ['reflector', 'beauty-dish']
const GRIDDED = ['octa-grid', 'softbox-medium-grid', 'reflector-grid-40']
const SOFT = ['octa', 'softbox-medium', 'umbrella']
const BY_LEVEL: Record<Level, Base> = {
  1: { walls: 'black', modifiers: ['bare-bulb'], keyM: [1, 1.8], toBackdropM: [1.5, 3] },
  2: { walls: 'black', modifiers: ['umbrella-through', 'octa'], keyM: [0.9, 1.8], toBackdropM: [1.5, 3] },
  3: { walls: 'grey', modifiers: SOFT, keyM: [0.9, 1.8], toBackdropM: [1.2, 3] },
  4: { walls: 'white', modifiers: [...SOFT, ...HARD], keyM: [0.9, 1.8], toBackdropM: [1.2, 3] },
  5: { walls: 'white', isSmall: true, modifiers: ['reflector', ...GRIDDED], keyM: [0.8, 1.6], toBackdropM: [1, 2] },
}

const onBase = (
  dice: Dice,
  { modifiers, keyM, toBackdropM, isLit = false, roundDeg: round = [20, 50], ...wish }: Base,
): StudioSet => {
  const [kind, roundDeg, away] = [dice.one(modifiers), dice.between(...round) * dice.sign(), dice.between(...keyM)]
  return madeStudio(dice, {
    ...wish,
    backdrop: dice.one(['White paper roll', 'Grey paper roll']),
    toBackdropM: dice.between(...toBackdropM),
    build: studio => {
      studio.around('key', [kind], { roundDeg, distanceM: away, overEyesM: 0.3 }, { powerStops: -3 })
      if (isLit) studio.crossed(['wide-reflector'], { powerStops: roundToClicks(dice.between(-5, -2), 1 / 3) })
    },
  })
}

/** To the very place that a light is aimed at: a tape is held to the head, which is not always that. */
const lengthOf = (set: StudioSet, lightId: string): number => {
  const light = set.lights.find(({ id }) => id === lightId)!
  return distance(vectorOf(light.place), vectorOf(aimPlace(set, light)))
}
/** What the inverse square says of a backdrop so far behind the subject once the key, which is metered, is moved. */
export const thumbOfDistance = (fromM: number, toM: number, apartM: number): number =>
  2 * Math.log2(toM / fromM) - 2 * Math.log2((toM + apartM) / (fromM + apartM))
const tidy = (lengthM: number): number => Math.round(lengthM * 20) / 20

const ofDistance = (dice: Dice, level: Level): Case => {
  const first = onBase(dice, BY_LEVEL[level])
  const key = lightOf(first, 'key')
  const fromM = tidy(lengthOf(first, key))
  const set = applyChange(first, { kind: 'distance-to', id: key, lengthM: fromM })
  const factor = level === 1 ? dice.one([0.5, 2]) : dice.between(1.35, 2.2) ** dice.sign()
  const toM = tidy(Math.max(0.6, Math.min(fromM * factor, 3)))
  const apart = set.subjects[0]!.place.yM
  // The key to its subject, and on to the backdrop.
  return { set, change: { kind: 'key-distance', fromM, toM }, thumb: thumbOfDistance(fromM, toM, apart) }
}

const ofBackdrop = (dice: Dice, level: Level): Case => {
  const set = onBase(dice, BY_LEVEL[level])
  if (level === 1) {
    const from = luminance(set.backdrop.reflectance)
    const to = dice.one([0.05, 0.18, 0.36, 0.6, 0.85].filter(one => Math.abs(Math.log2(one / from)) > 0.4))
    return { set, change: { kind: 'paper', from, to }, thumb: Math.log2(to / from) }
  }
  const key = lightOf(set, 'key')
  const apart = set.subjects[0]!.place.yM
  const byM = tidy(dice.between(0.4, 1.4)) * (apart > 1.8 ? dice.sign() : 1)
  const keyM = lengthOf(set, key)
  return { set, change: { kind: 'sitter', byM }, thumb: -2 * Math.log2((keyM + apart + byM) / (keyM + apart)) }
}

/** Plain rules: a flag takes three stops, a grid one, a key turned off its subject half of one; walls a third. */
const FLAG_STOPS = -3
const GRID_STOPS = -1
const FEATHER_STOPS = -0.5
const WALLS_STOPS = 0.33

const SPILL_KINDS: Record<Level, readonly ('grid' | 'feather' | 'walls' | 'flag')[]> = {
  1: ['grid'],
  2: ['grid', 'feather'],
  3: ['grid', 'feather', 'walls'],
  4: ['grid', 'feather', 'walls', 'flag'],
  5: ['feather', 'flag', 'grid'],
}

const ofSpill = (dice: Dice, level: Level): Case => {
  const kind = dice.one(SPILL_KINDS[level])
  const walls = level <= 2 ? 'black' : dice.one(['grey', 'white'] as const)
  // From the side, a key has room for a flag that does not stand before its subject.
  const roundDeg = kind === 'flag' ? ([60, 75] as const) : ([25, 60] as const)
  const modifiers = ['softbox-medium', 'octa', ...(level >= 3 ? ['beauty-dish'] : [])].filter(
    one => kind !== 'grid' || GRIDDABLE.includes(one),
  )
  const set = onBase(dice, { ...BY_LEVEL[level], walls, isSmall: level === 5, modifiers, roundDeg })
  switch (kind) {
    case 'flag':
      return { set, change: { kind }, thumb: FLAG_STOPS }
    case 'grid':
      return { set, change: { kind }, thumb: GRID_STOPS }
    case 'feather': {
      // Turned away from the backdrop, to the camera's side: which way depends on where the key stands.
      const key = set.lights.find(({ job }) => job === 'key')!
      const away = Math.sign(key.place.xM - set.subjects[0]!.place.xM) || 1
      return { set, change: { kind, byDeg: -away * dice.whole(3, 7) * 5 }, thumb: FEATHER_STOPS }
    }
    case 'walls': {
      const [from, to] = dice.shuffled([WALLS.black, WALLS.white])
      const painted = withWalls(set, from!)
      return { set: painted, change: { kind, from: from!, to: to! }, thumb: Math.sign(to! - from!) * WALLS_STOPS }
    }
  }
}
const GRIDDABLE = ['softbox-medium', 'octa', 'beauty-dish']

const ofCamera = (dice: Dice, level: Level): Case => {
  const set = onBase(dice, { ...BY_LEVEL[level], isLit: level >= 3 })
  const stops = (dice.whole(2, 6) / 3) * dice.sign()
  if (level === 1) return { set, change: { kind: 'iso', stops: dice.whole(1, 3) }, thumb: 0 }
  if (level === 2) return { set, change: { kind: 'power', of: 'key', stops: -Math.abs(stops) }, thumb: 0 }
  const of = level === 3 ? 'backdrop' : dice.one(['key', 'backdrop'] as const)
  return { set, change: { kind: 'power', of, stops }, thumb: of === 'key' ? -stops : stops }
}

/** Gels by how far they are from clear. */
const gelsAt = (level: Level) =>
  GELS.filter(({ transmittance }) => {
    const lost = -Math.log2(luminance(transmittance))
    return lost > 0.25 && lost > (level - 1) * 0.5 - 0.3 && lost < 1.2 + (level - 1) * 0.9
  })
const GEL_STOPS = -1

const ofGel = (dice: Dice, level: Level): Case => {
  const set = onBase(dice, { ...BY_LEVEL[Math.min(level, 2) as Level], isLit: true })
  return { set, change: { kind: 'gel', name: dice.one(gelsAt(level)).name }, thumb: GEL_STOPS }
}

const CASES: Record<ChangeSkill, (dice: Dice, level: Level) => Case> = {
  'change/distance': ofDistance,
  'change/backdrop': ofBackdrop,
  'change/spill': ofSpill,
  'change/camera': ofCamera,
  'change/gel': ofGel,
}

/** The set after an exercise's change; the camera follows the key by itself. */
const changedSet = (set: StudioSet, change: PracticeChange): StudioSet => {
  const key = lightOf(set, 'key')
  const backdropIds = set.lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id)
  const look = set.looks[0]!
  switch (change.kind) {
    case 'key-distance':
      return applyChange(set, { kind: 'distance-to', id: key, lengthM: change.toM })
    case 'sitter':
      return applyChange(set, { kind: 'group-depth', byM: change.byM })
    case 'paper':
      return editBackdrop(set, { reflectance: grey(change.to) })
    case 'flag':
      return applyChange(set, { kind: 'stand', what: 'key-flag' })
    case 'grid':
      return applyChange(set, { kind: 'grid', id: key })
    case 'feather':
      return applyChange(set, { kind: 'swing', id: key, byDeg: change.byDeg })
    case 'walls':
      return withWalls(set, change.to)
    case 'iso':
      return applyChange(set, {
        kind: 'exposure',
        lookId: look.id,
        exposure: { iso: look.exposure.iso * ratioFromStops(change.stops) },
      })
    case 'power':
      return (change.of === 'key' ? [key] : backdropIds).reduce(
        (all, id) => turned(all, [id], Math.min(0, look.lights[id]!.powerStops + change.stops)),
        set,
      )
    case 'gel': {
      const gel = GELS.find(({ name }) => name === change.name)!
      return backdropIds.reduce((all, id) => editLight(all, id, light => ({ ...light, gel })), set)
    }
  }
}

/** Stops of the backdrop's tone over the key, as a camera set to the key has it, the lens's veil left out. */
export const backdropOverKey = (evaluation: Evaluation): number =>
  evaluation.at(BACKDROP_MIDDLE).stops -
  evaluation.at(KEY_SIDE).stops +
  Math.log2(luminance(evaluation.set.backdrop.reflectance))

const readingStops = (evaluation: Evaluation, pointId: string): number =>
  stopsFromFNumber(Math.max(1e-3, evaluation.at(pointId).fNumber))

/** A change that is asked of has to do something, but for those whose point is that they do nothing. */
const LEAST_STOPS = 0.2
const MOST_SHADED = 0.3
const doesNothing = (change: PracticeChange): boolean =>
  change.kind === 'iso' || (change.kind === 'power' && change.of === 'key')

/** What does the backdrop do, the camera set to the key again? Stops in the picture. */
export const makeChange = async (ref: ExerciseRef & { skill: ChangeSkill }, lit: Lit): Promise<NumberExercise> => {
  for (let turn = 0; ; turn++) {
    const dice = diceOf(ref.seed, `${ref.skill} ${ref.level} ${turn}`)
    const { set, change, thumb } = CASES[ref.skill](dice, ref.level)
    const [before, after] = [await judged(lit, set), await judged(lit, changedSet(set, change))]
    const right = backdropOverKey(after) - backdropOverKey(before)
    const keyFell = readingStops(before, KEY_SIDE) - readingStops(after, KEY_SIDE)
    // A flag that also shades the face is no flag off the backdrop.
    const isFair = change.kind !== 'flag' || (keyFell < MOST_SHADED && after.set !== before.set)
    if ((!isFair || (Math.abs(right) < LEAST_STOPS && !doesNothing(change))) && turn < 30) continue
    return {
      ...ref,
      answer: 'number',
      question: { ask: 'change', change },
      quantity: 'stops',
      right,
      thumb,
      range: rangeOf('stops'),
      ...strictness(ref.level),
      because: [
        { of: 'key', stops: readingStops(after, KEY_SIDE) - readingStops(before, KEY_SIDE) },
        { of: 'backdrop', stops: readingStops(after, BACKDROP_MIDDLE) - readingStops(before, BACKDROP_MIDDLE) },
      ],
      shown: { set, camera: before.camera, isPicture: true, isPlan: true },
      after: { set: after.set, camera: after.camera, isPicture: true, isPlan: true },
    }
  }
}
