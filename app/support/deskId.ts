import { freshId } from './freshId'

const KEY = 'keen-tonal-desk'

/**
 * Who this tab is for the rig: the same after a reload, another in a tab that was doubled. A lock that only one tab
 * can hold tells them apart.
 */
export const deskId = async (): Promise<string> => {
  const known = sessionStorage.getItem(KEY)
  if (known && (await holds(known))) return known
  const made = freshId(32)
  await holds(made)
  sessionStorage.setItem(KEY, made)
  return made
}

/** Whether this tab had a name before: it may still have the rig. */
export const wasDesk = (): boolean => sessionStorage.getItem(KEY) !== null

/** Holds a name for as long as this tab lives; false where another does. Without locks every tab believes itself. */
const holds = (name: string): Promise<boolean> =>
  new Promise(resolve => {
    if (!('locks' in navigator)) return resolve(true)
    void navigator.locks.request(`${KEY}/${name}`, { ifAvailable: true }, lock => {
      resolve(lock !== null)
      return lock === null ? undefined : new Promise<void>(() => {})
    })
  })
