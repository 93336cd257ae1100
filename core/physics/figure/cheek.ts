import { direction, type Vector } from '../units/vector'
import { formField } from './form'
import { headShare, reshapeOf, type Build } from './builds'
import { PARTS, SEAT_DROP, type Pose } from './poses'

/**
 * A place on a figure and the way its surface looks there, in the figure's own coordinates and shares of its height.
 */
export type SkinPlace = { place: Vector; normal: Vector }

/**
 * Where a cheek is read: so far round from the way the face looks, degrees, and so high, share of standing height.
 * From memory of faces.
 */
const CHEEK_ROUND_DEG = 40
const CHEEK_HEIGHT = 0.919
const THING_ROUND_DEG = 58
/** A receptor is as wide as this: what is smaller than it does not turn it. Share of height. */
const DISC = 0.006
const FARTHEST = 0.25
const HALVINGS = 40

const made = new Map<string, SkinPlace>()

const found = (pose: Pose, build: Build, side: -1 | 1): SkinPlace => {
  const field = formField(PARTS[pose])
  const round = (side * (pose === 'object' ? THING_ROUND_DEG : CHEEK_ROUND_DEG) * Math.PI) / 180
  const z = pose === 'object' ? headShare(pose, 'man') : CHEEK_HEIGHT - (pose === 'sitting' ? SEAT_DROP : 0)
  const [across, ahead] = [Math.sin(round), Math.cos(round)]
  let [inside, outside] = [0, FARTHEST]
  for (let halving = 0; halving < HALVINGS; halving++) {
    const middle = (inside + outside) / 2
    if (field(middle * across, middle * ahead, z) < 0) inside = middle
    else outside = middle
  }
  const place: Vector = [outside * across, outside * ahead, z]
  const slope = (step: Vector) =>
    field(place[0] + step[0], place[1] + step[1], place[2] + step[2]) -
    field(place[0] - step[0], place[1] - step[1], place[2] - step[2])
  const normal = direction([slope([DISC, 0, 0]), slope([0, DISC, 0]), slope([0, 0, DISC])])
  const { out, outward } = reshapeOf(pose, build)
  return { place: out(place), normal: outward(place, normal) }
}

/** The cheek of a figure on one side (1 is its own left); of a thing, the side that is as far round. */
export const cheekOf = ({ pose, build }: { pose: Pose; build: Build }, side: -1 | 1): SkinPlace => {
  const key = `${pose} ${build} ${side}`
  const known = made.get(key) ?? found(pose, build, side)
  made.set(key, known)
  return known
}
