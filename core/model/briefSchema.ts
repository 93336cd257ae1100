import * as v from 'valibot'
import { between } from './schemaBasics'

/** What the backdrop shall look like; core/brief/looks.ts says what each asks for. */
const LOOK_KINDS = ['white', 'white-held', 'light-grey', 'mid-grey', 'dark-grey', 'black', 'silhouette'] as const

/** How much of the subjects the picture shows. */
const FRAMINGS = ['head', 'half', 'full', 'group'] as const

/** What the job asks for, before any light stands. */
export const BriefSchema = v.strictObject({
  look: v.picklist(LOOK_KINDS),
  framing: v.picklist(FRAMINGS),
  /** Highlight to shadow on the face: 2 is one stop. */
  ratio: between(1, 64),
  looksWanted: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(40)),
  minutesPerSitter: between(1, 600),
})

/** A brief before anything is asked. */
export const NO_BRIEF = { look: 'white', framing: 'half', ratio: 2, looksWanted: 1, minutesPerSitter: 20 } as const
