import { loopsFor } from '../physics/geometry/kernel'
import { sideOf, transmits } from '../physics/geometry/surface'
import { loadFront } from '../physics/loops/frontInLoops'
import { PLACE_BYTES } from '../physics/loops/layout'
import { takeRoom } from '../physics/loops/loops'
import { openLightAt, resampled } from '../physics/transport/direct'
import type { EmitterSamples } from '../physics/transport/emitterSamples'
import { gather } from '../physics/transport/gather'
import { lobeToward } from '../physics/transport/glints'
import { enteringShare } from '../physics/transport/gloss'
import { ownSurface, radianceToward } from '../physics/transport/emittedRadiance'
import { thrownAt, type LightField } from '../physics/transport/lightLayer'
import { shiningFronts } from '../physics/transport/transmittedRadiosity'
import type { Stage } from '../physics/transport/stage'
import type { Rgb } from '../physics/units/rgb'
import type { Vector } from '../physics/units/vector'
import type { FrameView } from './gBuffer'
import { smoothed } from './edges'
import { sheenOn, sheensIn, type Sheens } from './sheen'
import { evened, PIXELS_A_TURN, visibility } from './visibility'

/**
 * Samples of a light's front for the open light, per side; and of its 64 shadow samples, how many each pixel asks:
 * with few,
 * neighbours ask different ones and are evened out, which suits pictures; maps ask many.
 */
export type Sampling = { front: number; shadowsAsked: number; isEvened: boolean }

const FOR_PICTURES: Sampling = { front: 4, shadowsAsked: 4, isEvened: true }
/** How maps of surfaces are sampled: fewer rays than pictures. */
export const FOR_MAPS: Sampling = { front: 8, shadowsAsked: 32, isEvened: false }
const SHADOW_FRONT = 8

/** Bounced light at every node of the view (patches, then vertices) from one light, three channels. */
function* lightOnNodes(stage: Stage, view: FrameView, field: LightField): Generator<void, Float32Array> {
  const nodes = new Float32Array(field.irradiance.length + view.vertices.length * 3)
  nodes.set(field.irradiance)
  for (const [index, { position, normal, view: seen }] of view.vertices.entries()) {
    if (index % PIXELS_A_TURN === 0) yield
    const bounced = gather(seen, field.radiosity)
    const thrown = thrownAt(stage, field, position, normal)
    for (let channel = 0; channel < 3; channel++) {
      nodes[field.irradiance.length + index * 3 + channel] =
        bounced[channel]! + thrown * field.emitter.intensity[channel]!
    }
  }
  return nodes
}

/** Places that the loops are given in one go. */
const PLACES_AT_ONCE = 4096

/** Light of one front on every place without shadows, in the fast loops; undefined where they cannot be used. */
function* openInLoops(stage: Stage, view: FrameView, front: EmitterSamples): Generator<void, Float32Array | undefined> {
  const direct = new Float32Array(view.count)
  for (let from = 0; from < view.count; from += PLACES_AT_ONCE) {
    yield
    const some = Math.min(PLACES_AT_ONCE, view.count - from)
    const loops = loopsFor(stage.rays)
    if (!loops || !loadFront(loops, front)) return undefined
    const { scratch } = loops.regions
    scratch.next = scratch.start
    const [points, open] = [takeRoom(scratch, some * PLACE_BYTES), takeRoom(scratch, some * 4)]
    if (points === undefined || open === undefined) return undefined
    loops.f32.set(view.points.subarray(from * 6, (from + some) * 6), points / 4)
    loops.openPlaces(some, points, open)
    direct.set(loops.f32.subarray(open / 4, open / 4 + some), from)
  }
  return direct
}

/** The same by the plain code. */
function* openPlainly(view: FrameView, front: EmitterSamples): Generator<void, Float32Array> {
  const direct = new Float32Array(view.count)
  const p = view.points
  for (let index = 0; index < view.count; index++) {
    if (index % PIXELS_A_TURN === 0) yield
    if (view.surface[index]! < 0) continue
    const at = index * 6
    direct[index] = openLightAt(front, p[at]!, p[at + 1]!, p[at + 2]!, p[at + 3]!, p[at + 4]!, p[at + 5]!)
  }
  return direct
}

/** A front as it is sampled for the light without shadows, and for those. */
type Front = { open: EmitterSamples; shadow: EmitterSamples }

/**
 * Direct light of one front on every place, shadows included, per unit of axis intensity; and what of it shines on
 * toward the viewer, where anything does.
 */
function* directOnPlaces(
  stage: Stage,
  view: FrameView,
  { open, shadow }: Front,
  { sampling, sheens }: { sampling: Sampling; sheens: Sheens | undefined },
): Generator<void, { direct: Float32Array; sheen: Float32Array | undefined }> {
  const direct = (yield* openInLoops(stage, view, open)) ?? (yield* openPlainly(view, open))
  const seen = yield* visibility(stage, view, shadow, direct, sampling.shadowsAsked)
  const share = sampling.isEvened ? evened(view, seen) : seen.share
  for (let index = 0; index < view.count; index++) direct[index]! *= share[index]!
  return { direct, sheen: sheens && sheenOn(sheens, view, open, share) }
}

/** Adds amounts at places, one each, in the colour of their light. */
const addColoured = (sum: Float32Array, amounts: Float32Array, colour: Rgb): void => {
  for (let index = 0, at = 0; index < amounts.length; index++)
    for (let channel = 0; channel < 3; channel++, at++) sum[at]! += amounts[index]! * colour[channel]!
}

/**
 * Direct light on every place from the light itself and from all that it makes shine, three channels; and what shines
 * on toward the viewer, where anything does.
 */
function* receiveDirect(
  stage: Stage,
  view: FrameView,
  field: LightField,
  sampling: Sampling,
): Generator<void, { received: Float32Array; shining: Float32Array | undefined }> {
  const { emitter } = field
  const sheens = sheensIn(stage.scene)
  const received = new Float32Array(view.count * 3)
  const shining = sheens && new Float32Array(view.count * 3)
  const fronts: (Front & { intensity: Rgb })[] = [
    {
      intensity: emitter.intensity,
      open: resampled(field.front, sampling.front),
      shadow: resampled(field.front, SHADOW_FRONT),
    },
    ...shiningFronts(stage, field).map(front => ({
      intensity: front.emitter.intensity,
      open: front,
      shadow: front,
    })),
  ]
  for (const { intensity, ...front } of fronts) {
    const { direct, sheen } = yield* directOnPlaces(stage, view, front, { sampling, sheens })
    addColoured(received, direct, intensity)
    if (shining && sheen) addColoured(shining, sheen, intensity)
  }
  return { received, shining }
}

/** Some amount at the nodes around a place, three channels, added to what stands in `sum`. */
const addAmongNodes = (view: FrameView, index: number, amounts: ArrayLike<number>, sum: Float64Array): void => {
  for (let corner = index * 4; corner < index * 4 + 4; corner++) {
    const share = view.nodeShares[corner]!
    const at = view.nodes[corner]! * 3
    sum[0]! += share * amounts[at]!
    sum[1]! += share * amounts[at + 1]!
    sum[2]! += share * amounts[at + 2]!
  }
}

/** Cosine to the normal at which a place of the view sees another; 0 from behind. */
const cosineToward = (view: FrameView, index: number, place: Vector): number => {
  const p = view.points
  const at = index * 6
  const [dx, dy, dz] = [place[0] - p[at]!, place[1] - p[at + 1]!, place[2] - p[at + 2]!]
  return Math.max(0, (dx * p[at + 3]! + dy * p[at + 4]! + dz * p[at + 5]!) / Math.hypot(dx, dy, dz))
}

/**
 * Turns the direct light that every place receives into what it sends toward the viewer, bounced light and its own
 * glow included.
 */
function* sendBack(stage: Stage, view: FrameView, field: LightField, direct: Float32Array): Generator<void, void> {
  const { emitter } = field
  const { surfaces } = stage.scene
  const nodes = yield* lightOnNodes(stage, view, field)
  const glowing = ownSurface(stage, emitter)
  const glowToward = radianceToward(stage, emitter)
  const isThrough = surfaces.map(transmits)
  const glossOf = surfaces.map(surface =>
    surface.shape === 'body'
      ? (_isFront: boolean, made: number) => surface.materials[made]!.gloss
      : (isFront: boolean) => sideOf(surface, isFront, 0).gloss,
  )
  const around = new Float64Array(3)
  const { intensity } = emitter
  for (let index = 0; index < view.count; index++) {
    if (index % (16 * PIXELS_A_TURN) === 0) yield
    const at = view.surface[index]!
    if (at < 0) continue
    const isFront = view.isFront[index] === 1
    const gloss = glossOf[at]!(isFront, view.made[index]!)
    const entering = gloss?.kind === 'coat' ? enteringShare(gloss, cosineToward(view, index, emitter.centre)) : 1
    let own = 0
    if (at === glowing && isFront) own = Math.PI * glowToward(view.ways.subarray(index * 3, index * 3 + 3))
    else if (gloss?.kind === 'lobe')
      own =
        Math.PI *
        lobeToward(
          stage,
          field,
          gloss,
          view.points.subarray(index * 6, index * 6 + 6),
          view.ways.subarray(index * 3, index * 3 + 3),
        )
    const to = index * 3
    around.fill(0)
    if (isThrough[at]) {
      // What lets light through shows what its patches send out, of light from both sides.
      addAmongNodes(view, index, field.radiosity, around)
      if (field.shining) addAmongNodes(view, index, field.shining, around)
      for (let channel = 0; channel < 3; channel++) direct[to + channel] = around[channel]! + own * intensity[channel]!
    } else {
      addAmongNodes(view, index, nodes, around)
      for (let channel = 0; channel < 3; channel++)
        direct[to + channel] =
          (direct[to + channel]! * entering + around[channel]!) * view.reflectance[to + channel]! +
          own * intensity[channel]!
    }
  }
}

/**
 * What every pixel sends toward the viewer under one light at full power, three channels a pixel in lux-seconds: as
 * if an even
 * white surface received that much. Yields now and then, so that the caller can let other work through.
 */
export function* lightFrame(
  stage: Stage,
  view: FrameView,
  field: LightField,
  sampling: Sampling = FOR_PICTURES,
): Generator<void, Float32Array> {
  const { received: sent, shining } = yield* receiveDirect(stage, view, field, sampling)
  yield* sendBack(stage, view, field, sent)
  if (shining) for (let at = 0; at < sent.length; at++) sent[at]! += shining[at]!
  const pixels = view.width * view.height
  view.mirrorPixel.forEach((pixel, mirror) => {
    for (let channel = 0; channel < 3; channel++)
      sent[pixel * 3 + channel]! += view.mirrorShare[mirror]! * sent[(pixels + mirror) * 3 + channel]!
  })
  return smoothed(view.edges, sent.slice(0, pixels * 3))
}
