import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { h, Suspense } from 'vue'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'
import App from '~/app.vue'
import { openBrowserStorage } from '~/storage/browserStorage'
import { standInFor } from './nuxtStandIn'
import { ROUTES } from './routes'
import { endWorkers } from './workers'

/** The app on the page, and the router that it runs on. */
export type Mounted = { wrapper: VueWrapper; router: Router }

/** Puts the whole app on the document, at an address: real pages, stores and storage, its workers in this thread. */
export const mountApp = async (path: string): Promise<Mounted> => {
  const pinia = createPinia()
  setActivePinia(pinia)
  const router = createRouter({ history: createMemoryHistory(), routes: ROUTES })
  standInFor({ parts: { $kept: await openBrowserStorage(), $pinia: pinia, $pwa: undefined, hook: () => {} }, router })
  await router.push(path)
  document.body.innerHTML = '<div id="app"></div>'
  const wrapper = mount(
    { render: () => h(Suspense, null, { default: () => h(App) }) },
    { attachTo: '#app', global: { plugins: [pinia, router] } },
  )
  await flushPromises()
  return { wrapper, router }
}

/** Takes the app off the page, as leaving it would, and ends its workers. */
export const unmountApp = ({ wrapper }: Mounted): void => {
  globalThis.window.dispatchEvent(new Event('pagehide'))
  wrapper.unmount()
  endWorkers()
}
