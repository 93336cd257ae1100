import type { PictureFile } from './pictureFile'

/** What the tether tells whoever listens. */
export type TetherEvent =
  | { kind: 'exposing'; shot: string }
  | { kind: 'picture'; shot: string; name: string; type: string; of: number; number: number }
  | { kind: 'failed'; shot: string; message: string }

/** Pictures wait here until they are fetched; the oldest make room. */
const PICTURES_KEPT = 40
/** Sessions that are listened to at once, and listeners of one. */
const MOST_SESSIONS = 50
const MOST_LISTENERS = 4

const pictures = new Map<string, PictureFile>()
const listeners = new Map<string, Set<(event: TetherEvent) => void>>()

/** Pictures belong to the session that they were taken in: its name is a secret of the client that made it up. */
const keyOf = (session: string, shot: string) => `${session}/${shot}`

/** Hears the events of one session; answers how to stop, or undefined where too many listen already. */
export const listen = (session: string, hear: (event: TetherEvent) => void): (() => void) | undefined => {
  const own = listeners.get(session) ?? new Set()
  if (own.size >= MOST_LISTENERS || (own.size === 0 && listeners.size >= MOST_SESSIONS)) return undefined
  listeners.set(session, own.add(hear))
  return () => {
    own.delete(hear)
    if (own.size === 0 && listeners.get(session) === own) listeners.delete(session)
  }
}

/** Tells whoever listens to a session what happened. */
export const tell = (session: string, event: TetherEvent): void => listeners.get(session)?.forEach(hear => hear(event))

/** Lays a picture down to be fetched by its session, and tells it. */
export const deliver = (session: string, shot: string, file: PictureFile, number: number, of: number): void => {
  pictures.set(keyOf(session, shot), file)
  for (const oldest of pictures.keys()) if (pictures.size > PICTURES_KEPT) pictures.delete(oldest)
  tell(session, { kind: 'picture', shot, name: file.name, type: file.type, number, of })
}

/** Hands a picture over to the session that took it; it is not kept after that. */
export const fetchPicture = (session: string, shot: string): PictureFile | undefined => {
  const file = pictures.get(keyOf(session, shot))
  pictures.delete(keyOf(session, shot))
  return file
}
