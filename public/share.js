// Part of the service worker: pictures that another app shares wait here until a page takes them in.
const SHARED = 'shared-pictures'

const keep = async request => {
  const cache = await caches.open(SHARED)
  const files = (await request.formData()).getAll('pictures')
  for (const [index, file] of files.entries())
    await cache.put(
      `/shared/${Date.now()}-${index}/${encodeURIComponent(file.name)}`,
      new Response(file, { headers: { 'content-type': file.type || 'application/octet-stream' } }),
    )
  return Response.redirect('/frames?shared', 303)
}

self.addEventListener('fetch', event => {
  const { method, url } = event.request
  if (method === 'POST' && new URL(url).pathname === '/share') event.respondWith(keep(event.request))
})
