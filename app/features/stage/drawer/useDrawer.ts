import { createSharedComposable } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useSearch } from '~/stores/search'

/** What the drawer of the stage can show: all findings, other ways to the target, or where the light comes from. */
export type DrawerPage = 'findings' | 'ways' | 'why'

/** The one drawer of the stage: it lies over the tray and the side view, and moves nothing. */
export const useDrawer = createSharedComposable(() => {
  const search = useSearch()
  const opened = ref<Exclude<DrawerPage, 'ways'> | null>(null)
  /** Ways that are being looked for show by themselves. */
  const page = computed<DrawerPage | null>(() => (search.proposals ? 'ways' : opened.value))
  const close = () => {
    if (search.proposals) search.close()
    opened.value = null
  }
  const toggle = (wanted: Exclude<DrawerPage, 'ways'>) => {
    const isShown = page.value === wanted
    close()
    opened.value = isShown ? null : wanted
  }
  return { page, toggle, close }
})
