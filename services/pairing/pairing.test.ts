import { describe, expect, it, vi } from 'vitest'
import { eventually } from '#support/eventually'
import { laptopEnd, type Ack } from './laptopEnd'
import type { LineHandlers } from './line'
import type { Op, PhoneView } from '#core/pairing/messages'
import { MOST_MESSAGE_BYTES } from '#core/pairing/relayTerms'
import { phoneEnd } from './phoneEnd'
import { fromLetters, toLetters } from './letters'
import { keysOf, makeGate, seal, unseal, type Envelope } from './seal'

const SECRET = Uint8Array.from({ length: 16 }, (_, index) => index * 11)
const view = (changes: Partial<PhoneView> = {}): PhoneView => ({
  setId: 'set',
  setName: 'Set',
  lookId: 'white',
  lookName: 'White',
  verdict: null,
  rail: [],
  inUse: [],
  steps: [],
  lamps: [],
  isBlackout: false,
  change: null,
  ...changes,
})
const reading = (id: number): Op => ({
  id: id.toString(16).padStart(12, '0'),
  setId: 'set',
  lookId: 'white',
  kind: 'reading',
  stepId: `step ${id}`,
  shown: '8',
})
const tick = (id: number, isDone: boolean): Op => ({
  id: id.toString(16).padStart(12, '0'),
  setId: 'set',
  lookId: 'white',
  kind: 'tick',
  stepKey: 'power/key',
  isDone,
})
const settle = () => new Promise(resolve => setTimeout(resolve, 0))

/** A relay of the test's own: every line has a plug, and everything that passes is written down. */
const wiring = () => {
  type Plug = LineHandlers & { isLaptop: boolean; isIn: boolean }
  const plugs: Plug[] = []
  const passed: Uint8Array[] = []
  const connect = (url: string, handlers: LineHandlers) => {
    const plug: Plug = { ...handlers, isLaptop: url.endsWith('laptop'), isIn: false }
    plugs.push(plug)
    queueMicrotask(() => {
      plug.isIn = true
      plug.opened()
    })
    return {
      send: (bytes: Uint8Array<ArrayBuffer>) => {
        if (!plug.isIn) return false
        passed.push(bytes)
        for (const other of plugs) if (other.isIn && other.isLaptop !== plug.isLaptop) other.heard(bytes)
        return true
      },
      retry: () => {},
      end: () => {
        plug.isIn = false
      },
    }
  }
  const pull = (plug: Plug) => {
    plug.isIn = false
    plug.closed(1006)
  }
  const put = (plug: Plug) => {
    plug.isIn = true
    plug.opened()
  }
  return { connect, plugs, passed, pull, put }
}

const shelf = () => {
  let kept: string | null = null
  return {
    load: () => kept,
    save: (text: string) => {
      kept = text
      return true
    },
  }
}

const paired = async () => {
  const wires = wiring()
  const done: string[] = []
  const perform = vi.fn(async (op: Op): Promise<Ack> => {
    done.push(op.id)
    return { how: 'done', message: '' }
  })
  const open = () => laptopEnd(SECRET, () => 'laptop', { perform, changed: () => {} }, wires.connect)
  const laptop = open()
  const store = shelf()
  const answered = vi.fn()
  const load = () =>
    phoneEnd(
      SECRET,
      { url: () => 'phone', name: 'Phone', shelf: store },
      { changed: () => {}, answered },
      wires.connect,
    )
  const phone = load()
  await settle()
  return { ...wires, laptop, open, phone, load, done, perform, answered, store }
}

describe('the end of a pairing', () => {
  const perform = async (): Promise<Ack> => ({ how: 'done', message: '' })

  it('is told as soon as the line is open, and to a phone that was not there when it was said', async () => {
    const { connect, passed, load } = await paired()
    const laptop = laptopEnd(SECRET, () => 'laptop', { perform, changed: () => {} }, connect)
    const before = passed.length
    // Asked for before the line is there.
    const told = laptop.end()
    expect([laptop.state, passed.length]).toEqual(['connecting', before])
    expect(await told).toBe(true)
    expect([laptop.state, passed.length > before]).toEqual(['ended', true])
    const late = load()
    await settle()
    expect(late.state).toBe('ended')
  })

  it('is told to a phone that had greeted the laptop before it was loaded anew just now', async () => {
    const { connect, phone } = await paired()
    expect(phone.state).toBe('live')
    const again = laptopEnd(SECRET, () => 'laptop', { perform, changed: () => {} }, connect)
    expect(await again.end()).toBe(true)
    await eventually(() => expect(phone.state).toBe('ended'))
  })

  it('says that nobody was told where the line never opens', async () => {
    const silent = { send: () => false, retry: () => {}, end: () => {} }
    const laptop = laptopEnd(
      SECRET,
      () => 'laptop',
      { perform, changed: () => {} },
      () => silent,
    )
    expect(await laptop.end(5)).toBe(false)
    expect(laptop.state).toBe('ended')
  })
})

describe('a secret', () => {
  it('is 22 letters in a link, and no other letters stand for one', () => {
    const letters = toLetters(SECRET)
    expect([letters.length, fromLetters(letters)]).toEqual([22, SECRET])
    for (const wrong of ['', letters.slice(1), `${letters}A`, letters.replace(/.$/, 'B'), `${letters.slice(0, 21)}!`])
      expect(fromLetters(wrong)).toBeUndefined()
  })

  it('gives a room that says nothing of the key, and another for each bit', () => {
    const { room, key } = keysOf(SECRET)
    const other = keysOf(SECRET.with(0, SECRET[0]! ^ 1))
    expect(room).toMatch(/^[\w-]{22}$/)
    expect(key).toHaveLength(32)
    expect([other.room === room, Buffer.from(other.key).equals(Buffer.from(key))]).toEqual([false, false])
    // HKDF by another implementation (RFC 5869).
    return import('node:crypto').then(({ hkdfSync }) =>
      expect(Buffer.from(hkdfSync('sha256', SECRET, new Uint8Array(), 'keen-tonal pairing key', 32))).toEqual(
        Buffer.from(key),
      ),
    )
  })
})

describe('a sealed message', () => {
  const keys = keysOf(SECRET)
  const envelope = (number: number, session: string | null = null): Envelope => ({
    from: '00112233445566ff',
    to: null,
    number,
    session,
    body: { kind: 'hello', words: 'Fernhollow' },
  })

  it('is opened by the same secret alone, and shows nothing of what it says', () => {
    const bytes = seal(keys, envelope(1))
    expect(unseal(keys, bytes)).toEqual(envelope(1))
    expect(unseal(keysOf(SECRET.with(3, 0)), bytes)).toBeUndefined()
    expect(Buffer.from(bytes).toString('latin1')).not.toContain('Fernhollow')
    expect(Buffer.from(seal(keys, envelope(1))).equals(Buffer.from(bytes))).toBe(false)
  })

  it('that was changed in any byte is not opened', () => {
    const bytes = seal(keys, envelope(1))
    for (let at = 0; at < bytes.length; at++) expect(unseal(keys, bytes.with(at, bytes[at]! ^ 1))).toBeUndefined()
    for (const cut of [0, 10, 24, bytes.length - 1]) expect(unseal(keys, bytes.subarray(0, cut))).toBeUndefined()
  })

  it('holds sixty lights with their whole run, and nothing that would be longer than a megabyte', () => {
    const inUse = Array.from({ length: 60 }, (_, number) => `Row ${Math.floor(number / 10)} lamp ${number % 10}`)
    const steps = Array.from({ length: 300 }, (_, number) => ({
      id: `${number}/subject/key-side`,
      title: `${inUse[number % 60]!} alone, backdrop ${number}`,
      where: `Hold the meter at the backdrop, ${number} cm from the left, flat toward the camera, ${inUse.join(', ')}`,
      on: [number % 60],
      expected: `f/${number / 10}`,
      example: 'f/8',
      mayBeNothing: false,
      read: '',
    }))
    const large = seal(keys, { ...envelope(1), body: { kind: 'view', view: view({ inUse, steps }) } })
    expect(JSON.stringify(steps).length).toBeGreaterThan(3 * MOST_MESSAGE_BYTES)
    expect(large.length).toBeLessThan(MOST_MESSAGE_BYTES)
    expect(unseal(keys, large)?.body).toMatchObject({ view: { steps } })
    const bomb = seal(keys, { ...envelope(2), body: 'a'.repeat(5_000_000) })
    expect(bomb.length).toBeLessThan(MOST_MESSAGE_BYTES)
    expect(unseal(keys, bomb)).toBeUndefined()
  })

  it('is let in once; what is forged, comes twice or belongs to another session is counted', () => {
    const gate = makeGate(keys)
    const pass = ({ session }: Envelope) => session === null
    const first = seal(keys, envelope(1))
    expect(gate.take(first, pass)).toBeDefined()
    expect(gate.take(first, pass)).toBeUndefined()
    expect(gate.take(seal(keys, envelope(3)), pass)).toBeDefined()
    expect(gate.take(seal(keys, envelope(2)), pass)).toBeUndefined()
    expect(gate.take(seal(keys, envelope(4, '0'.repeat(32))), pass)).toBeUndefined()
    expect(gate.take(seal(keysOf(new Uint8Array(16)), envelope(9)), pass)).toBeUndefined()
    expect(gate.refused).toEqual({ forged: 1, replayed: 2, stale: 1 })
  })
})

describe('a pairing', () => {
  it('shows the phone what the laptop shows', async () => {
    const { laptop, phone } = await paired()
    expect(phone.state).toBe('live')
    laptop.show(view({ lookName: 'Grey' }))
    expect(phone.view?.lookName).toBe('Grey')
    expect([...laptop.guests.values()].map(({ name }) => name)).toEqual(['Phone'])
  })

  it('loses nothing and does nothing twice, whatever is cut and however often', async () => {
    const { laptop, phone, plugs, pull, put, done, answered } = await paired()
    laptop.show(view())
    let next = 1
    for (let round = 0; round < 20; round++) {
      phone.ask(reading(next++))
      await settle()
      // The line goes after the laptop heard it and before the phone hears of that, or before either.
      pull(plugs[round % 2]!)
      phone.ask(reading(next++))
      await settle()
      put(plugs[round % 2]!)
      await settle()
    }
    // A laptop that lost its line answers when it is greeted again.
    pull(plugs[1]!)
    put(plugs[1]!)
    await settle()
    expect(phone.waiting).toEqual([])
    expect(done).toEqual([...new Set(done)])
    expect(done.sort()).toEqual(Array.from({ length: next - 1 }, (_, index) => reading(index + 1).id))
    expect(answered).toHaveBeenCalledTimes(next - 1)
  })

  it('keeps readings and ticks while the line is cut, and no lamp that was turned', async () => {
    const { laptop, phone, plugs, pull, put, done, answered } = await paired()
    laptop.show(view())
    await settle()
    const line = { key: 'power/key', words: 'Key to 1/2', caution: '', isDone: false }
    laptop.show(view({ change: { title: 'White → Grey', lines: [line] } }))
    await settle()
    const lamp: Op = { ...reading(3), kind: 'lamp', lightId: 'key', isOn: true, powerStops: -1 } as Op
    pull(plugs[0]!)
    phone.ask(tick(1, true))
    phone.ask(tick(2, false))
    phone.ask(tick(4, true))
    expect(phone.waiting).toEqual([tick(1, true), tick(2, false), tick(4, true)])
    phone.ask(lamp)
    pull(plugs[1]!)
    expect(answered).toHaveBeenCalledWith(lamp, 'refused', expect.any(String))
    put(plugs[0]!)
    put(plugs[1]!)
    await settle()
    expect(done).toEqual([tick(1, true).id, tick(2, false).id, tick(4, true).id])
    expect(phone.waiting).toEqual([])
    // It stands before the laptop has shown it.
    expect(phone.view?.change?.lines).toEqual([{ ...line, isDone: true }])
  })

  it('goes on with what waited when the page was loaded anew, and when the laptop was', async () => {
    const { laptop, phone, load, open, plugs, pull, done } = await paired()
    pull(plugs[1]!)
    phone.ask(reading(1))
    phone.leave()
    void laptop.end(0, 0)
    await settle()
    const second = load()
    await settle()
    expect(second.state).toBe('alone')
    expect(second.waiting).toEqual([reading(1)])
    const again = open()
    await settle()
    again.show(view())
    // The newcomer greets when its line opens; the one that waits, within some seconds.
    pull(plugs[2]!)
    plugs[2]!.isIn = true
    plugs[2]!.opened()
    await settle()
    expect([done, second.waiting, second.state]).toEqual([[reading(1).id], [], 'live'])
  })

  it('keeps what has to wait, and asks for it again when the laptop shows something else', async () => {
    const { laptop, phone, perform, answered } = await paired()
    laptop.show(view())
    perform.mockResolvedValueOnce({ how: 'later', message: 'Another look is open.' })
    phone.ask(reading(7))
    await settle()
    expect(answered).toHaveBeenLastCalledWith(reading(7), 'later', 'Another look is open.')
    expect(phone.waiting).toHaveLength(1)
    laptop.show(view({ lookId: 'grey' }))
    await settle()
    expect(phone.waiting).toEqual([])
  })

  it('takes nothing that was said in an earlier session, and nobody’s word who only listens', async () => {
    const { laptop, phone, passed, plugs, done, open, pull } = await paired()
    laptop.show(view())
    phone.ask(reading(1))
    await settle()
    const heard = [...passed]
    // Everything once more, to both: nothing is done again, nothing changes.
    for (const bytes of heard) for (const plug of plugs) plug.heard(bytes)
    await settle()
    expect(done).toEqual([reading(1).id])
    expect(laptop.refused.replayed + laptop.refused.stale).toBeGreaterThan(0)
    // To a laptop that was started anew, too.
    void laptop.end(0, 0)
    await settle()
    const again = open()
    await settle()
    pull(plugs[1]!)
    for (const bytes of heard) plugs[2]!.heard(bytes)
    await settle()
    expect(done).toEqual([reading(1).id])
    expect(again.refused.stale).toBeGreaterThan(0)
  })

  it('ends where the laptop says so', async () => {
    const { laptop, phone } = await paired()
    void laptop.end()
    expect(phone.state).toBe('ended')
  })

  it('has a limit to what waits', async () => {
    const { phone, plugs, pull } = await paired()
    pull(plugs[1]!)
    for (let id = 1; id <= 500; id++) expect(phone.ask(reading(id))).toBe(true)
    expect(phone.ask(reading(501))).toBe(false)
    phone.leave()
  })
})
