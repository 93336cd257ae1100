import { applyPatch, difference, type Patch } from '#core/edits/patch'

/** A value on its way to a worker: whole, or as what changed since another that it has. */
export type Mirrored<T> = { number: number } & ({ whole: T } | { since: number; patch: Patch })

/**
 * The sending end of a value that a worker holds a copy of: what is sent is what changed since it was sent last.
 * Parts that are the
 * same object are not looked into. A worker that was started since is sent the whole.
 */
export const mirror = <T>(generation: () => number) => {
  let sent: { value: T; number: number; generation: number } | undefined
  return {
    send: (value: T): Mirrored<T> => {
      const last = sent?.generation === generation() ? sent : undefined
      const number = (sent?.number ?? 0) + (last?.value === value ? 0 : 1)
      sent = { value, number, generation: generation() }
      if (!last) return { number, whole: value }
      return { number, since: last.number, patch: last.value === value ? [] : difference(last.value, value) }
    },
  }
}

/** The receiving end; throws where something is missing in between. */
export const reflection = <T>() => {
  let held: { value: T; number: number } | undefined
  return {
    take: (message: Mirrored<T>): T => {
      if ('whole' in message) held = { value: message.whole, number: message.number }
      else if (!held || held.number !== message.since) throw new RangeError('What was sent before did not arrive.')
      else held = { value: applyPatch(held.value, message.patch), number: message.number }
      return held.value
    },
  }
}
