import { levelsOfBytes, type Refusal } from './packet'
import { SLOTS } from '#core/model/rigSchema'

/** A source that was not heard for so long is gone (E131_NETWORK_DATA_LOSS_TIMEOUT, ANSI E1.31-2018, appendix A). */
const LOST_MS = 2500
/** A packet at most so far behind the newest is late or doubled, and thrown away (ANSI E1.31-2018, 6.7.2). */
const LATE = 20
/** Universes and sources of each that are listened to at most: a flood of made-up ones must not fill the memory. */
const MOST_UNIVERSES = 128
const MOST_SOURCES = 8

type Source = {
  name: string
  priority: number
  address: string
  sequence: number
  heardAt: number
  slots: Uint8Array
}

/** Slots in force in a universe, and who sends them. */
export type Heard = { universe: number; sources: Source[]; isContested: boolean; slots: Uint8Array }

/** Whether a packet comes after the newest one of its source. */
const isNewer = (sequence: number, newest: number): boolean => {
  // The difference of two bytes as a signed one.
  const ahead = ((sequence - newest) << 24) >> 24
  return ahead > 0 || ahead <= -LATE
}

/**
 * Listens to universes: of all sources those of the highest priority are in force, slot by slot the highest level of
 * them. Time is whatever the caller counts in milliseconds.
 */
export const makeHearing = () => {
  const universes = new Map<number, Map<string, Source>>()
  const refused: Record<string, number> = {}
  const refuse = (why: Refusal | 'late' | 'flood') => {
    refused[why] = (refused[why] ?? 0) + 1
  }

  const alive = (sources: Map<string, Source>, nowMs: number): Source[] => {
    for (const [cid, source] of sources) if (nowMs - source.heardAt > LOST_MS) sources.delete(cid)
    return [...sources.values()]
  }

  const inForce = (universe: number, nowMs: number): Heard | undefined => {
    const known = universes.get(universe)
    const sources = known ? alive(known, nowMs) : []
    if (sources.length === 0) {
      universes.delete(universe)
      return undefined
    }
    const highest = Math.max(...sources.map(({ priority }) => priority))
    const ruling = sources.filter(({ priority }) => priority === highest)
    const slots = new Uint8Array(SLOTS)
    for (const source of ruling)
      source.slots.forEach((value, index) => {
        slots[index] = Math.max(slots[index]!, value)
      })
    return { universe, sources, isContested: ruling.length > 1, slots }
  }

  return {
    /** Takes a packet, or counts why it was thrown away. */
    take: (bytes: Buffer, address: string, nowMs: number): void => {
      const levels = levelsOfBytes(bytes)
      if (typeof levels === 'string') {
        refuse(levels)
        return
      }
      const sources = universes.get(levels.universe) ?? new Map<string, Source>()
      const cid = levels.cid.toString('hex')
      const before = sources.get(cid)
      const isBack = before && nowMs - before.heardAt > LOST_MS
      if (before && !isBack && !isNewer(levels.sequence, before.sequence)) {
        refuse('late')
        return
      }
      if (levels.isTerminated) {
        sources.delete(cid)
        return
      }
      if (!before && alive(sources, nowMs).length >= MOST_SOURCES) {
        refuse('flood')
        return
      }
      if (!universes.has(levels.universe)) {
        if (universes.size >= MOST_UNIVERSES)
          for (const [one, known] of universes) if (alive(known, nowMs).length === 0) universes.delete(one)
        if (universes.size >= MOST_UNIVERSES) {
          refuse('flood')
          return
        }
        universes.set(levels.universe, sources)
      }
      sources.set(cid, {
        name: levels.sourceName,
        priority: levels.priority,
        address,
        sequence: levels.sequence,
        heardAt: nowMs,
        slots: levels.slots,
      })
    },
    /** What is in force in every universe that somebody sends. */
    heard: (nowMs: number): Heard[] =>
      [...universes.keys()].sort((a, b) => a - b).flatMap(universe => inForce(universe, nowMs) ?? []),
    refused,
  }
}
