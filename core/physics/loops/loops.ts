import { FIRST_FREE, HIT, PAGES, RAY } from './layout'
import { startModule, type LoopFunctions } from './module'

/** A part of the memory that holds what belongs to one owner at a time. */
export type Region = {
  start: number
  end: number
  /** Where the next thing goes. */
  next: number
  /** What it was filled for; another owner empties it. */
  owner: object | undefined
}

const MEGABYTE = 1 << 20

const SIZES = { meshes: 34, scene: 4, patches: 8, points: 24, rows: 12, front: 1, scratch: 12 } as const

/** The parts that the memory is divided into. */
type RegionName = keyof typeof SIZES

/**
 * The loops over rays in WebAssembly, with the memory that they read. One caller at a time: what is computed is read
 * out before anything else is loaded.
 */
export type Loops = LoopFunctions & {
  regions: Record<RegionName, Region>
  f64: Float64Array
  f32: Float32Array
  i32: Int32Array
  bytes: Uint8Array
}

const start = (): Loops | undefined => {
  const module = startModule()
  if (!module) return undefined
  let at = FIRST_FREE
  const regions = Object.fromEntries(
    Object.entries(SIZES).map(([name, size]) => {
      const region: Region = { start: at, end: (at += size * MEGABYTE), next: at - size * MEGABYTE, owner: undefined }
      return [name, region]
    }),
  ) as Record<RegionName, Region>
  if (at > PAGES * 65536) throw new RangeError('The regions are larger than the memory.')
  const { memory } = module
  return {
    ...module.functions,
    regions,
    f64: new Float64Array(memory),
    f32: new Float32Array(memory),
    i32: new Int32Array(memory),
    bytes: new Uint8Array(memory),
  }
}

let here: { loops: Loops | undefined } | undefined
let isPlain = false

/** The loops of this thread, started when first asked for; undefined where the plain code has to do. */
export const loopsHere = (): Loops | undefined => {
  if (isPlain) return undefined
  here ??= { loops: start() }
  return here.loops
}

/**
 * Makes scenes on the plain code while something runs, as on a machine that knows no WebAssembly: for comparisons.
 * Nothing else may make scenes meanwhile.
 */
export const onPlainCode = <T>(run: () => T): T => {
  isPlain = true
  const after = () => {
    isPlain = false
  }
  let isLater = false
  try {
    const result = run()
    if (result instanceof Promise) {
      isLater = true
      void result.then(after, after)
    }
    return result
  } finally {
    if (!isLater) after()
  }
}

/** Takes room in a region, aligned to 16 bytes; undefined where there is none left. */
export const takeRoom = (region: Region, bytes: number): number | undefined => {
  const at = region.next
  const next = at + ((bytes + 15) & ~15)
  if (next > region.end) return undefined
  region.next = next
  return at
}

/** Empties a region for an owner. */
export const claim = (region: Region, owner: object): void => {
  region.owner = owner
  region.next = region.start
}

/** Where the ray to cast is written, as f64 count. */
export const RAY_AT = RAY / 8
/** Where distance, s and t of what it struck are read, as f64 count. */
export const HIT_AT = HIT / 8
/** Where surface, side and triangle of it are read, as i32 count. */
export const HIT_NUMBERS_AT = HIT / 4 + 6
