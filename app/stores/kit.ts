import { useRefHistory } from '@vueuse/core'
import { useKept } from '~/shared/useKept'
import { ref, shallowRef } from 'vue'
import { liveQuery } from 'dexie'
import { defineStore } from 'pinia'
import { genericKit } from '#core/kit/genericKit'
import type { Kit, KitKind } from '#core/kit/kitSchema'
import { parseKit } from '#core/kit/kitFile'
import { clearRefusal, reportRefusal } from '~/ui/refusals'
import { createWriter } from '~/document/writer'
import { useNotices } from './notices'
import { unreadTold } from '#wording/refusals/told'

const KEY = 'kit'

/** The user's own kit: kept in this browser, beside the sets. */
export const useKit = defineStore('kit', () => {
  const { database } = useKept()
  const notices = useNotices()
  const kit = shallowRef<Kit>(genericKit())
  const problem = ref('')
  const history = useRefHistory(kit, { deep: false, capacity: 100 })

  const writer = createWriter({
    write: async () => {
      await database.preferences.put({ key: KEY, value: kit.value })
      return { kind: 'saved' }
    },
    onState: (state, reason) =>
      notices.follow(
        'kit',
        state === 'failed'
          ? {
              words: `Your kit is changed in this tab, but the browser could not keep it: ${reason}. It is tried again; export the kit to be safe.`,
            }
          : undefined,
      ),
    delayMs: 0,
  })

  liveQuery(() => database.preferences.get(KEY)).subscribe(row => {
    // What is on its way to the database is newer than what comes out of it.
    if (!row || writer.isBehind()) return
    const outcome = unreadTold(parseKit(row.value), 'kit')
    if (outcome.ok) {
      if (JSON.stringify(outcome.value) !== JSON.stringify(kit.value)) kit.value = outcome.value
    } else
      problem.value = `The kit in this browser cannot be read: ${outcome.message} The generic kit stands in; yours is kept as it is until you change something.`
  })

  const change = async (edit: (kit: Kit) => Kit) => {
    const checked = unreadTold(parseKit(edit(kit.value)), 'kit')
    if (!checked.ok) return reportRefusal(`This does not go into a kit: ${checked.message} The kit is as it was.`)
    clearRefusal()
    kit.value = checked.value
    problem.value = ''
    writer.touch()
    await writer.flush()
  }

  const put = <K extends KitKind>(kind: K, item: Kit[K][number]) =>
    change(before => {
      const items = before[kind] as Kit[K][number][]
      const isKnown = items.some(({ id }) => id === item.id)
      return {
        ...before,
        [kind]: isKnown ? items.map(other => (other.id === item.id ? item : other)) : [...items, item],
      }
    })

  const remove = (kind: KitKind, id: string) =>
    change(before => ({ ...before, [kind]: before[kind].filter(item => item.id !== id) }))

  const undo = async () => {
    history.undo()
    writer.touch()
    await writer.flush()
  }

  return { kit, problem, change, put, remove, undo, canUndo: history.canUndo }
})
