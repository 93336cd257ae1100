import { xchacha20poly1305 } from '@noble/ciphers/chacha.js'
import { hkdf } from '@noble/hashes/hkdf.js'
import { sha256 } from '@noble/hashes/sha2.js'
import { deflateSync, inflateSync } from 'fflate'
import * as v from 'valibot'
import { MOST_MESSAGE_BYTES } from '#core/pairing/relayTerms'
import { toLetters } from './letters'

/**
 * Messages between laptop and phones are sealed end to end: the server passes them on and can neither read nor make
 * them. In plain JavaScript, since browsers have no cryptography of their own on pages that came over plain http.
 */

const NONCE_BYTES = 24
const KEY_BYTES = 32
const ROOM_BYTES = 16

/** A message is at most so long once it is opened; sixty lights with their whole run take a third of it. */
const MOST_PLAIN_BYTES = 1_000_000

const utf8 = new TextEncoder()

/** What follows from a secret: the room that the relay knows, and the key that it does not. */
export type PairingKeys = { room: string; key: Uint8Array }

const derived = (secret: Uint8Array, use: string, length: number): Uint8Array =>
  hkdf(sha256, secret, undefined, utf8.encode(`keen-tonal pairing ${use}`), length)

/** Room and key of a pairing (HKDF with SHA-256, RFC 5869). */
export const keysOf = (secret: Uint8Array): PairingKeys => ({
  room: toLetters(derived(secret, 'room', ROOM_BYTES)),
  key: derived(secret, 'key', KEY_BYTES),
})

const EnvelopeSchema = v.strictObject({
  /** Who sends: made up anew each time a page is loaded. */
  from: v.pipe(v.string(), v.regex(/^[\da-f]{16}$/)),
  /** Whom it is for; null for everybody. */
  to: v.nullable(v.pipe(v.string(), v.regex(/^[\da-f]{16}$/))),
  /** Counts up from 1, message by message of one sender. */
  number: v.pipe(v.number(), v.integer(), v.minValue(1)),
  /** The laptop's session that it belongs to; null where none is known yet. */
  session: v.nullable(v.pipe(v.string(), v.regex(/^[\da-f]{32}$/))),
  body: v.unknown(),
})

/** A message with who sends it, and its number. */
export type Envelope = v.InferOutput<typeof EnvelopeSchema>

/** Seals a message, packed (DEFLATE, RFC 1951): XChaCha20-Poly1305, the room is bound to it. */
export const seal = ({ room, key }: PairingKeys, envelope: Envelope): Uint8Array<ArrayBuffer> => {
  const nonce = crypto.getRandomValues(new Uint8Array(NONCE_BYTES))
  const sealed = xchacha20poly1305(key, nonce, utf8.encode(room)).encrypt(
    deflateSync(utf8.encode(JSON.stringify(envelope))),
  )
  const bytes = new Uint8Array(NONCE_BYTES + sealed.length)
  bytes.set(nonce)
  bytes.set(sealed, NONCE_BYTES)
  return bytes
}

/** Opens a message; undefined where it was not sealed with this key, or holds none. */
export const unseal = ({ room, key }: PairingKeys, bytes: Uint8Array): Envelope | undefined => {
  if (bytes.length <= NONCE_BYTES || bytes.length > MOST_MESSAGE_BYTES) return undefined
  try {
    const packed = xchacha20poly1305(key, bytes.subarray(0, NONCE_BYTES), utf8.encode(room)).decrypt(
      bytes.subarray(NONCE_BYTES),
    )
    // What is packed to be more than that is cut off there, and is no message then.
    const plain = inflateSync(packed, { out: new Uint8Array(MOST_PLAIN_BYTES) })
    const result = v.safeParse(EnvelopeSchema, JSON.parse(new TextDecoder().decode(plain)))
    return result.success ? result.output : undefined
  } catch {
    return undefined
  }
}

/** Why a message was not taken. */
type Refused = 'forged' | 'replayed' | 'stale'

/**
 * Lets each message in once: opened, numbered higher than all before of its sender, and let through by `mayPass`,
 * which knows the session that runs.
 */
export const makeGate = (keys: PairingKeys) => {
  const newest = new Map<string, number>()
  const refused: Record<Refused, number> = { forged: 0, replayed: 0, stale: 0 }
  return {
    refused,
    take: (bytes: Uint8Array, mayPass: (envelope: Envelope) => boolean): Envelope | undefined => {
      const envelope = unseal(keys, bytes)
      if (!envelope) {
        refused.forged += 1
        return undefined
      }
      if (envelope.number <= (newest.get(envelope.from) ?? 0)) {
        refused.replayed += 1
        return undefined
      }
      if (!mayPass(envelope)) {
        refused.stale += 1
        return undefined
      }
      newest.set(envelope.from, envelope.number)
      return envelope
    },
  }
}
