import { createSocket, type Socket } from 'node:dgram'
import { randomBytes } from 'node:crypto'
import { makeDesk } from './desk'
import { makeHearing } from './hearing'
import { packetsOf } from './packet'
import { groupOf, type RigSettings } from './settings'
import { PRIORITY, type RigCommand, type RigState } from '#core/control/protocol'
import { UNIVERSES, SLOTS } from '#core/model/rigSchema'
import type { Outcome } from '#core/shared/outcome'

/** A round of packets every so often: 43.5 a second, where the receivers' own line carries 44 at most. */
const PERIOD_MS = 23
/** A source that stops says so three times (ANSI E1.31-2018, 6.2.6). */
const GOODBYES = 3
const SOURCE_NAME = 'Keen Tonal'
/** Packets that were handed over are on their way after so long. */
const LEAVING_MS = 50

type Sending = { priority: number; isTerminated?: boolean }

/** Output, input and the desk that has them, on sockets of this machine. */
export const openRig = (settings: RigSettings) => {
  const cid = randomBytes(16)
  const hearing = makeHearing()
  const sequences = new Map<number, number>()
  const makers = new Map<string, ReturnType<typeof packetsOf>>()
  const joined = new Set<number>()
  let problem: string | null = null
  let port = settings.port
  let dueAt = 0
  let timer: NodeJS.Timeout | undefined
  const now = () => performance.now()

  const sender: Socket = createSocket('udp4')
  const ear: Socket = createSocket({ type: 'udp4', reuseAddr: !settings.isLoopback })

  const fail = (error: Error) => {
    problem = error.message
  }

  const send = (universe: number, slots: Uint8Array, { priority, isTerminated = false }: Sending) => {
    const sequence = ((sequences.get(universe) ?? -1) + 1) & 255
    sequences.set(universe, sequence)
    const key = `${universe}/${priority}`
    const make = makers.get(key) ?? packetsOf({ universe, priority, cid, sourceName: SOURCE_NAME })
    makers.set(key, make)
    const bytes = make({ slots, sequence, isTerminated })
    const hosts = settings.hosts.length > 0 ? settings.hosts : [groupOf(universe)]
    for (const host of hosts) sender.send(bytes, port, host, error => error && fail(error))
  }

  const desk = makeDesk({
    secret: settings.secret,
    release: universes => {
      for (const universe of universes)
        for (let goodbye = 0; goodbye < GOODBYES; goodbye++)
          send(universe, new Uint8Array(SLOTS), { priority: PRIORITY.usual, isTerminated: true })
    },
  })

  const state = (): RigState => ({
    to: {
      interface: settings.interface,
      hosts: [...settings.hosts],
      port,
      isLoopback: settings.isLoopback,
      needsSecret: settings.secret !== '',
    },
    problem,
    armed: desk.state(now()),
    heard: hearing.heard(now()).map(({ universe, sources, isContested, slots }) => ({
      universe,
      isContested,
      sources: sources.map(({ name, priority, address }) => ({ name, priority, address })),
      slots: [...slots],
    })),
    refused: { ...hearing.refused },
  })

  const round = () => {
    desk.tick(now())
    for (const { universe, slots, priority } of desk.outgoing(now())) send(universe, slots, { priority })
    // From the time it was due, not from the time it came: lateness does not add up.
    dueAt = Math.max(dueAt + PERIOD_MS, now() + 1)
    timer = desk.isArmed ? setTimeout(round, dueAt - now()) : undefined
  }

  /** Universes that somebody wants to hear are joined where they come by multicast. */
  const hear = (universes: readonly number[]) => {
    if (settings.isLoopback) return
    for (const universe of universes) {
      if (joined.has(universe) || universe < UNIVERSES[0] || universe > UNIVERSES[1] || joined.size >= 64) continue
      joined.add(universe)
      try {
        ear.addMembership(groupOf(universe), settings.interface)
      } catch (error) {
        fail(error as Error)
      }
    }
  }

  ear.on('message', (bytes, { address }) => {
    hearing.take(bytes, address, now())
  })
  ear.on('error', error => {
    problem =
      (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
        ? `Port ${settings.port} is in use by another program on this machine: levels are sent, but none are heard here. Close it, or choose another: KEEN_TONAL_RIG_PORT=5569 npm start`
        : `Levels cannot be heard: ${error.message}`
  })
  sender.on('error', fail)
  ear.bind(settings.port, settings.isLoopback ? settings.interface : undefined, () => {
    if (settings.port === 0) ({ port } = ear.address())
  })
  if (!settings.isLoopback) sender.bind(0, settings.interface, () => sender.setMulticastInterface(settings.interface))
  ear.unref()
  sender.unref()

  return {
    /** Does what a desk says; levels leave in the round that comes next, at once where none is due. */
    take: (command: RigCommand): Outcome<void> => {
      const outcome = desk.take(command, now())
      if (command.kind === 'arm' && outcome.ok) hear(command.universes)
      if (outcome.ok && timer === undefined && desk.isArmed) {
        dueAt = now()
        round()
      }
      return outcome
    },
    hear,
    state,
    /** The slots in force of universes that are heard. */
    received: (): Record<number, number[]> =>
      Object.fromEntries(hearing.heard(now()).map(({ universe, slots }) => [universe, [...slots]])),
    /** Says goodbye for every universe and closes; done when the packets have left. */
    close: async (): Promise<void> => {
      clearTimeout(timer)
      desk.disarm()
      await new Promise(resolve => setTimeout(resolve, LEAVING_MS))
      sender.close()
      ear.close()
    },
    get port() {
      return port
    },
  }
}

/** Output, input and the desk that has them. */
export type OpenRig = ReturnType<typeof openRig>
