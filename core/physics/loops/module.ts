import { LOOPS_WASM } from './loops.wasm'
import { PAGES } from './layout'

/** What the module of the loops can do; see the AssemblyScript beside. Places are bytes in its memory. */
export type LoopFunctions = PlaceFunctions & {
  useTree: (root: number, isEmpty: number, nodes: number, primitives: number) => void
  useWalls: (walls: number) => void
  useSurfaces: (surfaces: number) => void
  useFront: (front: number) => void
  cast: () => void
  blocked: () => number
  rows: (
    from: number,
    to: number,
    firsts: number,
    points: number,
    perPatch: number,
    salt: number,
    seen: number,
    reach: number,
    changes: number,
    touched: number,
  ) => void
  look: (
    x: number,
    y: number,
    z: number,
    nx: number,
    ny: number,
    nz: number,
    isDome: number,
    rays: number,
    aFrom: number,
    bFrom: number,
    seen: number,
    reach: number,
    changes: number,
    touched: number,
  ) => void
  direct: (x: number, y: number, z: number, nx: number, ny: number, nz: number, isDome: number) => number
  onPatches: (
    from: number,
    to: number,
    steps: number,
    flats: number,
    boxes: number,
    points: number,
    perPatch: number,
    around: number,
    things: number,
    own: number,
    mean: number,
  ) => void
  balanceStart: (
    count: number,
    areas: number,
    reflectance: number,
    transmittance: number,
    amounts: number,
    red: number,
    green: number,
    blue: number,
    direct: number,
    received: number,
    radiosity: number,
  ) => void
  balanceEnd: (count: number, from: number, to: number) => void
  balanceRound: (
    count: number,
    first: number,
    seen: number,
    partner: number,
    areas: number,
    reflectance: number,
    transmittance: number,
    direct: number,
    received: number,
    radiosity: number,
  ) => number
}

/** Places of a picture: points are six f32 each. */
type PlaceFunctions = {
  castMany: (count: number, rays: number) => void
  openPlaces: (places: number, points: number, open: number) => void
  tryTile: (points: number, stride: number, columns: number, rows: number, turn: number, lift: number) => number
  seenShares: (
    points: number,
    stride: number,
    columns: number,
    rows: number,
    left: number,
    top: number,
    step: number,
    lift: number,
    shares: number,
  ) => void
}

/** What of WebAssembly is used: the core is compiled without the library of any host. */
type WebAssemblyHere = {
  validate: (bytes: Uint8Array) => boolean
  Module: new (bytes: Uint8Array) => object
  Memory: new (size: { initial: number; maximum: number }) => { buffer: ArrayBuffer }
  Instance: new (module: object, imports: Record<string, Record<string, unknown>>) => { exports: unknown }
}

const fromBase64 = (text: string): Uint8Array => Uint8Array.from(atob(text), letter => letter.charCodeAt(0))

/**
 * Starts the module with a memory of its own; undefined where this machine cannot: no WebAssembly, no vectors, no room.
 */
export const startModule = (): { functions: LoopFunctions; memory: ArrayBuffer } | undefined => {
  const host = (globalThis as { WebAssembly?: WebAssemblyHere }).WebAssembly
  const bytes = fromBase64(LOOPS_WASM)
  if (!host?.validate(bytes)) return undefined
  try {
    const memory = new host.Memory({ initial: PAGES, maximum: PAGES })
    const { exports } = new host.Instance(new host.Module(bytes), {
      env: { memory },
      host: { atan2: Math.atan2, pow: Math.pow },
    })
    return { functions: exports as LoopFunctions, memory: memory.buffer }
  } catch {
    return undefined
  }
}
