import { reshapeOf } from '../physics/figure/builds'
import { SEAT_DROP } from '../physics/figure/poses'
import { hairWay } from '../physics/figure/shown/hair'
import type { Body, Scene, Sheen } from '../physics/geometry/surface'
import { sampleWeight } from '../physics/transport/direct'
import type { EmitterSamples } from '../physics/transport/emitterSamples'
import type { Vector } from '../physics/units/vector'
import type { FrameView } from './gBuffer'

/** Fresnel's rise toward grazing light by C. Schlick's fit (1994), as a multiple of what comes back head-on. */
const GRAZING = 1 / 0.04
const riseAt = (cosine: number): number => 1 + (GRAZING - 1) * (1 - cosine) ** 5

/**
 * What share of the light that arrives a sheen sends on toward the eye, per steradian.
 * Along a surface: a lobe about the normal half-way between the two, kept in energy as (n + 8) / 8 pi (as in
 * E. Lafortune and Y. Willems, 1994). Along strands: a cone about the strand, after J. Kajiya and T. Kay (1989).
 * @param light unit direction to the light
 * @param eye unit direction to the eye
 * @param normal of the surface
 * @param strand unit direction of the strand there
 */
export const sheenToward = (
  { along, share, exponent }: Sheen,
  light: Vector,
  eye: Vector,
  normal: Vector,
  strand: Vector,
): number => {
  const [hx, hy, hz] = [light[0] + eye[0], light[1] + eye[1], light[2] + eye[2]]
  const size = Math.sqrt(hx * hx + hy * hy + hz * hz) || 1
  const toEye = Math.max(0, (hx * eye[0] + hy * eye[1] + hz * eye[2]) / size)
  const rise = Math.min(MOST_RISE, riseAt(toEye))
  if (along === 'surface') {
    const cosine = (hx * normal[0] + hy * normal[1] + hz * normal[2]) / size
    return cosine > 0 ? ((share * (exponent + 8)) / (8 * Math.PI)) * cosine ** exponent * rise : 0
  }
  const onStrand = (hx * strand[0] + hy * strand[1] + hz * strand[2]) / size
  const across = Math.sqrt(Math.max(0, 1 - onStrand * onStrand))
  // Even light, seen from the front: over the strand a bell of width sqrt(8 pi / n), around it 2, of cosines.
  return share * Math.sqrt(exponent / (32 * Math.PI)) * across ** exponent * rise
}

const MOST_RISE = 8

/** Samples of a front that a place with a sheen asks. */
const SAMPLES_ASKED = 9

/** Strand at a place of a body, in the room. */
const strandAt = (body: Body, point: Vector, normal: Vector): Vector => {
  const angle = (body.turnDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  const within = ([x, y, z]: Vector): Vector => [cos * x + sin * y, cos * y - sin * x, z]
  const own = within([point[0] - body.place[0], point[1] - body.place[1], point[2] - body.place[2]])
  const as = body.shown?.as
  const drop = as?.pose === 'sitting' ? SEAT_DROP : 0
  const { into } = reshapeOf(as?.pose ?? 'standing', as?.build ?? 'man')
  const [px, py, pz] = into(own[0] / body.scaleM, own[1] / body.scaleM, own[2] / body.scaleM)
  const place: Vector = [px, py, pz + drop]
  const [x, y, z] = hairWay(place, within(normal))
  return [cos * x - sin * y, sin * x + cos * y, z]
}

/** The sheens of a scene's surfaces by their materials; undefined for what has none. */
export type Sheens = readonly ({ body: Body; of: readonly (Sheen | undefined)[] } | undefined)[]

/** The sheens of a scene; undefined where nothing shines, as on every stage that is not shown. */
export const sheensIn = ({ surfaces }: Scene): Sheens | undefined => {
  const sheens = surfaces.map(surface =>
    surface.shape === 'body' && surface.materials.some(side => side.sheen)
      ? { body: surface, of: surface.materials.map(side => side.sheen) }
      : undefined,
  )
  return sheens.some(Boolean) ? sheens : undefined
}

/**
 * What sheens send toward the eye under one front, as light on white, one number a place; `share` is what each place
 * sees of it.
 */
export const sheenOn = (sheens: Sheens, view: FrameView, front: EmitterSamples, share: Float32Array): Float32Array => {
  const sent = new Float32Array(view.count)
  const step = Math.max(1, Math.floor(front.count / SAMPLES_ASKED))
  const { points: p, ways } = view
  for (let place = 0; place < view.count; place++) {
    const at = view.surface[place]!
    if (at < 0 || share[place] === 0) continue
    const shining = sheens[at]
    const sheen = shining?.of[view.made[place]!]
    if (!sheen || !shining) continue
    const from = place * 6
    const point: Vector = [p[from]!, p[from + 1]!, p[from + 2]!]
    const normal: Vector = [p[from + 3]!, p[from + 4]!, p[from + 5]!]
    const eye: Vector = [-ways[place * 3]!, -ways[place * 3 + 1]!, -ways[place * 3 + 2]!]
    const strand = sheen.along === 'strands' ? strandAt(shining.body, point, normal) : normal
    let [sum, asked] = [0, 0]
    for (let index = 0; index < front.count; index += step) {
      asked += 1
      const weight = sampleWeight(front, index, ...point, ...normal, false)
      if (weight === 0) continue
      const to: Vector = [
        front.positions[index * 3]! - point[0],
        front.positions[index * 3 + 1]! - point[1],
        front.positions[index * 3 + 2]! - point[2],
      ]
      const inverse = 1 / Math.sqrt(to[0] * to[0] + to[1] * to[1] + to[2] * to[2])
      const light: Vector = [to[0] * inverse, to[1] * inverse, to[2] * inverse]
      sum += (weight / front.shares[index]!) * sheenToward(sheen, light, eye, normal, strand)
    }
    sent[place] = (Math.PI * share[place]! * sum) / asked
  }
  return sent
}
