import * as v from 'valibot'
import { CLOSED } from '#core/pairing/relayTerms'
import { openLine, type LineHandlers, type Line } from './line'
import { FromPhoneSchema, type FromLaptop, type Op, type PhoneView } from '#core/pairing/messages'
import { madeUp } from './letters'
import { keysOf, makeGate, seal, type Envelope } from './seal'

/** A phone that was heard: what it calls itself, and when it was heard last. */
export type Guest = { name: string; heardAt: number }

/** What became of something that a phone asked for. */
export type Ack = { how: 'done' | 'refused' | 'later'; message: string }

/** How long phones are tried to be told that they are to leave, milliseconds. */
const END_MS = 8000
/** And how long those are told that were not there when it was said: longer than a phone takes to ask. */
const LINGER_MS = 20_000

type Handlers = {
  /** Does what a phone asks for; the same is never asked twice at a time. */
  perform: (op: Op) => Promise<Ack>
  changed: () => void
}

/** The laptop's end of a pairing: it owns the set, answers newcomers and does what phones ask for, each thing once. */
export const laptopEnd = (
  secret: Uint8Array,
  url: (room: string) => string,
  { perform, changed }: Handlers,
  connect: (url: string, handlers: LineHandlers) => Line = openLine,
) => {
  const keys = keysOf(secret)
  const me = madeUp(8)
  const session = madeUp(16)
  const gate = makeGate(keys)
  const guests = new Map<string, Guest>()
  /** What was done in this session, by name: asked again it is answered, and not done again. */
  const acks = new Map<string, Promise<Ack>>()
  let number = 0
  let view: PhoneView | null = null
  let state: 'connecting' | 'open' | 'taken' | 'ended' = 'connecting'

  /** What waits for the line to be open. */
  let whenOpen = () => {}
  const say = (body: FromLaptop, to: string | null = null): boolean =>
    line.send(seal(keys, { from: me, to, number: ++number, session, body }))

  const hear = async ({ from, body }: Envelope) => {
    const result = v.safeParse(FromPhoneSchema, body)
    if (!result.success) return
    const said = result.output
    const known = guests.get(from)
    if (said.kind === 'hello') {
      guests.set(from, { name: said.name, heardAt: Date.now() })
      say({ kind: 'welcome', challenge: said.challenge, view }, from)
      if (state === 'ended') say({ kind: 'end' }, from)
      return changed()
    }
    if (known) known.heardAt = Date.now()
    const { op } = said
    const doing = acks.get(op.id) ?? perform(op)
    acks.set(op.id, doing)
    const ack = await doing
    // What has to wait may be asked for again.
    if (ack.how === 'later') acks.delete(op.id)
    say({ kind: 'ack', opId: op.id, ...ack }, from)
    changed()
  }

  const line = connect(url(keys.room), {
    opened: () => {
      if (state !== 'ended') state = 'open'
      say({ kind: 'here' })
      changed()
      whenOpen()
    },
    closed: code => {
      if (state !== 'ended') state = code === CLOSED.taken ? 'taken' : 'connecting'
      changed()
    },
    heard: bytes => {
      // A newcomer knows no session yet; whoever asks for something has to know this one.
      const envelope = gate.take(
        bytes,
        ({ session: known, body }) => known === session || (body as { kind?: unknown } | null)?.kind === 'hello',
      )
      if (envelope) void hear(envelope)
    },
  })

  return {
    get state() {
      return state
    },
    guests,
    refused: gate.refused,
    /** Shows phones how things stand. */
    show: (now: PhoneView) => {
      view = now
      say({ kind: 'view', view: now })
    },
    /**
     * Tells every phone to leave. Where the line is not open yet that waits for it, so long at most; false where it
     * never was. A phone that does not know this session yet is told when it says hello: the line stays open a while
     * for that.
     */
    end: (withinMs = END_MS, lingerMs = LINGER_MS): Promise<boolean> =>
      new Promise(resolve => {
        const leave = () => {
          clearTimeout(timer)
          whenOpen = () => {}
          const isOpen = say({ kind: 'end' })
          state = 'ended'
          setTimeout(line.end, isOpen ? lingerMs : 0)
          resolve(isOpen)
        }
        const timer = setTimeout(leave, withinMs)
        whenOpen = leave
        if (state === 'open') leave()
      }),
  }
}

/** The laptop's end of a pairing. */
export type LaptopEnd = ReturnType<typeof laptopEnd>
