import { liveQuery, type Subscription } from 'dexie'
import { defineStore } from 'pinia'
import { demoSet } from '#core/set/demo'
import { emptySet } from '#core/starting/emptySet'
import type { StudioSet } from '#core/set/schema'
import { usePreferences } from './preferences'

export type SaveState = 'saved' | 'saving' | 'failed' | 'copied'

const STEPS_KEPT = 200
const SAVE_AFTER_MS = 250

/** The open set: its one document, its history, and its place on the shelf. */
export const useStudio = defineStore('studio', () => {
  const preferences = usePreferences()
  const { shelf, database } = preferences
  const document = shallowRef<StudioSet>(demoSet())
  /** What is chosen on the plan; the last one is what fields and tapes speak of. */
  const selectedIds = ref<string[]>([])
  const selectedId = computed({
    get: () => selectedIds.value.at(-1) ?? null,
    set: (id: string | null) => {
      selectedIds.value = id === null ? [] : [id]
    },
  })
  const lookId = ref<string | null>(null)
  const isReady = ref(false)
  const saveState = ref<SaveState>('saved')
  const message = ref<string | null>(null)
  const history = useRefHistory(document, { deep: false, capacity: STEPS_KEPT, flush: 'sync' })
  let revision = 0
  let isQuiet = false
  let watching: Subscription | undefined

  const look = computed(() => document.value.looks.find(({ id }) => id === lookId.value) ?? document.value.looks[0]!)

  /** Shows a document without saving it again or making it a step to undo. */
  const show = (set: StudioSet, atRevision: number) => {
    isQuiet = true
    document.value = set
    isQuiet = false
    revision = atRevision
    saveState.value = 'saved'
  }

  /** Another tab saved this set. Nothing of ours is waiting, so its version is the newest. */
  const follow = async () => {
    const opened = await shelf.open(document.value.id)
    if (opened.ok && saveState.value === 'saved' && opened.value.revision > revision) {
      show(opened.value.set, opened.value.revision)
      history.clear()
    }
  }

  const watchShelf = (id: string) => {
    watching?.unsubscribe()
    watching = liveQuery(() => database.sets.get(id)).subscribe({
      next: (row) => {
        if (row && row.revision > revision && saveState.value === 'saved') void follow()
      },
      error: () => { message.value = 'Changes in other tabs can no longer be seen. Your own are saved as before.' },
    })
  }

  const take = (set: StudioSet, atRevision: number) => {
    show(set, atRevision)
    history.clear()
    selectedIds.value = []
    lookId.value = null
    watchShelf(set.id)
    void preferences.change({ currentSetId: set.id })
  }

  const save = async () => {
    if (saveState.value !== 'saving') return
    const set = document.value
    try {
      const saved = await shelf.save(set, revision)
      if (saved !== undefined) {
        revision = saved
        if (document.value === set) saveState.value = 'saved'
        return
      }
      // Another tab was there first: both versions stay, ours as a copy that this tab goes on with.
      const copy = await shelf.add({ ...set, name: `${set.name} (this tab)`.slice(0, 80) })
      take(copy.set, copy.revision)
      saveState.value = 'copied'
      message.value = `Another tab changed this set at the same time. Its version is kept as it is; yours goes on as "${copy.set.name}".`
    }
    catch (error) {
      saveState.value = 'failed'
      message.value = `The browser could not save: ${(error as Error).message}. Your work is still open here; export it to a file to be safe.`
    }
  }

  const saveSoon = useDebounceFn(save, SAVE_AFTER_MS)

  watch(document, () => {
    if (isQuiet || !isReady.value) return
    saveState.value = 'saving'
    void saveSoon()
  }, { flush: 'sync' })

  /** Between these two, many small steps count as one to undo. */
  const isDragging = ref(false)
  /** Something was moved by the drag under way. */
  const isMoving = ref(false)
  /** Makes a step: the document becomes what `change` makes of it. */
  const edit = (change: (set: StudioSet) => StudioSet) => {
    document.value = change(document.value)
    if (isDragging.value) isMoving.value = true
  }

  let beforeDrag = document.value
  const beginDrag = () => {
    isDragging.value = true
    beforeDrag = document.value
    history.pause()
  }
  const endDrag = () => {
    isDragging.value = false
    isMoving.value = false
    // A press that moved nothing is no step.
    history.resume(document.value !== beforeDrag)
  }

  /** Between these two, several edits count as one to undo; nothing is under the hand meanwhile. */
  const beginStep = () => history.pause()
  const endStep = () => history.resume(true)

  /** Saves what is waiting, before something else needs it on the shelf. */
  const saveNow = save

  const open = async (id: string): Promise<boolean> => {
    await saveNow()
    const opened = await shelf.open(id)
    if (opened.ok) take(opened.value.set, opened.value.revision)
    else message.value = opened.message
    return opened.ok
  }

  const openDemo = async () => {
    // An id of its own, so that an exported demo set finds its own free when it comes back.
    const demo = demoSet()
    const added = await shelf.add({ ...demo, id: `${demo.id}-${crypto.randomUUID().slice(0, 8)}` })
    take(added.set, added.revision)
  }

  /** An empty room to build in. */
  const openEmpty = async () => {
    await saveNow()
    const added = await shelf.add(emptySet(`set-${crypto.randomUUID().slice(0, 8)}`, 'New set'))
    take(added.set, added.revision)
  }

  /** Goes on with the newest other set, or the demo set where there is none. */
  const openAnother = async () => {
    const [newest] = await shelf.list()
    if (!newest || !await open(newest.id)) await openDemo()
  }

  /** Finds what was open last, or begins with the demo set. */
  const start = async () => {
    await preferences.load()
    const sets = await shelf.list()
    const wanted = sets.find(({ id }) => id === preferences.values.currentSetId) ?? sets[0]
    if (wanted) {
      const opened = await shelf.open(wanted.id)
      if (opened.ok) take(opened.value.set, opened.value.revision)
      else {
        await openDemo()
        message.value = opened.message
      }
    }
    else await openDemo()
    isReady.value = true
  }

  return {
    document, look, lookId, selectedId, selectedIds, isReady, isDragging, isMoving, saveState, message,
    canUndo: history.canUndo, canRedo: history.canRedo, undo: history.undo, redo: history.redo,
    edit, beginDrag, endDrag, beginStep, endStep, open, openDemo, openEmpty, openAnother, saveNow, start,
  }
})
