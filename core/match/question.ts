import type { Kit } from '../kit/kitSchema'
import type { CameraSetting, Look, StudioSet } from '../model/schema'
import type { Character } from './character'
import type { Asked } from './deviations'

/** What is matched: a look of a set as it shows it, at its camera setting. */
export type MatchSource = { set: StudioSet; look: Look; camera: CameraSetting }

/** What is asked: a look's light in another room with another kit. */
export type MatchQuestion = {
  source: MatchSource
  /** The light that is to be matched: the source's own, or what is known of a picture. */
  character: Character
  /** The set whose room, backdrop and camera there are; its lights are not used. */
  room: StudioSet
  kit: Kit
  asked: Asked
}
