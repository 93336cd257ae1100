import type { Patch } from '#core/edits/patch'

/**
 * One step to undo: what changed, what it is called, and how much room it takes written down. Ids rise and are never
 * used again.
 */
export type Step = { id: number; name: string; patch: Patch; bytes: number }

/** Steps from the oldest; the first `done` of them are done, the others undone. */
export type History = { steps: readonly Step[]; done: number; nextId: number }

/** Steps and bytes that a history holds at most; the oldest make room. */
export const MOST_STEPS = 200
/** Steps kept to undo take at most this much storage, bytes. */
export const MOST_STEP_BYTES = 4_000_000

/** A history before the first step. */
export const NO_HISTORY: History = { steps: [], done: 0, nextId: 1 }

/** The bytes of a patch written as JSON, about. */
const patchBytes = (patch: Patch): number => JSON.stringify(patch).length

/** A history within its limits; the newest done step stays whatever its size. */
const bounded = (history: History): History => {
  let bytes = 0
  let first = history.done
  while (
    first > 0 &&
    history.done - first < MOST_STEPS &&
    (first === history.done || bytes + history.steps[first - 1]!.bytes <= MOST_STEP_BYTES)
  ) {
    first -= 1
    bytes += history.steps[first]!.bytes
  }
  return first === 0 ? history : { ...history, steps: history.steps.slice(first), done: history.done - first }
}

/** A history after another step: whatever was undone is gone. */
export const recordStep = (history: History, name: string, patch: Patch): History =>
  bounded({
    steps: [...history.steps.slice(0, history.done), { id: history.nextId, name, patch, bytes: patchBytes(patch) }],
    done: history.done + 1,
    nextId: history.nextId + 1,
  })

/** The step that undo would take back, and the one that redo would do again. */
export const stepToUndo = ({ steps, done }: History): Step | undefined => steps[done - 1]
/** The step that would be done again next. */
export const stepToRedo = ({ steps, done }: History): Step | undefined => steps[done]

/** A history one step back (-1) or forth (1). */
export const movedBy = (history: History, by: 1 | -1): History => ({ ...history, done: history.done + by })

/** A history as it was written down, with the id of the newest step that was done. */
export const historyFrom = (steps: readonly Step[], doneStep: number): History => {
  const sorted = steps.toSorted((a, b) => a.id - b.id)
  return {
    steps: sorted,
    done: sorted.filter(({ id }) => id <= doneStep).length,
    nextId: (sorted.at(-1)?.id ?? doneStep) + 1,
  }
}
