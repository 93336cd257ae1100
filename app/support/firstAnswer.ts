/** What can wait until there is something to see waits this long at the most, milliseconds. */
const PATIENCE_MS = 4000

let tell = (): void => {}
const told = new Promise<void>(resolve => {
  tell = resolve
})

/** Says that the first verdict is there; later ones change nothing. */
export const tellFirstAnswer = (): void => tell()

/** Waits until the first verdict is there, or for a while where a page has none. */
export const firstAnswer = (): Promise<void> =>
  Promise.race([told, new Promise<void>(resolve => setTimeout(resolve, PATIENCE_MS))])
