import { useNuxtApp } from '#imports'
import type { BrowserStorage } from '~/storage/browserStorage'

/** What the browser keeps; opened before the app starts. */
export const useKept = (): BrowserStorage => useNuxtApp().$kept as BrowserStorage
