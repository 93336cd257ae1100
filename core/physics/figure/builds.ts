import { monotoneCubic } from '../units/monotoneCubic'
import { direction, type Vector } from '../units/vector'
import type { Part } from './form'
import { PARTS, SEAT_DROP, type Pose } from './poses'

/** How a person is built, whatever their height. */
export const BUILDS = ['man', 'woman', 'child'] as const
/** Builds of a figure. */
export type Build = (typeof BUILDS)[number]

/**
 * A build as a change of the form, which is a man's: `out` moves a place of his to where it is in the build, `into`
 * back again; `outward` turns a normal with its place. Shares of body height, x to the figure's left, y ahead, z up.
 */
export type Reshape = {
  out: (place: Vector) => Vector
  into: (x: number, y: number, z: number) => Vector
  outward: (place: Vector, normal: Vector) => Vector
  /** How much larger the head is, alike in all directions. */
  headScale: number
}

/** Where the neck meets the trunk, where the head is whole, and the crown, of who stands. */
const NECK = 0.845
const HEAD_WHOLE = 0.875
const CROWN = 1.005
/** The head grows about the axis of the neck. */
const NECK_Y = -0.01

/**
 * What a build changes: the head's size, and widths of the rest at heights of who stands. From memory of growth charts
 * and drawing canons: a child of about seven has a head of a sixth of its height; a woman has narrower shoulders and
 * waist, and wider hips, than a man of her height.
 */
const SHAPES: Record<Exclude<Build, 'man'>, { head: number; heights: number[]; widths: number[] }> = {
  woman: {
    head: 1,
    heights: [0, 0.42, 0.52, 0.62, 0.7, 0.79, 0.85, 0.9],
    widths: [1, 1, 1.04, 0.92, 0.93, 0.915, 0.96, 1],
  },
  child: { head: 1.25, heights: [0, 0.5, 0.79, 0.84], widths: [1, 0.98, 0.94, 1] },
}

const STEP = 1e-5

const made = (build: Exclude<Build, 'man'>, drop: number): Reshape => {
  const { head, heights, widths } = SHAPES[build]
  const [neck, crown] = [NECK - drop, CROWN - drop]
  // What is under the neck gives way, so that the crown stays where it is.
  const under = (crown - head * (crown - neck)) / neck
  const width = monotoneCubic(heights, widths)
  const heightOut = (z: number) => (z < neck ? under * z : under * neck + head * (z - neck))
  const heightIn = (z: number) => (z < under * neck ? z / under : neck + (z - under * neck) / head)
  /** Sizes at a height: of the trunk under the neck, of the head over it, from one to the other between. */
  const sizes = (z: number): [across: number, deep: number] => {
    const share = Math.max(0, Math.min(1, (z + drop - NECK) / (HEAD_WHOLE - NECK)))
    const grown = 1 + (head - 1) * share * share * (3 - 2 * share)
    return [grown * width(z + drop), grown]
  }
  const out = ([x, y, z]: Vector): Vector => {
    const [across, deep] = sizes(z)
    return [x * across, NECK_Y + (y - NECK_Y) * deep, heightOut(z)]
  }
  return {
    out,
    into: (x, y, z) => {
      const before = heightIn(z)
      const [across, deep] = sizes(before)
      return [x / across, NECK_Y + (y - NECK_Y) / deep, before]
    },
    outward: ([x, y, z], normal) => {
      const [across, deep] = sizes(z)
      const [above, below] = [sizes(z + STEP), sizes(z - STEP)]
      const rise = (heightOut(z + STEP) - heightOut(z - STEP)) / (2 * STEP)
      const [nx, ny] = [normal[0] / across, normal[1] / deep]
      const leanX = (x * (above[0] - below[0])) / (2 * STEP)
      const leanY = ((y - NECK_Y) * (above[1] - below[1])) / (2 * STEP)
      return direction([nx, ny, (normal[2] - leanX * nx - leanY * ny) / rise])
    },
    headScale: head,
  }
}

const SAME: Reshape = {
  out: place => place,
  into: (x, y, z) => [x, y, z],
  outward: (_place, normal) => normal,
  headScale: 1,
}

const RESHAPES = Object.fromEntries(
  (['woman', 'child'] as const).flatMap(build =>
    (['standing', 'sitting'] as const).map(pose => [
      `${pose} ${build}`,
      made(build, pose === 'sitting' ? SEAT_DROP : 0),
    ]),
  ),
)

/** What a build makes of a pose; a thing, and a man, stay as they are. */
export const reshapeOf = (pose: Pose, build: Build): Reshape => RESHAPES[`${pose} ${build}`] ?? SAME

/** Height of the eyes and the middle of the head; of a thing, where it is read. */
export const headShare = (pose: Pose, build: Build): number =>
  pose === 'object' ? 0.6 : reshapeOf(pose, build).out([0, 0, 0.935 - (pose === 'sitting' ? SEAT_DROP : 0)])[2]

/** Parts of a figure in a pose and build, for drawings: moved, and as thick as the build is there. */
export const drawnParts = (pose: Pose, build: Build): readonly Part[] => {
  const { out } = reshapeOf(pose, build)
  return PARTS[pose].map((part): Part => {
    const [x, y, z] = part.shape === 'ball' ? part.centre : part.from
    const [here, there] = [out([x, y, z]), out([x, y + STEP, z])]
    const thicker = (there[1] - here[1]) / STEP
    return part.shape === 'ball'
      ? { ...part, centre: here, radii: part.radii.map(radius => radius * thicker) as unknown as Vector }
      : {
          ...part,
          from: here,
          to: out(part.to),
          fromRadius: part.fromRadius * thicker,
          toRadius: part.toRadius * thicker,
        }
  })
}
