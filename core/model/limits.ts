import { isRecord } from '../shared/isRecord'

/** How many of each a set holds at most: asked for before anything is looked at one by one. */
export const MOST = {
  subjects: 12,
  panels: 60,
  props: 60,
  points: 60,
  lights: 60,
  locked: 300,
  groups: 100,
  looks: 40,
  readings: 5000,
  frames: 500,
  sitters: 200,
} as const

/** Lists of a set whose length is limited. */
export type Counted = Exclude<keyof typeof MOST, 'sitters'>

/** Lists of a set whose length is limited. */
export const COUNTED = Object.keys(MOST).filter(kind => kind !== 'sitters') as Counted[]

/** A list that is longer than a set may have. */
export type Over = { kind: Counted; count: number; most: number }

/** Lists of something like a set that are longer than a set may have, with what they have. */
export const tooMany = (set: unknown): Over[] =>
  isRecord(set)
    ? COUNTED.flatMap(kind => {
        const list = set[kind]
        return Array.isArray(list) && list.length > MOST[kind] ? [{ kind, count: list.length, most: MOST[kind] }] : []
      })
    : []
