import { Packet } from 'sacn'

/** Sizes and places of an E1.31 data packet (ANSI E1.31-2018, table 4-1), as remembered and tested. */
const LEAST_BYTES = 126
const MOST_BYTES = 638
const FLAGS = 0x7000
const OPTIONS_AT = 112
const TERMINATED = 0x40
const PREVIEW = 0x80
const MOST_PRIORITY = 200

/** A data packet: levels of one universe from one source. */
export type Levels = {
  universe: number
  /** Values of slots, from the first. */
  slots: Uint8Array
  sequence: number
  priority: number
  /** Who sends it: 16 bytes that stay the same for as long as the source runs. */
  cid: Buffer
  sourceName: string
  /** The source stops sending this universe. */
  isTerminated: boolean
}

/** Where a packet says its number, its options and its first slot. */
const SEQUENCE_AT = 111
const SLOTS_AT = 126

/** What all packets of one universe have alike. */
export type PacketHead = Pick<Levels, 'universe' | 'priority' | 'cid' | 'sourceName'>
/** What differs from packet to packet. */
export type PacketBody = Pick<Levels, 'slots' | 'sequence' | 'isTerminated'>

/** Makes the packets of a universe, always with all 512 slots; what they have alike is laid out once. */
export const packetsOf = (head: PacketHead): ((body: PacketBody) => Buffer) => {
  const template = new Packet({ ...head, sequence: 0, payload: {}, useRawDmxValues: true }).buffer
  return ({ slots, sequence, isTerminated }) => {
    const bytes = Buffer.from(template)
    bytes[SEQUENCE_AT] = sequence
    bytes[OPTIONS_AT] = isTerminated ? TERMINATED : 0
    bytes.set(slots, SLOTS_AT)
    return bytes
  }
}

/** Why a packet is thrown away. */
export type Refusal = 'length' | 'kind' | 'preview' | 'universe'

/** Lengths that a packet gives of its three layers have to be those of its bytes. */
const lengthsAgree = (bytes: Buffer): boolean =>
  [16, 38, 115].every(at => {
    const said = bytes.readUInt16BE(at)
    return (said & 0xf000) === FLAGS && (said & 0x0fff) === bytes.length - at
  })

/**
 * Reads a packet; says why where it is none that levels can be taken from. Packets of other kinds (synchronisation,
 * discovery, other start codes) and of previews are none.
 */
export const levelsOfBytes = (bytes: Buffer): Levels | Refusal => {
  if (bytes.length < LEAST_BYTES || bytes.length > MOST_BYTES) return 'length'
  let packet: Packet
  try {
    packet = new Packet(bytes)
  } catch {
    return 'kind'
  }
  const count = bytes.readUInt16BE(123)
  if (!lengthsAgree(bytes) || count !== bytes.length - 125) return 'length'
  if (packet.options & PREVIEW) return 'preview'
  if (packet.universe < 1 || packet.universe > 63_999) return 'universe'
  return {
    universe: packet.universe,
    slots: new Uint8Array(packet.payloadAsBuffer ?? []),
    sequence: packet.sequence,
    priority: Math.min(MOST_PRIORITY, packet.priority),
    cid: Buffer.from(packet.cid),
    sourceName: packet.sourceName,
    isTerminated: (packet.options & TERMINATED) > 0,
  }
}
