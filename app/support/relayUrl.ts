/** Where the relay's line of a room is. */
export const relayUrl = (room: string, as: 'laptop' | 'phone'): string =>
  `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/relay/${room}/${as}`
