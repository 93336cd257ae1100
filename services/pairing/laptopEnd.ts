import * as v from 'valibot'
import { CLOSED } from '#core/pairing/relayTerms'
import { openLine, type LineHandlers, type Line } from './line'
import { FromPhoneSchema, type FromLaptop, type Op, type PhoneView } from '#core/pairing/messages'
import { keysOf, madeUp, makeGate, seal, type Envelope } from './seal'

/** A phone that was heard: what it calls itself, and when it was heard last. */
export type Guest = { name: string; heardAt: number }

/** What became of something that a phone asked for. */
export type Ack = { how: 'done' | 'refused' | 'later'; message: string }

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

  const say = (body: FromLaptop, to: string | null = null) => {
    line.send(seal(keys, { from: me, to, number: ++number, session, body }))
  }

  const hear = async ({ from, body }: Envelope) => {
    const result = v.safeParse(FromPhoneSchema, body)
    if (!result.success) return
    const said = result.output
    const known = guests.get(from)
    if (said.kind === 'hello') {
      guests.set(from, { name: said.name, heardAt: Date.now() })
      say({ kind: 'welcome', challenge: said.challenge, view }, from)
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
      state = 'open'
      say({ kind: 'here' })
      changed()
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
    /** Tells every phone to leave, and closes the line. */
    end: () => {
      say({ kind: 'end' })
      state = 'ended'
      line.end()
    },
  }
}

/** The laptop's end of a pairing. */
export type LaptopEnd = ReturnType<typeof laptopEnd>
