import type { StudioSet } from '../../model/schema'
import type { InLength } from '../../physics/units/distance'

/** Something that somebody would do on set beside turning powers, as a step that can be undone. */
export type Move = {
  id: string
  minutes: number
  apply: (set: StudioSet) => StudioSet
  /** What it is, as an instruction, from the set before and after it. */
  words: (before: StudioSet, after: StudioSet, inLength: InLength) => string
}

/** Moves of one kind, in ways that each lead away from how things are: the least first. */
export type Family = { id: string; ways: readonly (readonly Move[])[] }

/** Whether a light, or what moves with it, may be touched. */
export type MayMove = (id: string) => boolean
