import { liveQuery } from 'dexie'
import { defineStore } from 'pinia'
import { genericKit } from '#core/kit/genericKit'
import type { Kit, KitKind } from '#core/kit/kitSchema'
import { parseKit } from '#core/kit/kitFile'
import { usePreferences } from './preferences'

const KEY = 'kit'

/** The user's own kit: kept in this browser, beside the sets. */
export const useKit = defineStore('kit', () => {
  const { database } = usePreferences()
  const kit = shallowRef<Kit>(genericKit())
  const problem = ref('')
  const history = useRefHistory(kit, { deep: false, capacity: 100 })

  liveQuery(() => database.preferences.get(KEY)).subscribe((row) => {
    if (!row) return
    const outcome = parseKit(row.value)
    if (outcome.ok) {
      if (JSON.stringify(outcome.value) !== JSON.stringify(kit.value)) kit.value = outcome.value
    }
    else problem.value = `The kit in this browser cannot be read: ${outcome.message} The generic kit stands in; yours is kept as it is until you change something.`
  })

  const change = async (edit: (kit: Kit) => Kit) => {
    kit.value = edit(kit.value)
    problem.value = ''
    try {
      await database.preferences.put({ key: KEY, value: kit.value })
    }
    catch (error) {
      problem.value = `The browser could not save the kit: ${(error as Error).message}. Export it to be safe.`
    }
  }

  const put = <K extends KitKind>(kind: K, item: Kit[K][number]) => change((before) => {
    const items = before[kind] as Kit[K][number][]
    const isKnown = items.some(({ id }) => id === item.id)
    return { ...before, [kind]: isKnown ? items.map(other => other.id === item.id ? item : other) : [...items, item] }
  })

  const remove = (kind: KitKind, id: string) => change(before => ({ ...before, [kind]: before[kind].filter(item => item.id !== id) }))

  const undo = async () => {
    history.undo()
    await database.preferences.put({ key: KEY, value: kit.value })
  }

  return { kit, problem, change, put, remove, undo, canUndo: history.canUndo }
})
