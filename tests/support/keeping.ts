import { By } from 'selenium-webdriver'
import type { Browser } from './browser'
import { stepsIn } from './steps'

/** What goes wrong with a browser's storage, done to the page as a browser does it. */
export const keepingIn = (app: { browser: Browser }) => {
  const run = <T>(script: string, ...values: unknown[]) => app.browser.driver.executeScript<T>(script, ...values)
  const wait = <T>(script: string, ...values: unknown[]) => app.browser.driver.executeAsyncScript<T>(script, ...values)
  const inStore = (store: string, mode: string, body: string) => `
    const done = arguments[arguments.length - 1]
    const opening = indexedDB.open('keen-tonal')
    opening.onsuccess = () => {
      const database = opening.result
      const transaction = database.transaction(${store}, '${mode}')
      let answer
      transaction.oncomplete = () => { database.close(); done(answer) }
      ${body}
    }`
  return {
    /** From now on every write is err, as with a full disk; `false` makes room again. */
    fillDisk: (isFull: boolean) =>
      run(
        `
      window.keptPut ??= IDBObjectStore.prototype.put
      window.keptAdd ??= IDBObjectStore.prototype.add
      const full = () => { throw new DOMException('The disk is full', 'QuotaExceededError') }
      IDBObjectStore.prototype.put = arguments[0] ? full : window.keptPut
      IDBObjectStore.prototype.add = arguments[0] ? full : window.keptAdd`,
        isFull,
      ),
    /** Empties the database behind the app's back: the same name, and nothing in it. */
    dropDatabase: () =>
      wait(
        inStore(
          `[...database.objectStoreNames]`,
          'readwrite',
          'for (const name of database.objectStoreNames) transaction.objectStore(name).clear()',
        ),
      ),
    /** Puts a row among the sets. */
    putRow: (row: object) =>
      wait(inStore(`['sets']`, 'readwrite', `transaction.objectStore('sets').put(arguments[0])`), row),
    rows: () =>
      wait<{ id: string; name: string; revision: number; document: never }[]>(
        inStore(
          `['sets']`,
          'readonly',
          `transaction.objectStore('sets').getAll().onsuccess = event => { answer = event.target.result }`,
        ),
      ),
    /** Whether leaving the page would be asked about. */
    asksOnLeaving: () =>
      run<boolean>(
        `const leaving = new Event('beforeunload', { cancelable: true }); window.dispatchEvent(leaving); return leaving.defaultPrevented`,
      ),
    setNames: async () =>
      Promise.all(
        (await app.browser.driver.findElements(By.css('[data-test^="set-"] input'))).map(input =>
          input.getAttribute('value'),
        ),
      ),
    press: async (notice: string, action: string) =>
      stepsIn(app).pressSaying(`[data-test="notice-${notice}"] button`, action),
  }
}
