import { defineNuxtPlugin } from '#imports'
import { useNotices } from '~/stores/notices'
import { useStudio } from '~/stores/studio'
import { useVault } from '~/stores/vault'
/** What nobody caught, in words, with a way out; the page stays as it is. */
export default defineNuxtPlugin(nuxt => {
  const tell = (error: unknown) => {
    const message = error instanceof Error ? error.message : String(error)
    const studio = useStudio(nuxt.$pinia as never)
    const vault = useVault(nuxt.$pinia as never)
    useNotices(nuxt.$pinia as never).tell({
      id: 'error',
      words: `Something went wrong: ${message.slice(0, 200)}. Your set is as you last saw it. If anything looks odd, export it and reload the page.`,
      actions: [
        { name: 'Export the set', run: () => vault.exportOpen(studio.document) },
        { name: 'Reload', run: () => location.reload() },
      ],
    })
  }
  nuxt.hook('vue:error', error => tell(error))
  globalThis.addEventListener('unhandledrejection', event => {
    event.preventDefault()
    tell(event.reason)
  })
})
