import { encode } from 'fast-png'
import * as v from 'valibot'
import { benchExposure, benchReading } from '#core/bench/answers'
import { bracketFrame, bracketStops } from '#core/bench/bracket'
import { JPEG_QUALITY, type Exposed } from '#core/bench/exposed'
import { ReadingRequestSchema, ShootRequestSchema, type ReadingRequest, type ShootRequest } from '#core/bench/requests'
import { jpegWithTags } from '#core/imaging/files/writeTags'
import { err, ok, type Outcome } from '#core/shared/outcome'
import type { Job } from '../rpc/job'
import { misfitsOf } from '#core/validation/misfits'
import { misfitsWords } from '#wording/refusals/misfits'

/** A picture that came, and which of how many it is. */
export type Shot = { bytes: Uint8Array<ArrayBuffer>; name: string; number: number; of: number }

/**
 * Writes a picture as the server's bench does: JPEG with exposure in it, or PNG of 16 bits (which here says nothing
 * of its exposure).
 */
const writePicture = async ({ values, width, height, camera, format }: Exposed): Promise<Uint8Array<ArrayBuffer>> => {
  if (format === 'png') return new Uint8Array(encode({ width, height, data: values, channels: 3, depth: 16 }))
  const pixels = new Uint8ClampedArray(width * height * 4).fill(255)
  for (let pixel = 0; pixel < width * height; pixel++) pixels.set(values.subarray(3 * pixel, 3 * pixel + 3), 4 * pixel)
  const canvas = new OffscreenCanvas(width, height)
  canvas.getContext('2d')!.putImageData(new ImageData(pixels, width, height), 0, 0)
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: JPEG_QUALITY / 100 })
  return jpegWithTags(new Uint8Array(await blob.arrayBuffer()), camera)
}

const asked = <S extends v.GenericSchema>(schema: S, request: unknown): Outcome<v.InferOutput<S>> => {
  const result = v.safeParse(schema, request)
  return result.success
    ? ok(result.output)
    : err(`The bench cannot use this request: ${misfitsWords(misfitsOf(result.issues), 'it')}`)
}

/** What the bench without a server can be asked. */
export const benchApi = () => ({
  reading: async (_job: Job, request: ReadingRequest): Promise<Outcome<number | undefined>> => {
    const known = asked(ReadingRequestSchema, request)
    return known.ok ? ok(await benchReading(known.value)) : known
  },

  /** Pictures are told as they come. */
  shoot: async (job: Job<Shot>, request: ShootRequest): Promise<Outcome<void>> => {
    const known = asked(ShootRequestSchema, request)
    if (!known.ok) return known
    const { what, set, camera, seed, ownCurve } = known.value
    const steps = what === 'frame' ? [] : bracketStops()
    const pictures =
      what === 'frame'
        ? [() => benchExposure(known.value)]
        : steps.map(step => () => bracketFrame(set, camera, step, seed, ownCurve))
    for (const [index, picture] of pictures.entries()) {
      const exposure = await picture()
      if (await job.pause()) break
      job.report({ bytes: await writePicture(exposure), name: exposure.name, number: index + 1, of: pictures.length })
    }
    return ok(undefined)
  },
})

/** What the bench service can be asked. */
export type BenchApi = ReturnType<typeof benchApi>
