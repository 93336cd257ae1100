import { sideOf, transmits } from '../physics/geometry/surface'
import { frontReach } from '../physics/sources/frontShape'
import { openLightAt, resampled, type EmitterSamples } from '../physics/transport/direct'
import { gather } from '../physics/transport/gather'
import { lobeToward } from '../physics/transport/glints'
import { enteringShare } from '../physics/transport/gloss'
import { ownSurface, radianceToward } from '../physics/transport/emittedRadiance'
import { thrownAt, type LightField } from '../physics/transport/lightLayer'
import { shiningFronts } from '../physics/transport/transmittedRadiosity'
import type { Stage } from '../physics/transport/stage'
import type { Vector } from '../physics/units/vector'
import type { FrameView } from './gBuffer'
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

/** A front sampled for the light without shadows: few samples will do from far away. */
type OpenSamples = { whole: EmitterSamples; few: EmitterSamples }

const FEW = 2
/** From this many times its own size on, a front is nearly a point. */
const FAR = 4

const isFar = ({ emitter }: EmitterSamples, p: Float32Array, at: number): boolean => {
  const { across, up } = frontReach(emitter.front)
  const reach = 2 * FAR * Math.max(across, up)
  return (
    (p[at]! - emitter.centre[0]) ** 2 + (p[at + 1]! - emitter.centre[1]) ** 2 + (p[at + 2]! - emitter.centre[2]) ** 2 >
    reach * reach
  )
}

/** Direct light of one front on every place, shadows included, per unit of axis intensity. */
function* directOnPlaces(
  stage: Stage,
  view: FrameView,
  open: OpenSamples,
  shadow: EmitterSamples,
  sampling: Sampling,
): Generator<void, Float32Array> {
  const direct = new Float32Array(view.count)
  const p = view.points
  for (let index = 0; index < view.count; index++) {
    if (index % PIXELS_A_TURN === 0) yield
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

/** Direct light on every place from the light itself and from all that it makes shine, three channels. */
function* receiveDirect(
  stage: Stage,
  view: FrameView,
  field: LightField,
  sampling: Sampling,
): Generator<void, Float32Array> {
  const { emitter } = field
  const received = new Float32Array(view.count * 3)
  const fronts = [
    {
      intensity: emitter.intensity,
      open: { whole: resampled(field.front, sampling.front), few: resampled(field.front, FEW) },
      shadow: resampled(field.front, SHADOW_FRONT),
    },
    ...shiningFronts(stage, field).map(front => ({
      intensity: front.emitter.intensity,
      open: { whole: front, few: front },
      shadow: front,
    })),
  ]
  for (const { intensity, open, shadow } of fronts) {
    const direct = yield* directOnPlaces(stage, view, open, shadow, sampling)
    for (let index = 0, at = 0; index < view.count; index++) {
      for (let channel = 0; channel < 3; channel++, at++) received[at]! += direct[index]! * intensity[channel]!
    }
  }
  return received
}

/** A channel of some amount at the nodes around a place. */
const amongNodes = (view: FrameView, index: number, amounts: ArrayLike<number>, channel: number): number => {
  let sum = 0
  for (let corner = index * 4; corner < index * 4 + 4; corner++)
    sum += view.nodeShares[corner]! * amounts[view.nodes[corner]! * 3 + channel]!
  return sum
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
  for (let index = 0; index < view.count; index++) {
    if (index % (4 * PIXELS_A_TURN) === 0) yield
    const surface = surfaces[view.surface[index]!]
    if (!surface) continue
    const isFront = view.isFront[index] === 1
    const gloss = surface.shape === 'body' ? null : sideOf(surface, isFront, 0).gloss
    const isThrough = transmits(surface)
    const entering = gloss?.kind === 'coat' ? enteringShare(gloss, cosineToward(view, index, emitter.centre)) : 1
    let own = 0
    if (view.surface[index] === glowing && isFront)
      own = Math.PI * glowToward(view.ways.subarray(index * 3, index * 3 + 3))
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
    for (let channel = 0; channel < 3; channel++) {
      const at = index * 3 + channel
      // What lets light through shows what its patches send out, of light from both sides.
      const scattered = isThrough
        ? amongNodes(view, index, field.radiosity, channel) +
          (field.shining ? amongNodes(view, index, field.shining, channel) : 0)
        : (direct[at]! * entering + amongNodes(view, index, nodes, channel)) * view.reflectance[at]!
      direct[at] = scattered + own * emitter.intensity[channel]!
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
  const sent = yield* receiveDirect(stage, view, field, sampling)
  yield* sendBack(stage, view, field, sent)
  const pixels = view.width * view.height
  view.mirrorPixel.forEach((pixel, mirror) => {
    for (let channel = 0; channel < 3; channel++)
      sent[pixel * 3 + channel]! += view.mirrorShare[mirror]! * sent[(pixels + mirror) * 3 + channel]!
  })
  return sent.slice(0, pixels * 3)
}
