import { vi } from 'vitest'

/** Waits until a check holds; how long that takes on a busy machine is no finding. */
export const eventually = <T>(check: () => T): Promise<Awaited<T>> =>
  vi.waitFor(check, { timeout: 60_000, interval: 5 }) as Promise<Awaited<T>>
