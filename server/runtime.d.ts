/** What the framework's own entries use of its runtime; it ships without types for this part. */
declare module 'nitropack/runtime/internal' {
  import type { Server } from 'node:http'
  import type { NitroApp } from 'nitropack/types'

  export const trapUnhandledNodeErrors: () => void
  export const setupGracefulShutdown: (server: Server, app: NitroApp) => void
}
