import { shallowRef } from 'vue'
import { defineStore } from 'pinia'

/**
 * Something that the user has to hear, with what can be done about it. One of a kind at a time: the next of the same
 * id takes its place.
 * One that is kept stands until what it tells of is mended: there is no closing it.
 */
export type Notice = {
  id: string
  words: string
  actions?: readonly { name: string; run: () => unknown }[]
  isKept?: boolean
}

/** What is told across the whole app, newest first. */
export const useNotices = defineStore('notices', () => {
  const notices = shallowRef<readonly Notice[]>([])

  const drop = (id: string) => {
    if (notices.value.some(notice => notice.id === id)) notices.value = notices.value.filter(notice => notice.id !== id)
  }
  const tell = (notice: Notice) => {
    notices.value = [notice, ...notices.value.filter(({ id }) => id !== notice.id)]
  }
  /** Tells, or takes back what was told, as a state comes and goes. */
  const follow = (id: string, notice: Omit<Notice, 'id'> | undefined) => {
    if (notice) tell({ ...notice, id })
    else drop(id)
  }

  return { notices, tell, drop, follow }
})
