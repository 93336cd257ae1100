import { defineNuxtPlugin } from '#imports'
import { openBrowserStorage } from '~/storage/browserStorage'

/** Opens what the browser keeps, before anything asks for it. */
export default defineNuxtPlugin(async () => {
  const kept = await openBrowserStorage()
  return { provide: { kept } }
})
