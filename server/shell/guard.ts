import { isIP } from 'node:net'

/** What of a request is asked before anything is done for it. */
export type Asked = {
  method: string
  path: string
  host: string | undefined
  origin: string | undefined
  site: string | undefined
}

/** Why a request is not answered; undefined where it may be. */
export type Refusal = { status: number; message: string; allow?: string } | undefined

const bare = (host: string): string =>
  host
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1')
    .toLowerCase()

/**
 * Whether a host is this server: a number is (a hostile name cannot be one), and so are localhost and the names it
 * was told. Any other
 * name could be a page's own that was pointed here (DNS rebinding).
 */
export const isOwnHost = (host: string | undefined, names: readonly string[]): boolean => {
  if (!host) return false
  const name = bare(host)
  return isIP(name) !== 0 || name === 'localhost' || names.includes(name)
}

/** Whether a browser would treat pages from this host as secure without a certificate (Secure Contexts, W3C). */
export const isTrustworthy = (host: string | undefined): boolean => {
  const name = bare(host ?? '')
  return name === 'localhost' || name === '::1' || /^127\./.test(name)
}

const READING = ['GET', 'HEAD']
const METHODS = [...READING, 'POST']

/** Looks at a request before anything of it is read. */
export const refusalOf = ({ method, path, host, origin, site }: Asked, names: readonly string[]): Refusal => {
  if (!isOwnHost(host, names))
    return {
      status: 421,
      message: `This server does not answer for "${host ?? ''}". Use its number, or name it in KEEN_TONAL_HOSTS.`,
    }
  const isApi = path === '/api' || path.startsWith('/api/')
  if (!METHODS.includes(method) || (!isApi && !READING.includes(method))) {
    return {
      status: 405,
      message: `${method} is not taken here.`,
      allow: isApi ? METHODS.join(', ') : READING.join(', '),
    }
  }
  if (!isApi) return undefined
  // A browser says where a request comes from; whoever says nothing is no page.
  const isStranger =
    (site !== undefined && site !== 'same-origin' && site !== 'none') ||
    (origin !== undefined && origin.replace(/^https?:\/\//, '') !== host)
  return isStranger ? { status: 403, message: 'Other sites may not use this server.' } : undefined
}
