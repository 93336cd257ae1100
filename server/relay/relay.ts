import type { IncomingMessage } from 'node:http'
import type { Duplex } from 'node:stream'
import { WebSocketServer, type WebSocket } from 'ws'
import { CLOSED, MOST_MESSAGE_BYTES } from '#core/pairing/relayTerms'

/** Limits that keep a stranger from using the relay up. */
const MOST_ROOMS = 100
const MOST_IN_ROOM = 60
const MOST_LINES = 400
/** Messages of one line: so many at once, and so many a second on average. */
const BURST = 120
const PER_SECOND = 40
/** A line that does not answer a ping in so long is gone. */
const PING_MS = 20_000
/** A line that has so much unsent is too slow, bytes. */
const MOST_UNSENT = 4_000_000

type Member = { socket: WebSocket; isLaptop: boolean; tokens: number; at: number; isAlive: boolean }

const ROOM = /^\/api\/relay\/([\w-]{22})\/(laptop|phone)$/

/** Whether a path is a line to the relay. */
export const isRelayPath = (path: string): boolean => ROOM.test(path)

/**
 * Passes sealed messages on between the lines of one room: from the laptop to every phone, from a phone to the laptop.
 * It keeps none and can read none; a room is there for as long as somebody is in it.
 */
export const openRelay = () => {
  const rooms = new Map<string, Set<Member>>()
  const server = new WebSocketServer({ noServer: true, maxPayload: MOST_MESSAGE_BYTES, perMessageDeflate: false })
  let lines = 0

  const mayPass = (member: Member): boolean => {
    const now = performance.now()
    member.tokens = Math.min(BURST, member.tokens + ((now - member.at) / 1000) * PER_SECOND)
    member.at = now
    member.tokens -= 1
    return member.tokens >= 0
  }

  const join = (socket: WebSocket, name: string, isLaptop: boolean) => {
    const room = rooms.get(name) ?? new Set<Member>()
    if (isLaptop && [...room].some(member => member.isLaptop)) return socket.close(CLOSED.taken, 'taken')
    if (room.size >= MOST_IN_ROOM || lines >= MOST_LINES || (!rooms.has(name) && rooms.size >= MOST_ROOMS))
      return socket.close(CLOSED.full, 'full')
    const member: Member = { socket, isLaptop, tokens: BURST, at: performance.now(), isAlive: true }
    rooms.set(name, room.add(member))
    lines += 1
    socket.on('pong', () => {
      member.isAlive = true
    })
    socket.on('message', (data, isBinary) => {
      if (!isBinary || !mayPass(member)) return socket.close(CLOSED.tooMuch, 'too much')
      for (const other of room)
        if (other.isLaptop !== isLaptop && other.socket.readyState === other.socket.OPEN) {
          if (other.socket.bufferedAmount > MOST_UNSENT) other.socket.terminate()
          else other.socket.send(data as Buffer, { binary: true })
        }
    })
    socket.on('error', () => socket.terminate())
    socket.on('close', () => {
      lines -= 1
      room.delete(member)
      if (room.size === 0) rooms.delete(name)
    })
  }

  const pinging = setInterval(() => {
    for (const room of rooms.values())
      for (const member of room) {
        if (!member.isAlive) member.socket.terminate()
        else {
          member.isAlive = false
          member.socket.ping()
        }
      }
  }, PING_MS)
  pinging.unref()

  return {
    /** Takes a line that was let through the server's door. */
    upgrade: (request: IncomingMessage, socket: Duplex, head: Buffer): void => {
      const found = ROOM.exec((request.url ?? '').split('?')[0]!)
      if (!found) return void socket.destroy()
      server.handleUpgrade(request, socket, head, line => join(line, found[1]!, found[2] === 'laptop'))
    },
    get lines() {
      return lines
    },
    get rooms() {
      return rooms.size
    },
    close: (): void => {
      clearInterval(pinging)
      for (const room of rooms.values()) for (const { socket } of room) socket.terminate()
      server.close()
    },
  }
}
