/** What the framework's own entries use of its runtime; it ships without types for this part. */
declare module 'nitropack/runtime/internal' {
  import type { Server } from 'node:http'
  import type { NitroApp } from 'nitropack/types'

  /** Logs errors that nothing caught. */
  export const trapUnhandledNodeErrors: () => void
  /** Ends the server once open requests are answered. */
  export const setupGracefulShutdown: (server: Server, app: NitroApp) => void
}
