import '#nitro-internal-pollyfills'
import { existsSync, readFileSync } from 'node:fs'
import { createServer as createPlainServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { createServer as createSecureServer } from 'node:https'
import { hostname } from 'node:os'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { toNodeListener } from 'h3'
import { useNitroApp, useRuntimeConfig } from 'nitropack/runtime'
import { setupGracefulShutdown, trapUnhandledNodeErrors } from 'nitropack/runtime/internal'
import { meantBase, withinBase } from './shell/base'
import { isTrustworthy, refusalOf } from './shell/guard'
import { closeRig, rigTo } from './rig'
import { isRelayPath, openRelay } from './relay/relay'
import { answerHeaders, contentPolicy, scriptHashes, workerPolicy } from './shell/headers'
import { isPage, looksLikePage } from './shell/pages'

/**
 * The server of the built app: one door for everything, then pages, files and the bench's routes. PORT, HOST and, for
 * https, NITRO_SSL_CERT and NITRO_SSL_KEY are respected.
 */
const port = Number(process.env.NITRO_PORT ?? process.env.PORT ?? 3000)
const host = process.env.NITRO_HOST ?? process.env.HOST ?? '127.0.0.1'
const { NITRO_SSL_CERT: cert, NITRO_SSL_KEY: key } = process.env
const isEncrypted = Boolean(cert && key)
const names = [
  host,
  hostname(),
  `${hostname()}.local`,
  ...(process.env.KEEN_TONAL_HOSTS ?? '').split(/[\s,]+/).filter(Boolean),
].map(name => name.toLowerCase())

const shellFile = fileURLToPath(new URL('../public/index.html', pathToFileURL(process.argv[1] ?? '')))
const shell = existsSync(shellFile) ? readFileSync(shellFile, 'utf8') : ''
const policy = contentPolicy(scriptHashes(shell))

/** Where levels would go is said, and checked, before anything is served. */
const rig = (() => {
  try {
    return rigTo()
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n`)
    process.exit(1)
  }
})()

const rigLine = rig.isLoopback
  ? ''
  : `Levels for dimmers can leave by ${rig.interface} to ${rig.hosts.join(', ') || 'whoever listens there'}; arming needs this secret: ${rig.secret}\n`

const base = useRuntimeConfig().app.baseURL
const nitroApp = useNitroApp()
nitroApp.hooks.hook('close', closeRig)
const listener = toNodeListener(nitroApp.h3App)

/** Requests that take longer to arrive are cut off. */
const ARRIVE_MS = 30_000

const answer = (request: IncomingMessage, response: ServerResponse, status: number, body: string, type: string) => {
  response.statusCode = status
  response.setHeader('content-type', type)
  response.setHeader('content-length', Buffer.byteLength(body))
  // What is not read on may still be on its way.
  if (status >= 400) response.setHeader('connection', 'close')
  response.end(request.method === 'HEAD' ? undefined : body)
}

const refusalFor = (request: IncomingMessage, path: string) =>
  refusalOf(
    {
      method: request.method ?? '',
      path,
      host: request.headers.host,
      origin: request.headers.origin,
      site: request.headers['sec-fetch-site'] as string | undefined,
    },
    names,
  )

const pathOf = (request: IncomingMessage): string => (request.url ?? '/').split('?')[0] ?? '/'

const nothingAt = (request: IncomingMessage, response: ServerResponse, path: string) =>
  answer(
    request,
    response,
    404,
    JSON.stringify({ message: `There is nothing at ${path.slice(0, 200)}.` }),
    'application/json',
  )

const takeRequest = (request: IncomingMessage, response: ServerResponse) => {
  const whole = pathOf(request)
  // What lies outside is guarded like everything else before it is said that nothing is there.
  const path = withinBase(whole, base) ?? whole
  const headers = answerHeaders(workerPolicy(path) ?? policy, isEncrypted || isTrustworthy(request.headers.host))
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value)
  const refusal = refusalFor(request, path)
  if (refusal) {
    if (refusal.allow) response.setHeader('allow', refusal.allow)
    return answer(request, response, refusal.status, JSON.stringify({ message: refusal.message }), 'application/json')
  }
  if (withinBase(whole, base) === undefined) {
    const meant = meantBase(whole, base)
    if (meant) response.setHeader('location', meant)
    return meant ? answer(request, response, 308, '', 'text/plain') : nothingAt(request, response, whole)
  }
  if (path === '/api' || path.startsWith('/api/')) {
    response.setHeader('cache-control', 'no-store')
    return listener(request, response)
  }
  if (isPage(path)) {
    response.setHeader('cache-control', 'no-cache')
    return answer(request, response, 200, shell, 'text/html; charset=utf-8')
  }
  // The shell itself draws what there is no page for.
  if (looksLikePage(path) && !path.startsWith('/_'))
    return answer(request, response, 404, shell, 'text/html; charset=utf-8')
  return isFile(path) ? listener(request, response) : nothingAt(request, response, whole)
}

/** Whether the build laid a file there. */
const folder = new URL('../public/', pathToFileURL(process.argv[1] ?? ''))
const isFile = (path: string): boolean =>
  /^(?:\/[\w~-][\w.~-]*)+$/.test(path) && !path.includes('..') && existsSync(fileURLToPath(new URL(`.${path}`, folder)))

const server = isEncrypted ? createSecureServer({ cert, key }, takeRequest) : createPlainServer(takeRequest)
server.requestTimeout = ARRIVE_MS
const relay = openRelay()
nitroApp.hooks.hook('close', relay.close)
// Lines to the relay come through the same door as everything else.
server.on('upgrade', (request, socket, head) => {
  const path = withinBase(pathOf(request), base)
  if (path === undefined || refusalFor(request, path) || !isRelayPath(path)) {
    socket.end('HTTP/1.1 403 Forbidden\r\nconnection: close\r\n\r\n')
    return
  }
  request.url = path
  relay.upgrade(request, socket, head)
})
server.on('error', (error: NodeJS.ErrnoException) => {
  const known: Record<string, string> = {
    EADDRINUSE: `Port ${port} of ${host} is in use by another program. Close that, or choose another port: PORT=${port + 1} npm start`,
    EACCES: `Port ${port} may not be opened by this user. Choose one above 1023: PORT=3000 npm start`,
  }
  const why = known[error.code ?? ''] ?? `The server could not start on ${host}, port ${port}: ${error.message}`
  process.stderr.write(`${why}\n`)
  process.exit(1)
})
server.listen(port, host, () =>
  process.stdout.write(
    `Listening on ${isEncrypted ? 'https' : 'http'}://${host.includes(':') ? `[${host}]` : host}:${port}\n${rigLine}`,
  ),
)
trapUnhandledNodeErrors()
setupGracefulShutdown(server as never, nitroApp)

export default {}
