// Part of the service worker: pictures that another app shares wait here until a page takes them in.
const SHARED = 'shared-pictures'
/** The path that the app lives under. */
const BASE = new URL(self.registration.scope).pathname

const keep = async request => {
  const cache = await caches.open(SHARED)
  const files = (await request.formData()).getAll('pictures')
  for (const [index, file] of files.entries())
    await cache.put(
      `${BASE}shared/${Date.now()}-${index}/${encodeURIComponent(file.name)}`,
      new Response(file, { headers: { 'content-type': file.type || 'application/octet-stream' } }),
    )
  return Response.redirect(`${BASE}frames?shared`, 303)
}

self.addEventListener('fetch', event => {
  const { method, url } = event.request
  if (method === 'POST' && new URL(url).pathname === `${BASE}share`) event.respondWith(keep(event.request))
})
