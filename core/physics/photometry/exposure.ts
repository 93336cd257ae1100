/** An exposure: f-number, shutter time in seconds, film speed (ISO). */
export type Exposure = { fNumber: number; shutterS: number; iso: number }

/** What aperture, shutter (seconds) and film speed can be: the one border for settings, files' tags and readers. */
export const EXPOSURE = { fNumber: [0.25, 720], shutterS: [1 / 64000, 3600], iso: [3, 4_000_000] } as const
