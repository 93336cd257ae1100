import { NOTHING_LEARNED, type Learned } from '#core/calibration/calibration'
import type { Kit } from '#core/kit/kitSchema'
import type { Character } from '#core/match/character'
import type { Asked } from '#core/match/deviations'
import { sourceFromPicture, type PictureKnown } from '#core/match/fromPicture'
import { matchElsewhere, type Match, type MatchAnswer, type MatchedPlace } from '#core/match/match'
import type { MatchSource } from '#core/match/question'
import { readSource } from '#core/match/source'
import type { CameraSetting, StudioSet } from '#core/model/schema'
import { wholeOf, type LeanSet } from '../leanSet'
import type { Developed } from '../light/lightApi'
import type { Job } from '../rpc/job'
import { smallPicture } from '../smallPicture'
import type { Found } from './found'

/** What is matched: a look with what its readings taught, or a picture by what is known of it. */
export type Matched =
  { kind: 'look'; set: LeanSet; camera: CameraSetting; learned: Learned } | { kind: 'picture'; known: PictureKnown }

/** What is asked of a match: what is matched, what there is, and how firmly. */
export type MatchSearch = {
  source: Matched
  kit: Kit
  asked: Asked
}

/** One way to match, with its picture once it is worked out with every ray. */
export type MatchWay = Match & { picture?: Developed }

/** Ways to match, beside what is matched. */
export type MatchWays = { was: MatchedPlace[]; picture?: Developed; ways: MatchWay[]; isFinal: boolean }

/** Pixels across the pictures that a match is judged by. */
const MATCH_WIDTH = 200

type SeenLook = { source: MatchSource; character: Character; was?: MatchedPlace[]; picture?: Developed }

/** A look that is matched, its light worked out and seen. */
const seenLook = async (
  { set: lean, camera, learned }: Extract<Matched, { kind: 'look' }>,
  job: Pick<Job<unknown>, 'pause'>,
): Promise<SeenLook | undefined> => {
  const set = wholeOf(lean)
  const source = { set, look: set.looks[0]!, camera }
  const read = await readSource(source, learned, job)
  return (
    read && {
      source,
      character: read.character,
      was: read.places,
      picture: smallPicture(
        set,
        read.solved,
        { settings: source.look.lights, camera, learned },
        { width: MATCH_WIDTH },
      ),
    }
  )
}

/** Ways to match a look or a picture in a room, with pictures where they are worked out with every ray. */
export const waysToMatch = async (
  job: Job<Found<MatchWays>>,
  room: StudioSet,
  { source: matched, kit, asked }: MatchSearch,
): Promise<MatchWays | undefined> => {
  const begun = matched.kind === 'look' ? await seenLook(matched, job) : sourceFromPicture(room, matched.known)
  if (!begun) return undefined
  const { source, character, was = [], picture }: SeenLook = begun
  const pictures = new Map<Match, Developed>()
  const plain = ({ matches, isFinal }: MatchAnswer): MatchWays => ({
    was,
    picture,
    isFinal,
    ways: matches.map(match => ({ ...match, picture: pictures.get(match) })),
  })
  job.report({ found: plain({ matches: [], isFinal: false }), share: 0 })
  const answer = await matchElsewhere(
    { source, character, room, kit, asked },
    {
      pause: job.pause,
      report: (found, share) => job.report({ found: plain(found), share }),
      see: (match, light) =>
        pictures.set(
          match,
          smallPicture(
            match.set,
            light,
            { settings: match.set.looks[0]!.lights, camera: match.camera, learned: NOTHING_LEARNED },
            { width: MATCH_WIDTH },
          ),
        ),
    },
  )
  return answer && plain(answer)
}
