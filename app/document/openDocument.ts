import { computed, ref, shallowRef } from 'vue'
import { applyPatch, difference, inverted, type Patch } from '#core/edits/patch'
import { checkChange } from '#core/validation/checkChange'
import type { StudioSet } from '#core/model/schema'
import { err, ok, type Outcome } from '#core/shared/outcome'
import type { OpenedSet, Library } from '../storage/library'
import { movedBy, NO_HISTORY, recordStep, stepToRedo, stepToUndo, type History } from './history'
import { clearRefusal, reportRefusal } from '../ui/refusals'
import { stepName } from './stepName'
import { createWriter, type SaveState, type WriteEnd } from './writer'
import { changeTold } from '#wording/refusals/told'
import { errorWords } from '#wording/impossible'

/** Makes another set of a set, or throws where it cannot. */
export type Change = (set: StudioSet) => StudioSet

/** A question that takes its time: what it was asked of, and the way back in. */
export type Ticket = {
  set: StudioSet
  /** Whether the same set is open still, and whether nothing of it has changed since. */
  isOpen: () => boolean
  isUntouched: () => boolean
  /** Brings the answer into the set that it was asked of; refused where another is open by then. */
  commit: (what: string, change: Change) => Outcome<StudioSet>
}

const KEPT = 'No change made.'

/**
 * The open set: its one document, its history, and its way to the disk. Every change comes through `edit`, which
 * checks it against
 * schema and references, makes one step to undo of it, and hands it to the one writer. `forked` hears when another
 * tab was first and
 * this one goes on with a copy.
 */
export const createOpenDocument = (library: Library, first: StudioSet, forked: (name: string) => void = () => {}) => {
  const document = shallowRef<StudioSet>(first)
  const history = shallowRef<History>(NO_HISTORY)
  const saveState = ref<SaveState>('saved')
  const saveReason = ref('')
  /** Nothing is written before a set was taken from the library. */
  let isOpen = false
  let revision = 0
  let dragFrom: StudioSet | undefined
  let stepFrom: StudioSet | undefined

  const write = async (): Promise<WriteEnd> => {
    const [set, steps] = [document.value, history.value]
    const ended = await library.save(set, revision, steps)
    if (ended.kind === 'saved') {
      revision = ended.revision
      return ended
    }
    if (ended.kind !== 'conflict') return { kind: ended.kind }
    // Another tab was there first: both versions stay, ours goes on as a copy with its pictures and its history.
    const copy = await library.addBeside({ ...set, name: `${set.name} (this tab)`.slice(0, 80) }, set.id, steps)
    const { id, name } = copy.set
    const renamed = (one: StudioSet): StudioSet => ({ ...one, id, name: one.name === set.name ? name : one.name })
    document.value = renamed(document.value)
    if (dragFrom) dragFrom = renamed(dragFrom)
    revision = copy.revision
    forked(name)
    return { kind: 'saved' }
  }

  const writer = createWriter({
    write,
    onState: (state, reason) => {
      saveState.value = state
      saveReason.value = reason
    },
  })

  const become = (set: StudioSet, patch: Patch) => {
    document.value = set
    if (dragFrom || stepFrom) {
      writer.touch(true)
      return
    }
    history.value = recordStep(history.value, stepName(patch, set), patch)
    writer.touch()
  }

  const refuse = (words: string): Outcome<never> => {
    reportRefusal(words)
    return err(words)
  }

  /** Makes a step: the document becomes what `change` makes of it, where that can be. */
  const edit = (change: Change): Outcome<StudioSet> => {
    const before = document.value
    let patch: Patch
    try {
      patch = difference(before, change(before))
    } catch (error) {
      return refuse(`This could not be done: ${errorWords(error)} ${KEPT}`)
    }
    if (patch.length === 0) {
      clearRefusal()
      return ok(before)
    }
    // What did not change stays the very same object, so that nothing is worked out again for it.
    const after = applyPatch(before, patch)
    const checked = changeTold(checkChange(before, after))
    if (!checked.ok) return refuse(`${checked.message} ${KEPT}`)
    clearRefusal()
    become(after, patch)
    return checked
  }

  /** Several edits become one step to undo, also where one of them throws. */
  const closeStep = (from: StudioSet) => {
    const patch = difference(from, document.value)
    if (patch.length === 0) return
    history.value = recordStep(history.value, stepName(patch, document.value), patch)
    writer.touch()
  }
  const step = <T>(run: () => T): T => {
    if (stepFrom || dragFrom) return run()
    stepFrom = document.value
    try {
      return run()
    } finally {
      const from = stepFrom
      stepFrom = undefined
      if (from) closeStep(from)
    }
  }

  const isDragging = ref(false)
  const endDrag = () => {
    const from = dragFrom
    dragFrom = undefined
    isDragging.value = false
    if (from) closeStep(from)
  }
  /** From here on many small edits count as one step, until the hand lets go. */
  const beginDrag = () => {
    endDrag()
    dragFrom = document.value
    isDragging.value = true
  }

  const move = (by: 1 | -1): boolean => {
    endDrag()
    const found = by < 0 ? stepToUndo(history.value) : stepToRedo(history.value)
    if (!found) return false
    try {
      const after = applyPatch(document.value, by < 0 ? inverted(found.patch) : found.patch)
      const checked = changeTold(checkChange(document.value, after))
      if (!checked.ok) throw new Error(checked.message)
      document.value = after
    } catch (error) {
      history.value = { ...NO_HISTORY, nextId: history.value.nextId }
      refuse(
        `This step does not fit the set any more (${errorWords(error).replace(/\.$/, '')}). The set is as it was; its earlier steps are gone.`,
      )
      writer.touch()
      return false
    }
    history.value = movedBy(history.value, by)
    clearRefusal()
    writer.touch()
    return true
  }

  /** Shows what was taken from the library: nothing of ours waits. */
  const adopt = (opened: OpenedSet) => {
    dragFrom = undefined
    stepFrom = undefined
    isDragging.value = false
    document.value = opened.set
    history.value = opened.history
    revision = opened.revision
    isOpen = true
    clearRefusal()
    writer.settle()
  }

  /** Writes what waits, before something else is opened or somebody needs it on the library. */
  const flush = async (): Promise<boolean> => {
    endDrag()
    return !isOpen || (await writer.flush())
  }

  /** Lets go what could not be written: the next set that is taken has nothing waiting before it. */
  const abandon = () => {
    dragFrom = undefined
    isDragging.value = false
    isOpen = false
    writer.settle()
  }

  /**
   * Writes the open set again, where its row or the whole database is gone. What second copies hold has to be back
   * before.
   */
  const saveAgain = async (): Promise<boolean> => {
    await library.identity.meet()
    const taken = await library.retake(document.value, revision, history.value)
    if (taken.set.id !== document.value.id) document.value = { ...document.value, id: taken.set.id }
    revision = taken.revision
    return writer.resume()
  }

  /** The open set came out of the bin again. */
  const wasRestored = () => writer.resume()

  const ticket = (): Ticket => {
    const set = document.value
    return {
      set,
      isOpen: () => document.value.id === set.id,
      isUntouched: () => document.value === set,
      commit: (what, change) =>
        document.value.id === set.id
          ? edit(change)
          : refuse(
              `${what} was for "${set.name}", but "${document.value.name}" is open now. Nothing was changed; open "${set.name}" and do it again.`,
            ),
    }
  }

  return {
    document,
    history,
    saveState,
    saveReason,
    isDragging,
    canUndo: computed(() => stepToUndo(history.value) !== undefined),
    canRedo: computed(() => stepToRedo(history.value) !== undefined),
    undoName: computed(() => stepToUndo(history.value)?.name ?? ''),
    redoName: computed(() => stepToRedo(history.value)?.name ?? ''),
    edit,
    step,
    beginDrag,
    endDrag,
    undo: () => move(-1),
    redo: () => move(1),
    adopt,
    flush,
    abandon,
    saveAgain,
    wasRestored,
    ticket,
    retry: () => writer.flush(),
    isBehind: writer.isBehind,
    revision: () => revision,
  }
}

/** The set that is open, with its history and its way to storage. */
export type OpenDocument = ReturnType<typeof createOpenDocument>
