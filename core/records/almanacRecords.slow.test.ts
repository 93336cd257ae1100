import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { almanacRecords } from '#support/almanacRecords'
import { parseRecordFile } from './recordFile'

describe('the records of the almanac that ship with the app', () => {
  it('are read, and are what the app works out for its looks today', async () => {
    const files = JSON.parse(
      readFileSync(new URL('../../public/demo/almanac-records.json', import.meta.url), 'utf8'),
    ) as unknown[]
    const shipped = files.map(file => parseRecordFile(JSON.stringify(file)))
    const made = await almanacRecords()
    expect(shipped.map(file => file.ok)).toEqual(made.map(() => true))
    for (const [index, { record, annotation }] of made.entries()) {
      const file = shipped[index]!
      if (!file.ok) continue
      expect(file.value.annotation).toEqual(annotation)
      expect(file.value.record.headline).toBe(record.headline)
      const ids = (places: typeof record.places) => places.map(({ pointId }) => pointId)
      expect(ids(file.value.record.places)).toEqual(ids(record.places))
      for (const [at, place] of record.places.entries())
        expect(file.value.record.places[at]!.stops).toBeCloseTo(place.stops, 6)
    }
  })
})
