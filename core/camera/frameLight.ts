import { frontBox, openLightAt, sampleEmitter, visibleShare, type EmitterSamples } from '../transport/direct'
import { RAY_OFFSET_M } from '../geometry/kernel'
import { sideOf, transmits } from '../geometry/surface'
import { mayStandBetween } from '../geometry/between'
import { frontReach } from '../sources/frontShape'
import { ownSurface, radianceToward } from '../transport/glow'
import { enteringShare } from '../transport/gloss'
import { gather } from '../transport/gather'
import { lobeToward } from '../transport/glints'
import { thrownAt, type LightField } from '../transport/lightLayer'
import { shiningFronts } from '../transport/shining'
import type { Stage } from '../transport/stage'
import type { Vector } from '../units/vector'
import type { FrameView } from './frameView'

/**
 * Samples of a light's front for the open light, per side; and of its 64 shadow samples, how many each pixel asks: with few,
 * neighbours ask different ones and are evened out, which suits pictures; maps ask many.
 */
export type Sampling = { front: number, shadowsAsked: number, isEvened: boolean }

const FOR_PICTURES: Sampling = { front: 4, shadowsAsked: 4, isEvened: true }
export const FOR_MAPS: Sampling = { front: 8, shadowsAsked: 32, isEvened: false }
const SHADOW_FRONT = 8

const ROWS_A_TURN = 24

/** Bounced light at every node of the view (patches, then vertices) from one light, three channels. */
const lightOnNodes = (stage: Stage, view: FrameView, field: LightField): Float32Array => {
  const nodes = new Float32Array(field.irradiance.length + view.vertices.length * 3)
  nodes.set(field.irradiance)
  view.vertices.forEach(({ position, normal, view: seen }, index) => {
    const bounced = gather(seen, field.radiosity)
    const thrown = thrownAt(stage, field, position, normal)
    for (let channel = 0; channel < 3; channel++) {
      nodes[field.irradiance.length + index * 3 + channel] = bounced[channel]! + thrown * field.emitter.intensity[channel]!
    }
  })
  return nodes
}

/** Whether anything may stand between each tile of a view and a front. */
const shadowedTiles = (stage: Stage, { tiles }: FrameView, front: EmitterSamples): boolean[] => {
  const around = frontBox(front)
  const own = ownSurface(stage, front.emitter)
  return tiles.boxes.map((box, tile) => mayStandBetween(stage.rays, around, box, tiles.flat[tile]!, own))
}

/** The share of a front that each place sees, from a few samples each; neighbours ask different ones. Yields between rows. */
function* visibility(stage: Stage, view: FrameView, shadow: EmitterSamples, open: Float32Array, asked: number): Generator<void, Float32Array> {
  const share = new Float32Array(view.count)
  const p = view.points
  const isShadowed = shadowedTiles(stage, view, shadow)
  // Every tile of 4 x 4 pixels asks all the samples, each pixel its own few.
  const step = Math.max(1, Math.floor(shadow.count / asked))
  for (let index = 0; index < view.count; index++) {
    if (index % (view.width * ROWS_A_TURN) === 0) yield
    if (!(open[index]! > 0)) continue
    if (!isShadowed[view.tiles.of[index]!]) {
      share[index] = 1
      continue
    }
    const at = index * 6
    const nx = p[at + 3]!
    const ny = p[at + 4]!
    const nz = p[at + 5]!
    const first = ((index % view.width) % 4 + (Math.floor(index / view.width) % 4) * 4) * 7 % step
    share[index] = visibleShare(shadow, stage.rays, p[at]! + LIFT_M * nx, p[at + 1]! + LIFT_M * ny, p[at + 2]! + LIFT_M * nz, nx, ny, nz, first, step)
  }
  return share
}

/** Cosine to the normal at which a place (position, normal) sees another; 0 from behind. */
const cosineToward = (place: Vector, p: ArrayLike<number>): number => {
  const [dx, dy, dz] = [place[0] - p[0]!, place[1] - p[1]!, place[2] - p[2]!]
  return Math.max(0, (dx * p[3]! + dy * p[4]! + dz * p[5]!) / Math.hypot(dx, dy, dz))
}

/** Bodies are facets under a smooth normal: rays start a little further off, or facets would shade themselves. */
const LIFT_M = 6 * RAY_OFFSET_M

/** Pixels whose shadows may be evened out: the same surface, looking alike. */
const ALIKE = 0.9

/** Evens the visible share out over tiles of 4 x 4 pixels, never across an edge. Mirrored places stay as they are. */
const evened = (view: FrameView, share: Float32Array): Float32Array => {
  const { width, height, surface, points } = view
  const even = share.slice()
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const own = row * width + column
      if (surface[own]! < 0) continue
      let [sum, count] = [0, 0]
      for (let y = Math.max(0, row - 1); y <= Math.min(height - 1, row + 2); y++) {
        for (let x = Math.max(0, column - 1); x <= Math.min(width - 1, column + 2); x++) {
          const other = y * width + x
          if (surface[other] !== surface[own]) continue
          const [a, b] = [own * 6 + 3, other * 6 + 3]
          if (points[a]! * points[b]! + points[a + 1]! * points[b + 1]! + points[a + 2]! * points[b + 2]! < ALIKE) continue
          sum += share[other]!
          count += 1
        }
      }
      even[own] = sum / count
    }
  }
  return even
}

/** A front sampled for the light without shadows: few samples will do from far away. */
type OpenSamples = { whole: EmitterSamples, few: EmitterSamples }

const FEW = 2
/** From this many times its own size on, a front is nearly a point. */
const FAR = 4

const isFar = ({ emitter }: EmitterSamples, p: Float32Array, at: number): boolean => {
  const { across, up } = frontReach(emitter.front)
  const reach = 2 * FAR * Math.max(across, up)
  return (p[at]! - emitter.centre[0]) ** 2 + (p[at + 1]! - emitter.centre[1]) ** 2 + (p[at + 2]! - emitter.centre[2]) ** 2 > reach * reach
}

/** Direct light of one front on every place, shadows included, per unit of axis intensity. */
function* directOnPlaces(stage: Stage, view: FrameView, open: OpenSamples, shadow: EmitterSamples, sampling: Sampling): Generator<void, Float32Array> {
  const direct = new Float32Array(view.count)
  const p = view.points
  for (let index = 0; index < view.count; index++) {
    if (index % (view.width * ROWS_A_TURN) === 0) yield
    if (view.surface[index]! < 0) continue
    const at = index * 6
    const samples = isFar(open.whole, p, at) ? open.few : open.whole
    direct[index] = openLightAt(samples, p[at]!, p[at + 1]!, p[at + 2]!, p[at + 3]!, p[at + 4]!, p[at + 5]!)
  }
  const seen = yield* visibility(stage, view, shadow, direct, sampling.shadowsAsked)
  const share = sampling.isEvened ? evened(view, seen) : seen
  for (let index = 0; index < view.count; index++) direct[index]! *= share[index]!
  return direct
}

/**
 * What every pixel sends toward the viewer under one light at full power, three channels a pixel in lux-seconds: as if an even
 * white surface received that much. Yields now and then, so that the caller can let other work through.
 */
export function* lightFrame(stage: Stage, view: FrameView, field: LightField, sampling: Sampling = FOR_PICTURES): Generator<void, Float32Array> {
  const { emitter } = field
  const { surfaces } = stage.scene
  const sent = new Float32Array(view.count * 3)
  const nodes = lightOnNodes(stage, view, field)
  const fronts = [
    { intensity: emitter.intensity, open: { whole: sampleEmitter(emitter, sampling.front), few: sampleEmitter(emitter, FEW) }, shadow: sampleEmitter(emitter, SHADOW_FRONT) },
    ...shiningFronts(stage, field).map(front => ({ intensity: front.emitter.intensity, open: { whole: front, few: front }, shadow: front })),
  ]
  for (const { intensity, open, shadow } of fronts) {
    const direct = yield* directOnPlaces(stage, view, open, shadow, sampling)
    for (let at = 0; at < sent.length; at++) sent[at]! += direct[(at / 3) | 0]! * intensity[at % 3]!
  }
  const onFronts = radianceToward(stage, emitter)
  for (let index = 0; index < view.count; index++) {
    const surface = surfaces[view.surface[index]!]
    if (!surface) continue
    const isThrough = transmits(surface)
    const { gloss } = surface.shape === 'body' ? { gloss: null } : sideOf(surface, view.isFront[index] === 1, 0)
    const entering = gloss?.kind === 'coat' ? enteringShare(gloss, cosineToward(emitter.centre, view.points.subarray(index * 6, index * 6 + 6))) : 1
    for (let channel = 0; channel < 3; channel++) {
      const at = index * 3 + channel
      let [bounced, through] = [0, 0]
      for (let corner = index * 4; corner < index * 4 + 4; corner++) {
        const node = view.nodes[corner]! * 3 + channel
        if (isThrough) through += view.nodeShares[corner]! * (field.radiosity[node]! + (field.shining?.[node] ?? 0))
        else bounced += view.nodeShares[corner]! * nodes[node]!
      }
      sent[at] = (sent[at]! * entering + bounced) * view.reflectance[at]! + through
    }
    const way = view.ways.subarray(index * 3, index * 3 + 3)
    const glow = onFronts(view.surface[index]!, view.isFront[index] === 1, way)
    const lobe = gloss?.kind === 'lobe' ? Math.PI * lobeToward(stage, field, gloss, view.points.subarray(index * 6, index * 6 + 6), way) : 0
    if (glow + lobe > 0) for (let channel = 0; channel < 3; channel++) sent[index * 3 + channel]! += (Math.PI * glow + lobe) * emitter.intensity[channel]!
  }
  const pixels = view.width * view.height
  view.mirrorPixel.forEach((pixel, mirror) => {
    for (let channel = 0; channel < 3; channel++) sent[pixel * 3 + channel]! += view.mirrorShare[mirror]! * sent[(pixels + mirror) * 3 + channel]!
  })
  return sent.slice(0, pixels * 3)
}
