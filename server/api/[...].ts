import { defineEventHandler, setHeader, setResponseStatus } from 'h3'

/** Methods of the routes there are; anything else under /api is answered in JSON. */
const METHODS: readonly { path: RegExp; method: string }[] = [
  { path: /^\/api\/health$/, method: 'GET' },
  { path: /^\/api\/bench\/reading$/, method: 'POST' },
  { path: /^\/api\/bench\/tether\/shoot$/, method: 'POST' },
  { path: /^\/api\/bench\/tether$/, method: 'GET' },
  { path: /^\/api\/bench\/tether\/[^/]+$/, method: 'GET' },
]

export default defineEventHandler(event => {
  // Without the path that the app lives under.
  const [path = '/'] = event.path.split('?')
  const known = METHODS.find(route => route.path.test(path))
  setResponseStatus(event, known ? 405 : 404)
  if (known) setHeader(event, 'allow', known.method)
  return { message: known ? `${path} takes ${known.method} only.` : `There is nothing at ${path}.` }
})
