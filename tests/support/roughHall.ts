import { demoSet } from '#core/edits/demo'
import { changeAreas, changeGrid } from '#core/edits/edits'
import { SRGB_RESPONSE } from '#core/camera/response'

/** Evenness that a run of three readings across the drop can be held to. */
export const ASKED_EVEN_STOPS = 0.4

const SIXTEEN = Array.from({ length: 16 }, (_, index) => ({
  across: 0.08 + 0.28 * (index % 4),
  up: 0.08 + 0.28 * Math.floor(index / 4),
}))

/** The demo set with evenness asked for, and sixteen places that no run reads. */
export const hallSet = () =>
  changeAreas(changeGrid(demoSet(), 'white', { over: 'backdrop', places: 'free', free: SIXTEEN }), 'white', [
    { kind: 'even', withinStops: ASKED_EVEN_STOPS },
  ])

export const GRID_IDS = SIXTEEN.map((_, index) => `grid/backdrop/free/${index}`)
/** Twenty places where no run holds a meter. */
export const UNREAD_IDS = [...GRID_IDS, 'subject/shadow-side', 'subject/hair', 'floor/feet', 'spill/back-of-head']
export const READ_IDS = ['subject/key-side', 'backdrop/left', 'backdrop/middle', 'backdrop/right']

/** White paper of 0.88 renders 250 at linear 0.956 / 0.88: 0.12 stop over the camera setting. */
export const WANTED_STOPS = Math.log2(SRGB_RESPONSE.linearFromValue(250) / 0.88)

export const median = (numbers: readonly number[]) => numbers.toSorted((a, b) => a - b)[Math.floor(numbers.length / 2)]!
export const spread = (numbers: readonly number[]) => Math.max(...numbers) - Math.min(...numbers)
