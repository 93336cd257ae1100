import { changeSettings } from '../edits/edits'
import { aimsHeld } from '../model/aim'
import type { StudioSet } from '../model/schema'
import { luminance, scaleRgb, type Rgb } from '../physics/units/rgb'
import { SUBJECT_M, LIGHT_WALL, MOST_PAPER } from './thresholds'

/** What may be otherwise than it was: one guess of many, with how large it is. */
export type Suspect =
  | { kind: 'nothing' }
  | { kind: 'lamp'; lightId: string; stops: number }
  | { kind: 'wall'; wall: Wall; isDarker: boolean }
  | { kind: 'paper'; stops: number }
  | { kind: 'subject'; along: 'depth' | 'across'; byM: number }

type Wall = 'left' | 'right' | 'ceiling'

const LAMP_STOPS = [-1 / 3, 1 / 3]
const PAPER_STOPS = [-0.5, -0.25, 0.25]

const [DARK, LIGHT] = [0.06, 0.8]
const WALLS: readonly Wall[] = ['left', 'right', 'ceiling']

/** What guesses of one culprit have in common. */
export const culpritOf = (suspect: Suspect): string =>
  suspect.kind === 'lamp' ? `lamp ${suspect.lightId}` : suspect.kind

/** Every guess about a set: each lamp a third of a stop off, a wall painted, other paper, the subject 10 cm off. */
export const suspectsOf = (set: StudioSet): Suspect[] => {
  const [look] = set.looks
  const paper = luminance(set.backdrop.reflectance)
  return [
    { kind: 'nothing' },
    ...set.lights
      .filter(({ id }) => look!.lights[id]?.on)
      .flatMap(({ id }) => LAMP_STOPS.map(stops => ({ kind: 'lamp' as const, lightId: id, stops }))),
    ...WALLS.map(wall => ({
      kind: 'wall' as const,
      wall,
      isDarker: luminance(set.room.reflectances[wall]) > LIGHT_WALL,
    })),
    ...PAPER_STOPS.filter(stops => paper * 2 ** stops < MOST_PAPER).map(stops => ({ kind: 'paper' as const, stops })),
    ...(['depth', 'across'] as const).flatMap(along =>
      [-SUBJECT_M, SUBJECT_M].map(byM => ({ kind: 'subject' as const, along, byM })),
    ),
  ]
}

/** A set as a guess has it; lamps are no matter of the set. */
export const suspected = (set: StudioSet, suspect: Suspect): StudioSet => {
  switch (suspect.kind) {
    case 'nothing':
    case 'lamp':
      return set
    case 'wall': {
      const grey = suspect.isDarker ? DARK : LIGHT
      const painted: Rgb = [grey, grey, grey]
      return { ...set, room: { ...set.room, reflectances: { ...set.room.reflectances, [suspect.wall]: painted } } }
    }
    case 'paper':
      return {
        ...set,
        backdrop: { ...set.backdrop, reflectance: scaleRgb(set.backdrop.reflectance, 2 ** suspect.stops) },
      }
    case 'subject': {
      const [first, ...others] = set.subjects
      const { xM, yM } = first!.place
      const { along, byM } = suspect
      const place = along === 'depth' ? { xM, yM: yM + byM } : { xM: xM + byM, yM }
      // Lights stay aimed where they were: nobody turned them.
      return { ...set, subjects: [{ ...first!, place }, ...others], lights: aimsHeld(set) }
    }
  }
}

/** A hall in which a guess is true: a lamp that gives more or less does so at the power that it is set to. */
export const hallWith = (set: StudioSet, suspect: Suspect): StudioSet => {
  const there = suspected(set, suspect)
  if (suspect.kind !== 'lamp') return there
  const [look] = there.looks
  const { on, powerStops } = look!.lights[suspect.lightId]!
  return changeSettings(there, look!.id, {
    [suspect.lightId]: { on, powerStops: Math.min(0, Math.max(-12, powerStops + suspect.stops)) },
  })
}

/** Guesses that a hall can hide: a lamp at full gives no more. */
export const hideable = (set: StudioSet): Suspect[] =>
  suspectsOf(set).filter(suspect => suspect.kind !== 'nothing' && hallWith(set, suspect) !== set)

/** Whether two guesses are of one culprit. */
export const isSameCulprit = (one: Suspect, other: Suspect): boolean => culpritOf(one) === culpritOf(other)
