import { useEventListener } from '@vueuse/core'
import { useKept } from '~/shared/useKept'
import { computed, ref, watch } from 'vue'
import { liveQuery, type Subscription } from 'dexie'
import { defineStore } from 'pinia'
import { demoSet } from '#core/edits/demo'
import { FIXED_HOLDS } from '#core/model/placeIds'
import { emptySet } from '#core/starting/emptySet'
import type { OpenedSet } from '~/storage/library'
import { almanacDay } from '#core/looks/almanac'
import { inLook } from '#core/looks/inLook'
import { editInLook } from '#core/looks/overrides'
import { createOpenDocument, type Change, type Ticket } from '~/document/openDocument'
import { freshId } from '~/support/freshId'
import { useNotices } from './notices'
import { usePreferences } from './preferences'
import { useVault } from './vault'

/** The open set and what is chosen in it; its document, history and way to the disk are those of app/document. */
export const useStudio = defineStore('studio', () => {
  const { library, database, unkept } = useKept()
  const preferences = usePreferences()
  const notices = useNotices()
  const vault = useVault()
  const held = createOpenDocument(library, demoSet(), name => {
    notices.tell({
      id: 'forked',
      words: `Another tab changed this set at the same time. Its version is kept as it is; yours goes on as "${name}", with its pictures and steps.`,
    })
    watchRow(document.value.id)
    void preferences.change({ currentSetId: document.value.id })
  })
  /** The set as it is kept; what a look has otherwise lies in its looks. */
  const { document: stored } = held
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
  const look = computed(() => stored.value.looks.find(({ id }) => id === lookId.value) ?? stored.value.looks[0]!)
  /** The set as it stands while the present look is taken: what is drawn, judged and edited. */
  const document = computed(() => inLook(stored.value, look.value.id))
  /** Edits are of the present look alone, as far as a look may have things otherwise. */
  const isOnlyHere = ref(false)

  /** An edit of the set as a look shows it, as an edit of the set that is kept. */
  const asShown =
    (change: Change, id: string, isHere: boolean): Change =>
    set =>
      editInLook(set, id, change, isHere)
  const edit = (change: Change) => held.edit(asShown(change, look.value.id, isOnlyHere.value))
  /** An edit of the set as it is kept, whatever look is shown. */
  const editKept = (change: Change) => held.edit(change)
  const ticket = (): Ticket => {
    const open = held.ticket()
    const [id, isHere] = [look.value.id, isOnlyHere.value]
    return {
      ...open,
      set: inLook(open.set, id),
      commit: (what, change) => open.commit(what, asShown(change, id, isHere)),
    }
  }
  let watching: Subscription | undefined

  const isSaved = () => held.saveState.value === 'saved' && !held.isBehind()

  /** What another tab did with the row of the open set. */
  const heardRow = async (row: { revision: number; deletedAt?: string } | undefined) => {
    if (!row) return vault.tellLoss('missing', stored.value, held.saveAgain)
    if (row.deletedAt !== undefined) return deletedElsewhere()
    notices.drop('deleted')
    if (row.revision <= held.revision() || !isSaved()) return
    const opened = await library.open(document.value.id)
    if (opened.ok && isSaved() && opened.value.revision > held.revision()) held.adopt(opened.value)
  }

  const deletedElsewhere = () =>
    notices.tell({
      id: 'deleted',
      words: `"${document.value.name}" was deleted in another tab. It is still open here, but changes are not saved.`,
      isKept: true,
      actions: [
        { name: 'Put it back', run: putBack },
        {
          name: 'Open another set',
          run: async () => {
            notices.drop('deleted')
            await openAnother()
          },
        },
      ],
    })

  const putBack = async () => {
    const { id } = document.value
    if (!(await library.restore(id))) await held.saveAgain()
    else await held.wasRestored()
    watchRow(document.value.id)
    notices.drop('deleted')
  }

  const watchRow = (id: string) => {
    watching?.unsubscribe()
    watching = liveQuery(() => database.heads.get(id)).subscribe({
      next: row => void (id === document.value.id && heardRow(row)),
      error: () =>
        notices.tell({
          id: 'watch',
          words: 'Changes in other tabs can no longer be seen. Your own are saved as before.',
        }),
    })
  }

  const take = (opened: OpenedSet) => {
    held.adopt(opened)
    selectedIds.value = []
    lookId.value = null
    isOnlyHere.value = false
    for (const id of ['forked', 'damaged', 'deleted', 'unsaved', 'loss', 'saving']) notices.drop(id)
    watchRow(opened.set.id)
    void preferences.change({ currentSetId: opened.set.id })
    if (opened.leftOut.length > 0) vault.tellDamage(opened)
  }

  /** What is to be done where the open set is about to be left, and is not saved. */
  const leave = async (then: () => Promise<unknown>): Promise<boolean> => {
    if (await held.flush()) return true
    notices.tell({
      id: 'unsaved',
      words: `"${document.value.name}" has changes that the browser could not save. They would be lost with the next set.`,
      isKept: true,
      actions: [
        { name: 'Export it', run: () => vault.exportOpen(stored.value) },
        {
          name: 'Leave without saving',
          run: async () => {
            notices.drop('unsaved')
            held.abandon()
            await then()
          },
        },
        { name: 'Stay', run: () => notices.drop('unsaved') },
      ],
    })
    return false
  }

  const open = async (id: string): Promise<boolean> => {
    if (id === document.value.id && isReady.value && isSaved()) return true
    if (!(await leave(() => open(id)))) return false
    const opened = await library.open(id)
    if (opened.ok) take(opened.value)
    else notices.tell({ id: 'open', words: opened.message })
    return opened.ok
  }

  const begin = async (make: () => ReturnType<typeof demoSet>): Promise<boolean> => {
    if (isReady.value && !(await leave(() => begin(make)))) return false
    take(await library.add(make()))
    return true
  }

  /** A demo set under an id of its own, so that an exported one finds its own free when it comes back. */
  const ownDemo = () => ({ ...demoSet(), id: `${demoSet().id}-${freshId(8)}` })
  const openDemo = () => begin(ownDemo)
  /** The almanac's day, nine sitters and five looks, under an id of its own. */
  const openAlmanac = () => begin(() => ({ ...almanacDay(), id: `almanac-${freshId(8)}` }))

  /** An empty room to build in, read as the user reads by habit. */
  const openEmpty = () =>
    begin(() => ({
      ...emptySet(`set-${freshId(8)}`, 'New set'),
      holds: Object.fromEntries(Object.entries(preferences.values.holds).filter(([id]) => FIXED_HOLDS.includes(id))),
    }))

  /** A set that comes from elsewhere, under an id of its own. */
  const openNew = (set: ReturnType<typeof demoSet>) => begin(() => ({ ...set, id: `set-${freshId(8)}` }))

  /** Goes on with the newest other set, or the demo set where there is none. */
  const openAnother = async () => {
    held.abandon()
    for (const { id } of await library.list()) if (id !== document.value.id && (await open(id))) return
    take(await library.add(ownDemo()))
  }

  /**
   * Finds what was open last, or begins with the demo set. What the browser lost comes back from its second copies
   * first.
   */
  const start = async () => {
    await vault.meet()
    await preferences.load()
    const sets = await library.list()
    const wanted = [...sets].sort(
      (a, b) => Number(b.id === preferences.values.currentSetId) - Number(a.id === preferences.values.currentSetId),
    )
    for (const { id } of wanted) {
      const opened = await library.open(id)
      if (opened.ok) {
        take(opened.value)
        break
      }
      notices.tell({ id: `open ${id}`, words: opened.message })
    }
    if (held.revision() === 0) await openDemo()
    isReady.value = true
    if (unkept)
      notices.tell({
        id: 'unkept',
        words: `Nothing is kept here: ${unkept}. Everything works, but what you make is gone when this tab closes. Export it to keep it.`,
      })
  }

  // A second copy follows every save, and other tabs are told of trouble at once.
  watch(held.saveState, state => {
    if (state === 'saved' && isReady.value) vault.copySoon(document.value.id)
    notices.follow(
      'saving',
      state === 'failed'
        ? {
            words: `The browser could not save: ${held.saveReason.value}. Your work is open here and is tried again by itself.`,
            isKept: true,
            actions: [
              { name: 'Try now', run: held.retry },
              { name: 'Export it', run: () => vault.exportOpen(stored.value) },
            ],
          }
        : undefined,
    )
    if (state === 'deleted') deletedElsewhere()
    if (state === 'missing' || state === 'lost') vault.tellLoss(state, stored.value, held.saveAgain)
  })

  // Leaving the page: what waits is written at once; where that cannot be, the browser asks.
  useEventListener(globalThis.document, 'visibilitychange', () => {
    if (globalThis.document.visibilityState === 'hidden') void held.flush()
  })
  useEventListener(globalThis.window, 'pagehide', () => void held.flush())
  useEventListener(globalThis.window, 'beforeunload', (event: BeforeUnloadEvent) => {
    if (!isReady.value || isSaved()) return
    void held.flush()
    event.preventDefault()
  })

  /** Something was moved by the drag under way. */
  const isMoving = ref(false)
  let dragStart = stored.value
  const beginDrag = () => {
    dragStart = stored.value
    held.beginDrag()
  }
  watch(
    [stored, held.isDragging],
    () => {
      isMoving.value = held.isDragging.value && (isMoving.value || stored.value !== dragStart)
    },
    { flush: 'sync' },
  )

  return {
    document,
    stored,
    isOnlyHere,
    look,
    lookId,
    selectedId,
    selectedIds,
    isReady,
    isDragging: held.isDragging,
    isMoving,
    saveState: held.saveState,
    history: held.history,
    canUndo: held.canUndo,
    canRedo: held.canRedo,
    undoName: held.undoName,
    redoName: held.redoName,
    undo: held.undo,
    redo: held.redo,
    edit,
    editKept,
    step: held.step,
    ticket,
    beginDrag,
    endDrag: held.endDrag,
    saveNow: held.flush,
    open,
    openDemo,
    openAlmanac,
    openEmpty,
    openAnother,
    openNew,
    start,
  }
})
