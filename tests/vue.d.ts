/** Components, for tests that mount them: `nuxt typecheck` checks what is in them. */
declare module '*.vue' {
  import type { Component } from 'vue'

  const component: Component
  export default component
}
