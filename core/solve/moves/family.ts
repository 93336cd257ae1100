import type { Change, ChangeKind } from '../../changes/change'

/** Kinds of things that somebody would do on set beside turning powers; an answer does each kind once. */
export type FamilyId =
  | 'backdrop-depth'
  | 'backdrop-aside'
  | 'backdrop-height'
  | 'backdrop-aim'
  | 'backdrop-aim-height'
  | 'backdrop-roll'
  | 'backdrop-twin'
  | 'half-scrim'
  | 'key-distance'
  | 'key-feather'
  | 'key-grid'
  | 'key-roll'
  | 'key-flag'
  | 'group-depth'
  | 'black-sides'
  | 'curtains'
  | 'fill-board'

/** A change that the search may make, as one of a family. */
export type Move = { family: FamilyId; change: Change }

/** Changes of one family, in ways that each lead away from how things are: the least first. */
export type Family = { id: FamilyId; ways: readonly (readonly Change[])[] }

/** Whether two moves are the same one. */
export const isSameMove = (one: Move, other: Move): boolean =>
  one === other || (one.family === other.family && JSON.stringify(one.change) === JSON.stringify(other.change))

/** Ways of one family, each a list of steps that a change is made of. */
export const family = <Step>(
  id: FamilyId,
  ways: readonly (readonly Step[])[],
  changeOf: (step: Step) => Change & { kind: ChangeKind },
): Family => ({ id, ways: ways.map(way => way.map(changeOf)) })
