import { vi } from 'vitest'

/** How long anything is waited for: a busy machine is slow, and only that nothing ever comes is a finding. */
const PATIENCE_MS = Number(process.env.PATIENCE_MS ?? 60_000)

/** Waits until a check holds. */
export const eventually = <T>(check: () => T): Promise<Awaited<T>> =>
  vi.waitFor(check, { timeout: PATIENCE_MS, interval: 5 }) as Promise<Awaited<T>>
