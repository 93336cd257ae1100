/** What the relay and its lines keep to. */

/** A message is at most so long, bytes. */
export const MOST_MESSAGE_BYTES = 65_536

/** Why the relay closes a line: another laptop has the room, it is full, or it was told too much. */
export const CLOSED = { taken: 4001, full: 4002, tooMuch: 4003 } as const
