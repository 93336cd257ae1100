import { lightApi, type Looking, type PictureUse } from '#services/light/lightApi'
import type { Job } from '#services/rpc/job'

type LightApi = ReturnType<typeof lightApi>

/** Pixels across a picture that nobody looks at. */
const PICTURE_PX = 16

/** Light for tests that look at no picture: pictures are tiny, and nothing is prepared ahead. */
export const lightWithTinyPictures = (): LightApi => {
  // The mesh of a sitter as pictures show it takes seconds and is never seen here.
  const api = lightApi(() => new Promise<void>(() => {}))
  return {
    ...api,
    warm: async () => {},
    light: (job: Job, revision: number, use: PictureUse, looking: Looking) =>
      api.light(job, revision, use, { ...looking, width: Math.min(looking.width, PICTURE_PX) }),
  }
}
