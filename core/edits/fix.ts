import type { StudioSet } from '../model/schema'

/** Something that can be done to the set to make it right, in words and as a step that can be undone. */
export type Mend = { words: string; apply: (set: StudioSet) => StudioSet }
