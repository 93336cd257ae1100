import { defineComponent, h, toValue, watchEffect, type Component, type MaybeRefOrGetter } from 'vue'
import { RouterLink, RouterView, useRoute as routeOf, type Router } from 'vue-router'

/**
 * The few parts of the framework that the app imports, for tests that mount it without the framework's build. The
 * Vitest configuration puts this file in the place of `#imports` and `#components`.
 */
type NuxtParts = { $kept: unknown; $pinia: unknown; $pwa: undefined; hook: () => void }

let parts: NuxtParts | undefined
let router: Router | undefined

/** Hands over what the mounted app runs on. */
export const standInFor = (given: { parts: NuxtParts; router: Router }): void => {
  parts = given.parts
  router = given.router
}

export const useNuxtApp = (): NuxtParts => parts!
export const useRoute = routeOf
export const useRouter = (): Router => router!
export const navigateTo = (to: string) => router!.push(to)
export const onNuxtReady = (run: () => unknown): void => void setTimeout(() => void run(), 0)
export const defineNuxtPlugin = <T>(plugin: T): T => plugin
export const clearError = (): void => {}
export const useHead = ({ title }: { title?: MaybeRefOrGetter<string> }): void => {
  if (title === undefined) return
  watchEffect(() => {
    document.title = toValue(title)
  })
}

export const NuxtPage: Component = RouterView
export const NuxtLink: Component = defineComponent({
  props: { to: { type: [String, Object], required: true } },
  setup:
    (props, { slots }) =>
    () =>
      h(RouterLink, { to: props.to as string }, slots),
})
