import { networkInterfaces } from 'node:os'
import { defineEventHandler } from 'h3'

/**
 * Addresses under which other devices of the network reach this server; none where it answers on this machine alone.
 */
export default defineEventHandler(() => {
  const host = process.env.NITRO_HOST ?? process.env.HOST ?? '127.0.0.1'
  const isOpen = host === '0.0.0.0' || host === '::'
  const own = Object.values(networkInterfaces())
    .flatMap(addresses => addresses ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address)
  const isLoopback = /^(?:127\.|localhost$|::1$)/.test(host)
  if (isOpen) return { addresses: own }
  return { addresses: isLoopback ? [] : [host] }
})
