import { useRoute, useRouter } from 'vue-router'
import { useFrameImport } from './useFrameImport'

/** Where the service worker lays what was shared (public/share.js). */
const SHARED = 'shared-pictures'

/** The pictures that another app shared, in their order; they are there once. */
const sharedPictures = async (): Promise<File[]> => {
  const cache = await caches.open(SHARED)
  const files: File[] = []
  for (const request of await cache.keys()) {
    const response = await cache.match(request)
    const name = decodeURIComponent(new URL(request.url).pathname.split('/').at(-1)!)
    if (response) files.push(new File([await response.blob()], name))
    await cache.delete(request)
  }
  return files
}

/** Takes in pictures that another app shared with this one. */
export const useShared = () => {
  const route = useRoute()
  const router = useRouter()
  const frames = useFrameImport()
  return async () => {
    if (!('shared' in route.query) || !('caches' in globalThis)) return
    await router.replace(route.path)
    await frames.take(await sharedPictures())
  }
}
