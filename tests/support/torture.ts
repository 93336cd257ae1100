import 'fake-indexeddb/auto'
import { watch } from 'vue'
import { demoSet } from '#core/edits/demo'
import { changeSettings, renameSet } from '#core/edits/edits'
import { writeSetFile } from '#core/formats/setFile'
import type { StudioSet } from '#core/model/schema'
import { createOpenDocument, type OpenDocument } from '~/document/openDocument'
import { openDatabase, type Database } from '~/storage/database'
import { createKeeper } from '~/storage/keeper'
import { createLibrary, type OpenedSet, type Library } from '~/storage/library'
import { memoryCopies } from './memoryCopies'
import { xorshift } from './xorshift'

/** What a run of random use came to. */
export type Tortured = {
  steps: number
  seed: number
  counts: Record<string, number>
  acknowledged: number
  lost: string[]
}

/** A state of a set, and the one that it was made from. */
type State = { text: string; from: State | undefined }

type Tab = { database: Database; library: Library; document: OpenDocument; at: State | undefined }

let run = 0

/**
 * Random use of two tabs over one database: edits, drags, undo and redo, reloads, kills in the middle of anything,
 * imports, copies,
 * deleting and putting back, writes that the disk refuses, and a browser that drops the database. After every step
 * what each tab was
 * told is saved is held against what lies there: a document that was acknowledged and not knowingly given up has to
 * be found, whole.
 */
export const torture = async (steps: number, seed: number, deadline = Number.POSITIVE_INFINITY): Promise<Tortured> => {
  run += 1
  const name = `torture-${seed}-${run}`
  const draw = xorshift(seed)
  const pick = <T>(items: readonly T[]): T | undefined => items[Math.floor(draw() * items.length)]
  const copies = memoryCopies()
  const counts: Record<string, number> = {}
  const lost: string[] = []
  let isFull = false
  let acknowledged = 0
  /** Every state that a set was ever in, what it was made from, and which of them somebody was told is saved last. */
  const states = new Map<string, State[]>()
  const promised = new Map<string, State>()
  // A checked set has its keys in the schema's order, an edited one in its own.
  const textOf = (set: unknown) =>
    JSON.stringify(set, (_, value: unknown) =>
      typeof value === 'object' && value !== null && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
        : value,
    )
  const stateOf = (set: StudioSet, from: State | undefined): State => {
    const state: State = { text: textOf(set), from }
    states.set(set.id, [...(states.get(set.id) ?? []), state])
    return state
  }
  const isMadeFrom = (state: State | undefined, wanted: State): boolean => {
    for (let one = state; one; one = one.from) if (one === wanted) return true
    return false
  }
  /** A set is promised as it stands: from now on this state, or one made from it, has to lie there. */
  const promise = (id: string, state: State) => {
    acknowledged += 1
    const before = promised.get(id)
    if (before && !isMadeFrom(state, before))
      lost.push(`"${(JSON.parse(state.text) as StudioSet).name}" (${id}) was saved over something newer`)
    promised.set(id, state)
  }

  const openTab = async (): Promise<Tab> => {
    const database = openDatabase(name)
    database.use({
      stack: 'dbcore',
      name: 'full',
      create: down => ({
        ...down,
        table: table => {
          const inner = down.table(table)
          return {
            ...inner,
            mutate: async request => {
              // A refusal comes from the disk, once something was asked of it: a transaction that is asked nothing
              // would never end.
              const answer = await inner.mutate(request)
              if (isFull) throw new DOMException('full', 'QuotaExceededError')
              return answer
            },
          }
        },
      }),
    })
    const library = createLibrary(database)
    await library.identity.meet()
    const document = createOpenDocument(library, demoSet())
    const tab: Tab = { database, library, document, at: undefined }
    watch(
      document.document,
      set => {
        if (!isOpening) tab.at = stateOf(set, tab.at)
      },
      { flush: 'sync' },
    )
    // What a tab says is saved is a promise from that moment on.
    watch(
      document.saveState,
      state =>
        state === 'saved' &&
        !document.isBehind() &&
        !isOpening &&
        tab.at &&
        promise(document.document.value.id, tab.at),
      { flush: 'sync' },
    )
    await openSome(tab)
    return tab
  }

  /**
   * What a tab opens is the newest state that reads so, of those that were made from what is promised where several
   * do.
   */
  let isOpening = false
  const adopt = (tab: Tab, opened: OpenedSet) => {
    isOpening = true
    tab.document.adopt(opened)
    isOpening = false
    const text = textOf(opened.set)
    const wanted = promised.get(opened.set.id)
    const alike = states.get(opened.set.id)?.filter(state => state.text === text) ?? []
    tab.at =
      alike.findLast(state => !wanted || isMadeFrom(state, wanted)) ?? alike.at(-1) ?? stateOf(opened.set, undefined)
  }
  const openSome = async (tab: Tab) => {
    const listed = await tab.library.list()
    const wanted = pick(listed)
    const opened = wanted && (await tab.library.open(wanted.id))
    if (opened?.ok) return adopt(tab, opened.value)
    const added = await tab.library.add(demoSet())
    promise(added.set.id, stateOf(added.set, undefined))
    adopt(tab, added)
  }

  const someEdit = (tab: Tab) => {
    const powerStops = -Math.round(draw() * 60) / 10
    const change = pick([
      (set: StudioSet) => changeSettings(set, set.looks[0]!.id, { key: { on: draw() < 0.8, powerStops } }),
      (set: StudioSet) => renameSet(set, `Set ${Math.floor(draw() * 1000)}`),
      (set: StudioSet) => ({
        ...set,
        lights: set.lights
          .slice(0, 2)
          .map((light, index) => (index === 0 ? { ...light, place: { ...light.place, xM: draw() * 2 - 1 } } : light)),
      }),
      // What no set may be is refused and changes nothing.
      (set: StudioSet) => ({ ...set, room: { ...set.room, widthM: 500 } }),
      (set: StudioSet) => ({ ...set, notes: 'x'.repeat(Math.floor(draw() * 1500)) }),
    ])!
    tab.document.edit(change)
  }

  const tabs: Tab[] = [await openTab(), await openTab()]
  const flush = (tab: Tab) => tab.document.flush()

  const acts: Record<string, (tab: Tab, index: number) => unknown> = {
    edit: someEdit,
    editMore: tab => {
      for (let count = Math.floor(draw() * 4); count >= 0; count--) someEdit(tab)
    },
    drag: tab => {
      tab.document.beginDrag()
      someEdit(tab)
      someEdit(tab)
      if (draw() < 0.9) tab.document.endDrag()
    },
    undo: tab => tab.document.undo(),
    redo: tab => tab.document.redo(),
    save: flush,
    saveAtOnce: tab => Promise.all([flush(tab), flush(tab)]),
    editWhileSaving: async tab => {
      const saving = tab.document.flush()
      someEdit(tab)
      await saving
    },
    open: async tab => {
      if (await tab.document.flush()) await openSome(tab)
    },
    // A kill takes what was not acknowledged with it, and nothing else.
    kill: async (_, index) => {
      tabs[index]!.database.close()
      tabs[index] = await openTab()
    },
    reload: async (tab, index) => {
      await flush(tab)
      tab.database.close()
      tabs[index] = await openTab()
    },
    import: async tab => {
      const outcome = await tab.library.importFile(writeSetFile(renameSet(demoSet(), 'Imported'), {}))
      if (outcome.ok) promise(outcome.value.set.id, stateOf(outcome.value.set, undefined))
    },
    copy: async tab => {
      await flush(tab)
      const outcome = await tab.library.duplicate(tab.document.document.value.id)
      if (outcome.ok) promise(outcome.value.set.id, stateOf(outcome.value.set, undefined))
    },
    remove: async tab => {
      const listed = await tab.library.list()
      if (listed.length > 6) await tab.library.remove(pick(listed)!.id)
    },
    putBack: async tab => {
      const set = pick(await tab.library.binned())
      if (!set) return
      await tab.library.restore(set.id)
      for (const other of tabs)
        if (other.document.saveState.value === 'deleted' && other.document.document.value.id === set.id)
          await other.document.wasRestored()
    },
    copies: async tab => createKeeper(tab.database, tab.library, copies).reconcile(),
    fill: () => {
      isFull = true
    },
    room: () => {
      isFull = false
    },
    /**
     * The browser drops everything: what a tab holds, and what second copies hold, comes back; copies are taken
     * before, as the app does after every save.
     */
    drop: async tab => {
      if (draw() > 0.15 || isFull) return
      await flush(tab)
      await createKeeper(tab.database, tab.library, copies).reconcile()
      await Promise.all(tab.database.tables.map(table => table.clear()))
      let isBack = false
      for (const [index, other] of tabs.entries()) {
        const unchanged = other.document.document.value
        someEdit(other)
        await other.document.flush()
        if (other.document.document.value !== unchanged && other.document.saveState.value === 'saved')
          lost.push(`tab ${index} says saved into a database that was dropped`)
        const before = other.document.document.value
        if (other.document.saveState.value === 'saved') continue
        if (!isBack) await createKeeper(tab.database, tab.library, copies).reconcile()
        isBack = true
        await other.document.saveAgain()
        if (before.id !== other.document.document.value.id) promised.delete(before.id)
      }
      await createKeeper(tab.database, tab.library, copies).reconcile()
    },
  }
  const often = ['edit', 'edit', 'editMore', 'save', 'save', 'undo', 'room', 'room']
  const names = [...Object.keys(acts), ...often]

  const wasWell = new Map<string, { wanted: State; revision: number }>()
  const check = async (step: number, act: string) => {
    const [{ database }] = tabs as [Tab]
    const rows = new Map((await database.sets.toArray()).map(row => [row.id, row]))
    for (const [id, wanted] of promised) {
      const row = rows.get(id)
      // What was well and has not been written since is well.
      const seen = wasWell.get(id)
      if (row && seen?.wanted === wanted && seen.revision === row.revision) continue
      wasWell.set(id, { wanted, revision: row?.revision ?? 0 })
      const name = (JSON.parse(wanted.text) as StudioSet).name
      if (!row) lost.push(`step ${step} (${act}): "${name}" (${id}) is gone`)
      else if (!states.get(id)!.some(state => state.text === textOf(row.document) && isMadeFrom(state, wanted)))
        lost.push(`step ${step} (${act}): "${name}" (${id}) is not what was said to be saved, nor made from it`)
    }
  }

  let step = 0
  for (; step < steps && performance.now() < deadline && lost.length === 0; step++) {
    const act = pick(names)!
    const index = draw() < 0.6 ? 0 : 1
    counts[act] = (counts[act] ?? 0) + 1
    try {
      await acts[act]!(tabs[index]!, index)
    } catch (error) {
      // A full disk may refuse an import or a copy in words; anything else is a fault.
      if (!isFull) lost.push(`step ${step} (${act}): ${(error as Error).stack ?? String(error)}`)
    }
    await check(step, act)
  }
  isFull = false
  for (const tab of tabs) await flush(tab)
  await check(step, 'end')
  for (const tab of tabs) tab.database.close()
  return { steps: step, seed, counts, acknowledged, lost }
}
