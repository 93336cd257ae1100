import { putLevel, type Channel } from './channels'
import { SLOTS } from '../model/rigSchema'

type Moving = Omit<Channel, 'level'> & { from: number; to: number }

const keyOf = ({ universe, address }: Pick<Channel, 'universe' | 'address'>) => `${universe}/${address}`

const grouped = (channels: Iterable<Moving>): Map<number, Moving[]> => {
  const groups = new Map<number, Moving[]>()
  for (const one of channels) {
    const group = groups.get(one.universe) ?? []
    group.push(one)
    groups.set(one.universe, group)
  }
  return groups
}

/**
 * What goes out at each moment: levels that fade into what was played last, under a grand master and a blackout.
 * Time is whatever the caller counts in milliseconds.
 */
export const makePlayback = () => {
  let moving = new Map<string, Moving>()
  let byUniverse = new Map<number, Moving[]>()
  let began = 0
  let fadeMs = 0
  let master = 1
  let isBlackout = false

  const shareAt = (nowMs: number): number => (fadeMs > 0 ? Math.min(1, Math.max(0, (nowMs - began) / fadeMs)) : 1)
  /** The slots of a universe while nothing moves: made once. */
  let still = new Map<number, Uint8Array>()
  const levelAt = ({ from, to }: Moving, share: number) => from + (to - from) * share

  return {
    /** Fades into these levels; what is not among them goes out. A colour of a dark lamp comes at once. */
    play: (channels: readonly Channel[], fadeS: number, nowMs: number): void => {
      const share = shareAt(nowMs)
      const next = new Map<string, Moving>()
      for (const [key, one] of moving) next.set(key, { ...one, from: levelAt(one, share), to: 0 })
      for (const { level, ...channel } of channels) {
        const before = next.get(keyOf(channel))
        next.set(keyOf(channel), {
          ...channel,
          from: before?.from ?? (channel.kind === 'colour' ? level : 0),
          to: level,
        })
      }
      moving = next
      byUniverse = grouped(next.values())
      still = new Map()
      began = nowMs
      fadeMs = 1000 * fadeS
    },
    /** @param share of every intensity that goes out, 0 to 1 */
    setMaster: (share: number): void => {
      master = share
      still = new Map()
    },
    setBlackout: (isOn: boolean): void => {
      isBlackout = isOn
      still = new Map()
    },
    get master() {
      return master
    },
    get isBlackout() {
      return isBlackout
    },
    /** Whether levels still move. */
    isFading: (nowMs: number): boolean => shareAt(nowMs) < 1,
    /** The slots of a universe at a moment, to be read; slots that nothing is patched to are 0. */
    slotsAt: (universe: number, nowMs: number): Uint8Array => {
      const share = shareAt(nowMs)
      const known = share === 1 ? still.get(universe) : undefined
      if (known) return known
      const slots = new Uint8Array(SLOTS)
      const ofIntensity = isBlackout ? 0 : master
      for (const one of byUniverse.get(universe) ?? []) {
        const level = levelAt(one, share) * (one.kind === 'intensity' ? ofIntensity : 1)
        putLevel(slots, one, level)
      }
      if (share === 1) still.set(universe, slots)
      return slots
    },
  }
}
