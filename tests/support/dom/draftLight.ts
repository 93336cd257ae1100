import { lightApi, type Exactness, type Looking, type PictureUse } from '#services/light/lightApi'
import type { Job } from '#services/rpc/job'

type LightApi = ReturnType<typeof lightApi>

/** Pixels across a picture that nobody looks at. */
const PICTURE_PX = 16

let kept: LightApi | undefined

/**
 * Light for tests that assert no figure: every answer is cast with the rays of a draft, pictures are small, and
 * nothing is prepared ahead. One for all tests of a thread, so that a set which was solved once is known.
 */
export const draftLight = (): LightApi => {
  // The mesh of a sitter as pictures show it takes seconds and is never seen here.
  const api = (kept ??= lightApi(() => new Promise<void>(() => {})))
  return {
    ...api,
    solve: async (job, revision, message, exactness: Exactness) => {
      const answer = await api.solve(job, revision, message, exactness === 'full' ? 'draft' : exactness)
      return answer && { ...answer, isDraft: exactness !== 'full' }
    },
    warm: async () => {},
    light: (job: Job, revision: number, use: PictureUse, looking: Looking) =>
      api.light(job, revision, use, { ...looking, width: Math.min(looking.width, PICTURE_PX) }),
  }
}
