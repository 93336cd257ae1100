import type { RouteLocationNormalized } from 'vue-router'
import { navigateTo, useRouter } from '#imports'

/** Goes to a page once work is done, unless it came to nothing or the user has gone to another page meanwhile. */
export const goAfter = async (work: Promise<boolean>, page: string): Promise<void> => {
  let hasLeft = false
  const stop = useRouter().beforeEach((to: RouteLocationNormalized, from: RouteLocationNormalized) => {
    hasLeft ||= to.path !== from.path
  })
  const isDone = await work.finally(stop)
  if (isDone && !hasLeft) await navigateTo(page)
}
