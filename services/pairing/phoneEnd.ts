import * as v from 'valibot'
import { LOST_WORDS } from '#wording/secondScreen'
import { openLine, type Line, type LineHandlers } from './line'
import { FromLaptopSchema, mayWait, OpSchema, type FromPhone, type Op, type PhoneView } from '#core/pairing/messages'
import { madeUp } from './letters'
import { keysOf, makeGate, seal, type Envelope } from './seal'

/** Things asked for at most while there is no line. */
const MOST_WAITING = 500
/** Heard nothing for so long, what is shown may be old, milliseconds. */
const STALE_MS = 15_000
/** A laptop of another session is greeted at most so often. */
const GREET_MS = 500
/** What was not answered is sent again after so long. */
const AGAIN_MS = 4000

/** Where what waits is kept: over a reload, over a phone that sleeps. */
export type Shelf = { load: () => string | null; save: (text: string) => boolean }

type Handlers = {
  changed: () => void
  /** Something asked for was answered. */
  answered: (op: Op, how: 'done' | 'refused' | 'later', message: string) => void
}

/** What is shown once a step is ticked off. */
const withTick = (view: PhoneView, { lookId, stepKey, isDone }: Extract<Op, { kind: 'tick' }>): PhoneView =>
  view.lookId === lookId && view.change
    ? {
        ...view,
        change: {
          ...view.change,
          lines: view.change.lines.map(line => (line.key === stepKey ? { ...line, isDone } : line)),
        },
      }
    : view

const WaitingSchema = v.array(OpSchema)

/**
 * A phone's end of a pairing. What is asked for waits until the laptop says that it is done: it is kept, numbered by a
 * name of its own, sent again over every new line, and dropped only when it was answered.
 */
export const phoneEnd = (
  secret: Uint8Array,
  { url, name, shelf }: { url: (room: string) => string; name: string; shelf: Shelf },
  { changed, answered }: Handlers,
  connect: (url: string, handlers: LineHandlers) => Line = openLine,
) => {
  const keys = keysOf(secret)
  const me = madeUp(8)
  const gate = makeGate(keys)
  let challenge = madeUp(16)
  let session: string | null = null
  let number = 0
  let view: PhoneView | undefined
  let heardAt = 0
  let greetedAt = 0
  let isOpen = false
  let isEnded = false
  let isKept = true

  const load = (): Op[] => {
    try {
      const result = v.safeParse(WaitingSchema, JSON.parse(shelf.load() ?? '[]'))
      return result.success ? result.output : []
    } catch {
      return []
    }
  }
  let waiting = load()
  const keep = (ops: Op[]) => {
    waiting = ops
    isKept = shelf.save(JSON.stringify(ops.filter(mayWait)))
    changed()
  }

  const say = (body: FromPhone) => {
    line.send(seal(keys, { from: me, to: null, number: ++number, session, body }))
  }
  const greet = () => {
    greetedAt = Date.now()
    challenge = madeUp(16)
    say({ kind: 'hello', challenge, name })
  }
  let soon: ReturnType<typeof setTimeout> | undefined
  /** Greets as soon as it may: whoever spoke just now may say no more. */
  const greetSoon = () => {
    clearTimeout(soon)
    soon = setTimeout(() => isOpen && greet(), Math.max(0, greetedAt + GREET_MS - Date.now()))
  }
  const sendWaiting = () => {
    if (session) for (const op of waiting) say({ kind: 'op', op })
  }

  const hear = ({ body, session: theirs, to }: Envelope) => {
    const result = v.safeParse(FromLaptopSchema, body)
    if (!result.success || (to !== null && to !== me)) return
    const said = result.output
    heardAt = Date.now()
    if (said.kind === 'welcome') {
      session = theirs
      if (said.view) view = said.view
      sendWaiting()
    }
    if (said.kind === 'view') {
      // What had to wait may be possible by now.
      const isOther = said.view.lookId !== view?.lookId || said.view.setId !== view.setId
      view = said.view
      if (isOther) sendWaiting()
    }
    if (said.kind === 'ack') {
      const op = waiting.find(one => one.id === said.opId)
      // The laptop shows it a moment later: until then it must not spring back.
      if (op?.kind === 'tick' && said.how === 'done') view = view && withTick(view, op)
      if (op && said.how !== 'later') keep(waiting.filter(one => one !== op))
      if (op) answered(op, said.how, said.message)
    }
    if (said.kind === 'end') {
      isEnded = true
      line.end()
    }
    changed()
  }

  const line = connect(url(keys.room), {
    opened: () => {
      isOpen = true
      greet()
      changed()
    },
    closed: () => {
      isOpen = false
      session = null
      const lost = waiting.filter(op => !mayWait(op))
      if (lost.length > 0) keep(waiting.filter(mayWait))
      for (const op of lost) answered(op, 'refused', LOST_WORDS)
      changed()
    },
    heard: bytes => {
      // Before the laptop has answered this page's own challenge, nothing else it says counts.
      const envelope = gate.take(bytes, ({ session: theirs, body }) => {
        const { kind, challenge: echoed } = (body ?? {}) as { kind?: unknown; challenge?: unknown }
        const mayPass = kind === 'welcome' ? echoed === challenge || theirs === session : theirs === session
        // A laptop that was loaded anew: nothing it says counts before it has answered a greeting.
        if (!mayPass) greetSoon()
        return mayPass
      })
      if (envelope) hear(envelope)
    },
  })

  // A laptop that came back has another session: it is asked again, and so is what it never answered.
  const timer = setInterval(() => {
    if (!isOpen) return
    if (!session || Date.now() - heardAt > STALE_MS) greet()
    else sendWaiting()
    changed()
  }, AGAIN_MS)

  return {
    ask: (op: Op): boolean => {
      if (waiting.length >= MOST_WAITING) return false
      keep([...waiting, op])
      if (session) say({ kind: 'op', op })
      return true
    },
    /** Drops something that could not be done. */
    drop: (opId: string) => keep(waiting.filter(({ id }) => id !== opId)),
    retry: () => line.retry(),
    leave: () => {
      clearInterval(timer)
      clearTimeout(soon)
      line.end()
    },
    refused: gate.refused,
    get view() {
      return view
    },
    get waiting(): readonly Op[] {
      return waiting
    },
    /** `live` while the laptop answers; `alone` without network or laptop; `ended` when the laptop said goodbye. */
    get state(): 'live' | 'alone' | 'ended' {
      if (isEnded) return 'ended'
      return isOpen && session && Date.now() - heardAt <= STALE_MS ? 'live' : 'alone'
    },
    get heardAt() {
      return heardAt
    },
    /** What waits survives this page. */
    get isKept() {
      return isKept
    },
  }
}

/** A phone's end of a pairing. */
export type PhoneEnd = ReturnType<typeof phoneEnd>
