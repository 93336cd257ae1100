import { ownServer } from '~/support/ownServer'

/** Where the relay's line of a room is. */
export const relayUrl = (room: string, as: 'laptop' | 'phone'): string =>
  `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}${ownServer(`api/relay/${room}/${as}`)}`
