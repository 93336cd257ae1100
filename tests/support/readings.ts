import type { Frame, Reading } from '#core/model/schema'

/** A reading of one light at a point, with whatever a test cares about changed. */
export const aReading = (changes: Partial<Reading> = {}): Reading => ({
  id: 'reading-1',
  lookId: 'white',
  at: '2026-01-01T00:00:00.000Z',
  pointId: 'backdrop/middle',
  position: [0, 0.03, 1.6],
  receptor: 'flat',
  looks: null,
  meterName: '',
  constant: null,
  roomLuxS: 0,
  direction: 'flat disc toward the camera',
  meter: 'incident',
  fNumber: 8,
  shown: '',
  source: 'hand',
  camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 },
  lights: {},
  others: {},
  trust: 'auto',
  note: '',
  ...changes,
})

/** A frame of which nothing was read, with whatever a test cares about changed. */
export const aFrame = (changes: Partial<Frame> = {}): Frame => ({
  id: 'frame-1',
  lookId: 'white',
  at: '2026-01-01T00:00:00.000Z',
  name: '',
  source: 'bench',
  by: 'picture',
  camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 },
  tags: null,
  lights: {},
  values: {},
  expected: {},
  black: null,
  edits: [],
  note: '',
  ...changes,
})
