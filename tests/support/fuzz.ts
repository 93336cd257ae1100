import 'fake-indexeddb/auto'
import sharp from 'sharp'
import { parseIes } from '#core/formats/iesFile'
import { measuredLight } from '#core/formats/measuredLight'
import { parseReadingsCsv, writeReadingsCsv } from '#core/formats/readingsCsv'
import { checkSet, parseSetFile, writeSetFile } from '#core/formats/setFile'
import { profileOf } from '#core/imaging/colour/colourProfile'
import { inspectFile } from '#core/imaging/files/inspectFile'
import { isWholeJpeg } from '#core/imaging/files/jpegScan'
import { readTags } from '#core/imaging/files/readTags'
import { takenWith } from '#core/imaging/exposureTags'
import { keptTags } from '#core/testFrames/frameTags'
import { genericKit } from '#core/kit/genericKit'
import { parseKitFile, writeKitFile } from '#core/kit/kitFile'
import { demoSet } from '#core/edits/demo'
import { fitMeasured } from '#core/edits/edits'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { salvageSet } from '#core/formats/salvage'
import type { StudioSet } from '#core/model/schema'
import { DRAFT_QUALITY } from '#core/physics/transport/stage'
import { luminance } from '#core/physics/units/rgb'
import { readBackup, writeBackup } from '~/storage/backup'
import { openDatabase } from '~/storage/database'
import { createLibrary } from '~/storage/library'
import { aFrame, aReading } from './readings'
import { crowdedSet } from './scenes'
import { xorshift } from './xorshift'

export type Reader = 'set' | 'kit' | 'readings' | 'photometric' | 'picture' | 'backup'
export const READERS: readonly Reader[] = ['set', 'kit', 'readings', 'photometric', 'picture', 'backup']

/**
 * What a run of damaged files came to: how many were taken all the same, what went wrong, the longest, milliseconds.
 */
export type Fuzzed = { reader: Reader; count: number; taken: number; faults: string[]; longestMs: number }

/** A file that takes longer hangs the reader, on the slowest machine. */
const LONGEST_MS = 30_000

type Draw = () => number
const pick = <T>(draw: Draw, items: readonly T[]): T => items[Math.floor(draw() * items.length)]!

const JUNK = [
  null,
  '',
  'x',
  '__proto__',
  'constructor',
  0,
  -1,
  1e9,
  -1e9,
  1e308,
  Number.MIN_VALUE,
  true,
  [],
  {},
  [[]],
  'a'.repeat(300),
]

/** Puts junk at a place of a JSON value, takes something out, or doubles it. */
const brokenJson = (value: unknown, draw: Draw): unknown => {
  const copy = JSON.parse(JSON.stringify(value)) as unknown
  for (let times = 1 + Math.floor(draw() * 3); times > 0; times--) {
    let at = copy as Record<string, unknown>
    for (let depth = 0; depth < 12; depth++) {
      const keys = Object.keys(at)
      if (keys.length === 0) break
      const key = pick(draw, keys)
      const next = at[key]
      if (typeof next === 'object' && next !== null && draw() < 0.85) {
        at = next as Record<string, unknown>
        continue
      }
      const how = draw()
      if (how < 0.15) Reflect.deleteProperty(at, key)
      else if (how < 0.25) at[`${key}x`] = next
      else if (how < 0.35 && Array.isArray(at)) at.push(next)
      else
        at[key] =
          typeof next === 'number' && draw() < 0.5
            ? next * pick(draw, [-1, 0, 0.01, 100, 1.001])
            : structuredClone(pick(draw, JUNK))
      break
    }
  }
  return copy
}

/** Flips, cuts, doubles or swaps bytes. */
const brokenBytes = (bytes: Uint8Array, draw: Draw): Uint8Array<ArrayBuffer> => {
  let made = new Uint8Array(bytes)
  for (let times = 1 + Math.floor(draw() * 4); times > 0 && made.length > 0; times--) {
    const at = Math.floor(draw() * made.length * (draw() < 0.5 ? 0.05 : 1))
    const how = draw()
    if (how < 0.6)
      made[at] = draw() < 0.5 ? made[at]! ^ (1 << Math.floor(draw() * 8)) : pick(draw, [0, 255, 127, 128, 1])
    else if (how < 0.75) made = made.slice(0, at)
    else if (how < 0.9) made = new Uint8Array([...made.subarray(0, at), ...made.subarray(Math.max(0, at - 40))])
    else made.set(made.subarray(0, Math.min(16, made.length - at)), at)
  }
  return made
}
const brokenText = (text: string, draw: Draw): string =>
  new TextDecoder().decode(brokenBytes(new TextEncoder().encode(text), draw))

const solve = lightingSolver(DRAFT_QUALITY)
/** Whatever a set is taken with is light that can be reckoned with. */
const isFinite = async (set: StudioSet): Promise<boolean> => {
  const solved = await solve(set)
  return (
    solved !== undefined &&
    solved.layers.every(({ shares }) =>
      Object.values(shares).every(
        ({ direct, bounced }) => Number.isFinite(luminance(direct)) && Number.isFinite(luminance(bounced)),
      ),
    )
  )
}

const SETS = [
  demoSet(),
  crowdedSet(),
  { ...demoSet(), frames: [aFrame()], readings: [aReading(), aReading({ id: 'reading-2' })] },
]
const LAMP = [
  'IESNA:LM-63-2002',
  '[TEST] made by hand',
  'TILT=INCLUDE',
  '1',
  '3',
  '0 45 90',
  '1 .95 .9',
  '1 1000 2 5 3 1 2 0.3 0.6 0',
  '0.5 1 120',
  '0 20 45 70 90',
  '0 45 90',
  '100 90 50 20 0',
  '100 80 40 10 0',
  '100 70 30 5 0',
].join('\r\n')

const pictures = async () => {
  const pixels = Uint8Array.from({ length: 96 * 64 * 3 }, (_, index) => (index * 53) % 256)
  const made = () =>
    sharp(pixels, { raw: { width: 96, height: 64, channels: 3 } })
      .withIccProfile('p3')
      .withExif({ IFD2: { FNumber: '8/1', ExposureTime: '1/125', ISOSpeedRatings: '100' } })
  return Promise.all(
    [
      made().jpeg(),
      made().jpeg({ progressive: true }),
      made().png(),
      made().toColourspace('rgb16').png(),
      made().webp(),
      made().tiff(),
      made().tiff({ tile: true, tileWidth: 32, tileHeight: 32 }),
    ].map(async one => new Uint8Array(await one.toBuffer())),
  )
}

const backup = async () => {
  const database = openDatabase('fuzz-source')
  const library = createLibrary(database)
  const { set } = await library.add(demoSet())
  await library.putPicture(set.id, 'frame-1', { bytes: new Uint8Array(900), type: 'image/jpeg' })
  return new Uint8Array(await (await writeBackup(database, '2026-11-27T00:00:00.000Z', () => {})).arrayBuffer())
}

type Try = (draw: Draw, index: number) => Promise<boolean>
/** Keeps a set that was taken, to be lit after the reading was timed. */
type Keep = (set: StudioSet) => void

/** One damaged file after another; answers whether it was taken. What is taken has to be fit for a set. */
const tries: Record<Reader, (light: Keep) => Promise<Try>> = {
  set: async light => async (draw, index) => {
    const source = pick(draw, SETS)
    const text = writeSetFile(source, {})
    const broken = draw() < 0.8 ? JSON.stringify(brokenJson(JSON.parse(text), draw)) : brokenText(text, draw)
    const outcome = parseSetFile(broken)
    const stored = brokenJson(source, draw)
    const saved = salvageSet(stored, 'saved', 'Saved')
    if (saved.ok && !checkSet(saved.value.set).ok) throw new Error('what was saved of a damaged set is damaged')
    if (outcome.ok && index % 40 === 0) light(outcome.value.set)
    return outcome.ok
  },
  kit: async () => async draw => {
    const text = writeKitFile(genericKit())
    return parseKitFile(draw() < 0.8 ? JSON.stringify(brokenJson(JSON.parse(text), draw)) : brokenText(text, draw)).ok
  },
  readings: async () => async draw => {
    const set = demoSet()
    const outcome = parseReadingsCsv(
      brokenText(
        writeReadingsCsv([
          aReading(),
          aReading({
            id: 'reading-2',
            note: '=1+1',
            lights: { key: { powerStops: -1, directLuxS: 3, bouncedLuxS: 1 } },
          }),
        ]),
        draw,
      ),
      set,
    )
    if (!outcome.ok) return false
    const { readings } = outcome.value
    const taken = new Map(readings.map(reading => [reading.id, reading]))
    const checked = checkSet({ ...set, readings: [...taken.values()] })
    if (!checked.ok) throw new Error(`the set refuses a reading that was taken: ${checked.message}`)
    return readings.length > 0
  },
  photometric: async () => async draw => {
    const file = parseIes(brokenText(LAMP, draw))
    const light = file.ok ? measuredLight(file.value, file.value.keywords.LUMINAIRE ?? 'x') : file
    if (!light.ok) return false
    const checked = checkSet(fitMeasured(demoSet(), 'key', light.value))
    if (!checked.ok) throw new Error(`the set refuses a light that was taken: ${checked.message}`)
    return true
  },
  picture: async () => {
    const files = await pictures()
    return async draw => {
      const bytes = brokenBytes(pick(draw, files), draw)
      const outcome = inspectFile(bytes)
      if (!outcome.ok) return false
      const tags = readTags(outcome.value.tags ?? bytes)
      const camera = takenWith(tags.exposure, { fNumber: 8, shutterS: 1 / 125, iso: 100 })
      const checked = checkSet({
        ...demoSet(),
        frames: [aFrame({ camera, tags: keptTags(tags) })],
        readings: [aReading({ camera })],
      })
      if (!checked.ok) throw new Error(`the set refuses an exposure that was read: ${checked.message}`)
      const { curves } = profileOf(outcome.value.icc)
      if (!curves.every(curve => [0, 0.5, 1].every(share => Number.isFinite(curve(share)))))
        throw new Error('a profile gives light that is no number')
      if (outcome.value.kind === 'jpeg') isWholeJpeg(bytes)
      return true
    }
  },
  backup: async () => {
    const whole = await backup()
    return async (draw, index) => {
      const database = openDatabase(`fuzz-${index}-${Math.floor(draw() * 1e9)}`)
      const library = createLibrary(database)
      const outcome = await readBackup(database, library, new Blob([brokenBytes(whole, draw)]), true, () => {})
      for (const { document } of await database.sets.toArray())
        if (!checkSet(document).ok) throw new Error('a damaged set came out of a backup')
      await database.delete()
      return outcome.ok && outcome.value.names.length > 0
    }
  },
}

/** Gives a reader so many damaged files, made from whole ones by a seed. */
export const fuzz = async (
  reader: Reader,
  count: number,
  seed = 1,
  deadline = Number.POSITIVE_INFINITY,
): Promise<Fuzzed> => {
  const draw = xorshift(seed)
  let taken: StudioSet | undefined
  const attempt = await tries[reader](set => {
    taken = set
  })
  const result: Fuzzed = { reader, count: 0, taken: 0, faults: [], longestMs: 0 }
  for (; result.count < count && performance.now() < deadline && result.faults.length < 5; result.count++) {
    const start = performance.now()
    try {
      if (await attempt(draw, result.count)) result.taken += 1
    } catch (error) {
      result.faults.push(
        `${reader} ${result.count}: ${(error as Error).stack?.split('\n').slice(0, 3).join(' ') ?? String(error)}`,
      )
    }
    const took = performance.now() - start
    result.longestMs = Math.max(result.longestMs, took)
    if (took > LONGEST_MS) result.faults.push(`${reader} ${result.count}: took ${Math.round(took)} ms`)
    if (taken && !(await isFinite(taken)))
      result.faults.push(`${reader} ${result.count}: a set that was taken has light that is no number`)
    taken = undefined
  }
  return result
}
