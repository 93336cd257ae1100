import { randomBytes } from 'node:crypto'
import { isIP } from 'node:net'

/** Where levels go, as the command line says. */
export type RigSettings = {
  /** Address of the interface that levels leave by and are heard on. */
  interface: string
  /** Hosts that are sent to one by one; empty where every listener of the interface is. */
  hosts: readonly string[]
  /** UDP port; 0 takes whichever is free, for tests. */
  port: number
  isLoopback: boolean
  /** What a desk has to know before it may send further than this machine; empty on loopback. */
  secret: string
}

const LOOPBACK = '127.0.0.1'
/** UDP port of ANSI E1.31. */
const PORT = 5568

/**
 * Reads `KEEN_TONAL_RIG` (an interface's address), `KEEN_TONAL_RIG_TO` (hosts), `KEEN_TONAL_RIG_PORT` and
 * `KEEN_TONAL_RIG_SECRET`; throws with what is wrong. Without any of them nothing leaves this machine.
 */
export const rigSettings = (env: Readonly<Record<string, string | undefined>>): RigSettings => {
  const at = env.KEEN_TONAL_RIG?.trim() || LOOPBACK
  if (isIP(at) !== 4)
    throw new Error(`KEEN_TONAL_RIG is "${at}"; it has to be the IPv4 address of one of this machine's interfaces.`)
  const isLoopback = /^127\./.test(at)
  const named = (env.KEEN_TONAL_RIG_TO ?? '').split(/[\s,]+/).filter(Boolean)
  const wrong = named.find(host => isIP(host) !== 4 || (isLoopback && !/^127\./.test(host)))
  if (wrong !== undefined)
    throw new Error(
      `KEEN_TONAL_RIG_TO names "${wrong}"; it has to be an IPv4 address${isLoopback ? ' of this machine, unless KEEN_TONAL_RIG names an interface' : ''}.`,
    )
  const port = Number(env.KEEN_TONAL_RIG_PORT ?? PORT)
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`KEEN_TONAL_RIG_PORT is "${env.KEEN_TONAL_RIG_PORT}"; it has to be a UDP port.`)
  return {
    interface: at,
    hosts: isLoopback && named.length === 0 ? [LOOPBACK] : named,
    port,
    isLoopback,
    secret: isLoopback ? '' : env.KEEN_TONAL_RIG_SECRET || randomBytes(16).toString('base64url'),
  }
}

/** Address of the multicast group of a universe (ANSI E1.31-2018, 9.3.1): 239.255 and the universe in two bytes. */
export const groupOf = (universe: number): string => `239.255.${universe >> 8}.${universe & 255}`
