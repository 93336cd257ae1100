import { readFileSync } from 'node:fs'
import sharp, { type Sharp } from 'sharp'

/** The picture of tests/fixtures/pictures: patches of many colours, so many pixels wide and high each. */
export const PATCHES = { width: 96, height: 64, side: 16, columns: 6, rows: 4 } as const

/** The value of a patch, 0..255, in red, green or blue. */
export const patchValue = (column: number, row: number, channel: number): number =>
  20 + (((row * PATCHES.columns + column) * 53 + channel * 97) % 220)

const { width, height, side } = PATCHES
const values = Uint8Array.from({ length: width * height * 3 }, (_, at) =>
  patchValue(Math.floor((Math.floor(at / 3) % width) / side), Math.floor(Math.floor(at / 3 / width) / side), at % 3),
)

/** The same picture for a general-purpose library to write. */
export const patched = (): Sharp => sharp(values, { raw: { width, height, channels: 3 } })

/** The same picture as an independent tool wrote it. */
export const patchFile = (name: string): Uint8Array =>
  new Uint8Array(readFileSync(new URL(`../fixtures/pictures/${name}`, import.meta.url)))
