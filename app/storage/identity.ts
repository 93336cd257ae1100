import { freshId } from '../support/freshId'
import type { Database } from './database'

const KEY = 'database'

/**
 * Which database this is. A browser that runs out of room may drop a database and give an empty one under the same
 * name; whoever
 * writes asks first whether it is still the one that was opened.
 */
export const createIdentity = ({ preferences }: Pick<Database, 'preferences'>) => {
  let known: unknown

  /** Meets the database at the start; answers whether it is new, with nothing ever kept in it under this rule. */
  const meet = async (): Promise<{ isNew: boolean }> => {
    known = (await preferences.get(KEY))?.value
    if (known !== undefined) return { isNew: false }
    const fresh = freshId()
    try {
      await preferences.put({ key: KEY, value: fresh })
      known = fresh
    } catch {
      // A disk that is full from the start: saves say so themselves, and there is nothing yet that could be lost.
    }
    return { isNew: true }
  }

  /** Whether it is still the one that was met. Whoever never met it trusts it. */
  const holds = async (): Promise<boolean> => known === undefined || (await preferences.get(KEY))?.value === known

  return { meet, holds }
}
