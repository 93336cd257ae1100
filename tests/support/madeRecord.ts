import { demoSet } from '#core/edits/demo'
import type { StudioRecord } from '#core/records/recordSchema'

/** A record of the demo set with made-up figures, where only its shape counts. */
export const madeRecord = (id: string, change: Partial<StudioRecord> = {}): StudioRecord => ({
  id,
  at: '2026-03-14T09:00:00.000Z',
  from: 'stage',
  setId: 'demo',
  sitter: null,
  set: demoSet(),
  camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 },
  isOnTarget: true,
  headline: 'On target: backdrop 248 to 250',
  places: [
    {
      pointId: 'backdrop/middle',
      name: 'Backdrop middle',
      stops: 0.1,
      value: 249,
      wantedStops: 0.12,
      missStops: -0.02,
      meteredStops: null,
      frameValue: null,
    },
  ],
  agreement: null,
  lampStops: {},
  bounceStops: 0,
  cautions: [],
  ...change,
})
