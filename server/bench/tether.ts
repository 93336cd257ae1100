import type { PictureFile } from './pictureFile'

/** What the tether tells whoever listens. */
export type TetherEvent
  = | { kind: 'exposing', shot: string }
    | { kind: 'picture', shot: string, name: string, type: string, of: number, number: number }
    | { kind: 'failed', shot: string, message: string }

/** Pictures wait here until they are fetched; the oldest make room. */
const PICTURES_KEPT = 40

const pictures = new Map<string, PictureFile>()
const listeners = new Map<string, Set<(event: TetherEvent) => void>>()

/** Hears the events of one session; answers how to stop. */
export const listen = (session: string, hear: (event: TetherEvent) => void): () => void => {
  const own = listeners.get(session) ?? new Set()
  listeners.set(session, own.add(hear))
  return () => {
    own.delete(hear)
    if (own.size === 0) listeners.delete(session)
  }
}

export const tell = (session: string, event: TetherEvent): void => listeners.get(session)?.forEach(hear => hear(event))

/** Lays a picture down to be fetched, and tells the session. */
export const deliver = (session: string, shot: string, file: PictureFile, number: number, of: number): void => {
  pictures.set(shot, file)
  for (const oldest of pictures.keys()) if (pictures.size > PICTURES_KEPT) pictures.delete(oldest)
  tell(session, { kind: 'picture', shot, name: file.name, type: file.type, number, of })
}

/** Hands a picture over; it is not kept after that. */
export const fetchPicture = (shot: string): PictureFile | undefined => {
  const file = pictures.get(shot)
  pictures.delete(shot)
  return file
}
