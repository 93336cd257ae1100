import { useSessionStorage } from '@vueuse/core'
import { defineStore } from 'pinia'

/** A step of the change from one look of a set to another, by their ids; the step by its own key. */
export type ChangeMark = { setId: string; from: string; to: string; step: string }

/** Marks at most: those of the oldest changes go first. */
const MOST_MARKS = 2000

const keyOf = ({ setId, from, to, step }: ChangeMark): string => JSON.stringify([setId, from, to, step])

/** What has been ticked off on the way from look to look, here and on the phones: for as long as this tab lives. */
export const useChangeTicks = defineStore('changeTicks', () => {
  const marks = useSessionStorage<string[]>('keen-tonal-ticks', [])
  const isDone = (mark: ChangeMark): boolean => marks.value.includes(keyOf(mark))
  const set = (mark: ChangeMark, done: boolean) => {
    const others = marks.value.filter(one => one !== keyOf(mark))
    marks.value = done ? [...others, keyOf(mark)].slice(-MOST_MARKS) : others
  }
  return { isDone, set }
})
