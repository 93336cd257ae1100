/** Minutes on set that things take one person who knows them; common practice, no source. */
export const MINUTES = {
  /** Walking to a light and turning its power. */
  power: 0.3,
  camera: 0.2,
  /** A light on its stand taken somewhere else, its aim kept. */
  place: 1,
  raise: 0.7,
  aim: 0.5,
  /** A grid, or a half-scrim. */
  fit: 1,
  /** A board or flag on its stand. */
  board: 2,
  /** Sitter's mark and camera, without the lights that go along. */
  party: 1.5,
  /** A light more: fetch, stand, cable, sandbag. */
  light: 4,
} as const
