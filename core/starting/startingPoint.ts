import type { Brief, StudioSet } from '../model/schema'
import type { Studio } from './studioBuilder'

/** A ready set-up: how it is called, and how it is built into whatever room and kit there are. */
export type StartingPoint = {
  id: string
  name: string
  look: Brief['look']
  framing: Brief['framing']
  /** Distance between subject and backdrop that it wants; it makes do with less. */
  toBackdropM: number
  backdrop: string
  /** Free depth that it wants behind the backdrop, for what is lit from there. */
  behindM?: number
  /** Lenses longer than this are not chosen, millimetres. */
  mostMm?: number
  subjects?: (set: StudioSet) => StudioSet['subjects']
  build: (studio: Studio) => void
}
