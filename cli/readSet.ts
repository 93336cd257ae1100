import { parseSetFile } from '#core/formats/setFile'
import type { Look, StudioSet } from '#core/model/schema'
import { fileTold } from '#wording/refusals/told'

/** Reads a set file; throws with the reason where it cannot be used. */
export const readSet = (path: string, read: (path: string) => string): StudioSet => {
  let text: string
  try {
    text = read(path)
  } catch (error) {
    throw new Error(`"${path}" cannot be read: ${(error as Error).message}`, { cause: error })
  }
  const outcome = fileTold(parseSetFile(text))
  if (!outcome.ok) throw new Error(`"${path}": ${outcome.message}`)
  return outcome.value.set
}

/** The look of an id, or the first. */
export const ensureLook = (set: StudioSet, id: string | undefined): Look => {
  const look = id === undefined ? set.looks[0] : set.looks.find(candidate => candidate.id === id)
  if (!look)
    throw new Error(`The set has no look "${id}"; it has ${set.looks.map(candidate => candidate.id).join(', ')}.`)
  return look
}
