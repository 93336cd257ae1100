import { benchExposure, benchReading } from '#core/bench/answers'
import { bracketFrame, bracketStops } from '#core/bench/bracket'
import type { ReadingRequest, ShootRequest } from '#core/bench/requests'
import { writePicture, type PictureFile } from './pictureFile'

/** What the bench can be asked to work out; each takes its time and knows nothing of who asks. */
export type Job = { kind: 'reading'; request: ReadingRequest } | { kind: 'shot'; request: ShootRequest }

/** What comes of a job: a reading (null where no light reaches the meter), or pictures, one after another. */
export type JobResult =
  { kind: 'reading'; fNumber: number | null } | { kind: 'picture'; file: PictureFile; number: number; of: number }

/** Does a job; `give` hears each result as it comes. */
export const doJob = async (job: Job, give: (result: JobResult) => void): Promise<void> => {
  if (job.kind === 'reading') return give({ kind: 'reading', fNumber: (await benchReading(job.request)) ?? null })
  const { what, set, camera, seed, ownCurve } = job.request
  if (what === 'frame')
    return give({ kind: 'picture', file: await writePicture(await benchExposure(job.request)), number: 1, of: 1 })
  const stops = bracketStops()
  for (const [index, step] of stops.entries()) {
    give({
      kind: 'picture',
      file: await writePicture(bracketFrame(set, camera, step, seed, ownCurve)),
      number: index + 1,
      of: stops.length,
    })
  }
}
