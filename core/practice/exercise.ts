import type { CameraSetting, StudioSet } from '../model/schema'
import type { Change } from '../changes/change'
import type { Level, Skill } from './skills'

/** What an exercise is made again from at any time: the same three make the same exercise. */
export type ExerciseRef = { skill: Skill; level: Level; seed: number }

/** A grey patch on a surround, both as pixel values. */
export type Patch = { value: number; surround: number }

/** What an answer in figures is counted in. Metres and f-numbers are marked in stops, kelvins in mireds. */
export type Quantity = 'stops' | 'f-number' | 'value' | 'ratio' | 'metres' | 'mired' | 'kelvin'

/** A light's reading on its axis in the open, so far away: what the inverse square begins from. */
export type OpenReading = { fNumber: number; atM: number }

/** What stands behind the answer, in stops: of what kind, and how much. */
export type Because = { of: 'inverse-square' | 'size' | 'room' | 'key' | 'backdrop'; stops: number }

/** What is asked for a figure. Lengths are metres; `isFeet` shows them in feet and inches. */
export type NumberQuestion =
  | { ask: 'apart'; patches: readonly [Patch, Patch] }
  | { ask: 'frame-value'; pointId: string }
  | { ask: 'stopped'; fNumber: number; stops: number; isoFrom?: number; isoTo?: number }
  | { ask: 'between'; from: number; to: number }
  | { ask: 'distance'; fromM: number; toM: number; powerStops: number; isFeet: boolean }
  | { ask: 'distance-for'; fromM: number; stops: number; isFeet: boolean }
  | { ask: 'add'; fNumbers: readonly number[] }
  | { ask: 'mired'; lampK: number; cameraK: number }
  | { ask: 'gelled'; lampK: number; gelMireds: readonly number[] }
  | { ask: 'reading'; pointId: string; open: OpenReading; distanceM: number }
  | { ask: 'change'; change: PracticeChange }
  | { ask: 'ratio-eye' }
  | { ask: 'ratio-readings'; lit: number; shadow: number }
  | { ask: 'ratio-parts'; key: readonly [number, number]; fill: readonly [number, number] }
  | { ask: 'ratio-cost'; ratio: number }

/** What is done to a set whose backdrop is then asked of, the camera set to the key again. */
export type PracticeChange =
  | { kind: 'key-distance'; fromM: number; toM: number }
  | { kind: 'sitter'; byM: number }
  | { kind: 'paper'; from: number; to: number }
  | { kind: 'flag' }
  | { kind: 'feather'; byDeg: number }
  | { kind: 'grid' }
  | { kind: 'walls'; from: number; to: number }
  | { kind: 'iso'; stops: number }
  | { kind: 'power'; of: 'key' | 'backdrop'; stops: number }
  | { kind: 'gel'; name: string }

/** A set as the learner is shown it: a picture at a width, and the plan where `isPlan`. */
export type Shown = { set: StudioSet; camera: CameraSetting; isPicture: boolean; isPlan: boolean }

/** An answer in figures. Off by `fullWithin` or less is right; by `noneBeyond` or more, worth nothing. */
export type NumberExercise = ExerciseRef & {
  answer: 'number'
  question: NumberQuestion
  quantity: Quantity
  right: number
  /** What a plain rule of thumb says. */
  thumb: number
  /** What somebody who knows nothing might say. */
  range: readonly [number, number]
  fullWithin: number
  noneBeyond: number
  because: readonly Because[]
  shown?: Shown
  /** The set after what is asked of, to be shown with the answer. */
  after?: Shown
}

/** What is chosen from. */
type ChoiceQuestion =
  | { ask: 'pick'; value: number; patches: readonly Patch[] }
  /** Clipped, holding detail, or grey: in this order. */
  | { ask: 'clipped'; pointId: string; value: number; overStops: number }

/** What it can be, in the order in which it is offered. */
export const CLIP_CHOICES = ['clipped', 'held', 'grey'] as const

/** An answer that is one of several. */
export type ChoiceExercise = ExerciseRef & {
  answer: 'choice'
  question: ChoiceQuestion
  options: number
  right: number
  thumb: number
  shown?: Shown
}

/** Looks to be put in order; minutes from each (row) to each other. */
export type OrderExercise = ExerciseRef & {
  answer: 'order'
  names: readonly string[]
  /** What each look has: tone of the backdrop, paper, key near or far, gel. */
  traits: readonly { value: number; paper: string; keyM: number; isGelled: boolean; lights: number }[]
  minutes: readonly (readonly number[])[]
  /** Looks by their number that come first, or before another. */
  conditions: readonly ({ kind: 'first'; look: number } | { kind: 'before'; look: number; other: number })[]
  right: readonly number[]
  leastMinutes: number
  /** Of all orders that keep to the conditions. */
  meanMinutes: number
  thumb: readonly number[]
}

/** Something that the learner may do in an exercise in which a target is to be reached. */
export type Offer =
  | { kind: 'power'; lightId: string }
  /** One change out of the catalogue, once. */
  | { kind: 'change'; id: string; change: Change }

/** A set that is off its target, what may be done, and what made it so. */
export type MovesExercise = ExerciseRef & {
  answer: 'moves'
  goal: 'value' | 'even'
  set: StudioSet
  lookId: string
  offers: readonly Offer[]
  /** How far off it is as it stands, and how near counts, stops. */
  startMissStops: number
  withinStops: number
}

/** What may be wrong in a hall. */
export type Fault =
  | { kind: 'lamp-low'; lightId: string; stops: number }
  | { kind: 'left-on'; lightId: string }
  | { kind: 'meter-iso'; stops: number }
  | { kind: 'camera-iso'; stops: number }
  | { kind: 'receptor-turned' }
  | { kind: 'paper-greyed'; share: number }
  | { kind: 'walls-changed'; reflectance: number }
  | { kind: 'gel-faded'; lightId: string }
  | { kind: 'leaf-shut'; lightId: string }

/**
 * Something that can be read: with these lights on, at a place, by incident or spot meter, or off a frame at the
 * camera setting of the plan. A frame reads what lies at the place, in front of the backdrop a grey card.
 */
export type PossibleReading = {
  id: string
  pointId: string
  lightIds: readonly string[]
  by: 'incident' | 'spot' | 'frame'
  minutes: number
}

/**
 * A hall with something wrong, and what each reading shows as the plan has it and under each suspicion (rows): stops
 * over f/1 of a meter, pixel value of a frame.
 */
export type FaultExercise = ExerciseRef & {
  answer: 'fault'
  set: StudioSet
  lookId: string
  readings: readonly PossibleReading[]
  suspects: readonly (readonly Fault[])[]
  planned: readonly number[]
  table: readonly (readonly number[])[]
  /** What the camera sees of it as it is. */
  frame: Shown
  right: number
  /** The shortest readings that tell, by their number, and their minutes. */
  shortest: readonly number[]
  leastMinutes: number
}

/**
 * The lights of a frame. Where its key stands: degrees round from the camera (above 0 to its right), metres away,
 * metres over the eyes; and which others are on.
 */
export type FrameLights = {
  roundDeg: number
  distanceM: number
  overEyesM: number
  isHard: boolean
  hasFill: boolean
  edge: 'none' | 'left' | 'right'
  isBackdropLit: boolean
}

/** A picture whose lights are to be named and placed. */
export type PlacingExercise = ExerciseRef & {
  answer: 'placing'
  set: StudioSet
  right: FrameLights
  /** What of the place is asked; the rest is told. */
  asked: readonly (keyof FrameLights)[]
  /** Where the learner begins. */
  start: FrameLights
  shown: Shown
}

/** Something to be answered, with its answer. */
export type Exercise = NumberExercise | ChoiceExercise | OrderExercise | MovesExercise | FaultExercise | PlacingExercise

/** Something done in an exercise: a power turned, or an offered change. */
export type Move = { offer: number; powerStops?: number; isOn?: boolean }

/** What a learner answers, by the form of the exercise. */
export type Answer =
  | { form: 'number'; value: number }
  | { form: 'choice'; at: number }
  | { form: 'order'; order: readonly number[] }
  | { form: 'moves'; moves: readonly Move[] }
  | { form: 'fault'; at: number; asked: readonly number[] }
  | { form: 'placing'; place: FrameLights }

/** How good an answer is: 0 to 1, and how far off where that has a measure. */
export type Mark = {
  score: number
  /** In the exercise's own measure: stops, mireds, minutes over the best. */
  off: number | null
  isRight: boolean
}

/** A mark at which an answer counts as right. */
export const RIGHT_FROM = 0.999

/** A mark, kept between nothing and full. */
export const markOf = (score: number, off: number | null = null): Mark => ({
  score: Math.max(0, Math.min(1, score)),
  off,
  isRight: score >= RIGHT_FROM,
})
