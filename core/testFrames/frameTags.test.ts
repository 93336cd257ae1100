import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { checkSet } from '../formats/setFile'
import { NO_TAGS, type FileTags } from '../imaging/files/readTags'
import { aFrame } from '#support/readings'
import { isOtherLens, keptTags } from './frameTags'

const tags = (change: Partial<FileTags>): FileTags => ({
  ...NO_TAGS,
  exposure: { fNumber: 8, shutterS: 0.008, iso: 100 },
  ...change,
})

describe('what a frame keeps of its file’s tags', () => {
  it('is nothing where no exposure is named, and never what a set could not hold', () => {
    expect(keptTags({ ...NO_TAGS, focalLengthMm: 85 })).toBeNull()
    const kept = keptTags(
      tags({ focalLengthMm: 1e9, compensationStops: -99, camera: 'Made-up one', hasFlashFired: true }),
    )
    expect(kept).toEqual({
      fNumber: 8,
      shutterS: 0.008,
      iso: 100,
      focalLengthMm: null,
      compensationStops: null,
      hasFlashFired: true,
      camera: 'Made-up one',
      lens: null,
    })
    expect(checkSet({ ...demoSet(), frames: [aFrame({ tags: kept })] }).ok).toBe(true)
  })

  it('tells another lens by more than its rounding, and says nothing where the file does not', () => {
    const { lens } = demoSet().camera
    const at = (factor: number) => isOtherLens(keptTags(tags({ focalLengthMm: lens.focalLengthMm * factor })), { lens })
    expect([at(1), at(1.04), at(0.96)]).toEqual([false, false, false])
    expect([at(1.06), at(0.94), at(2)]).toEqual([true, true, true])
    expect([isOtherLens(null, { lens }), isOtherLens(keptTags(tags({})), { lens })]).toEqual([false, false])
  })
})
