import { grey } from '#core/physics/units/rgb'
import type { Scene } from './madeFrame'

/** A picture with what it is saved as. */
export type MadeScene = {
  name: string
  scene: Scene
  save?: { format?: 'jpeg' | 'png'; quality?: number; profile?: 'p3'; orientation?: number }
}

const upright = { width: 480, height: 720 }
const level = { width: 720, height: 480 }
const PALE = [0.62, 0.6, 0.52] as const
const NAVY = [0.03, 0.035, 0.07] as const
const GREY = [0.2, 0.2, 0.21] as const
const half = { x: 0.5, y: 0.5, radius: 0.14 }
const full = { x: 0.5, y: 0.22, radius: 0.062, isFull: true }
const wide = { x: 0.42, y: 0.26, radius: 0.085 }

/**
 * Pictures of the Fernhollow subjects, all the backdrops a studio meets, with gradients, pools, shadows, noise,
 * floors.
 */
export const SCENES: readonly MadeScene[] = [
  { name: 'navy on white', scene: { ...upright, backdrop: grey(0.95), cloth: NAVY, head: half, noise: 0.004 } },
  {
    name: 'white on white',
    scene: { ...upright, backdrop: grey(0.94), cloth: PALE, head: half, noise: 0.004, slope: [0.15, 0.1] },
  },
  {
    name: 'white on white, coarse JPEG',
    scene: { ...upright, backdrop: grey(0.96), cloth: [0.75, 0.74, 0.7], head: half, noise: 0.01, slope: [-0.2, 0] },
    save: { quality: 70 },
  },
  {
    name: 'light grey, a ramp of 1.2 stops',
    scene: { ...upright, backdrop: grey(0.5), cloth: PALE, head: half, slope: [1.2, 0], noise: 0.006 },
  },
  {
    name: 'mid grey, a pool',
    scene: {
      ...upright,
      backdrop: grey(0.12),
      cloth: NAVY,
      head: half,
      pool: { x: 0.5, y: 0.5, radius: 0.3, stops: 1.8 },
      noise: 0.006,
    },
  },
  {
    name: 'mid grey, a tight pool aside',
    scene: {
      ...upright,
      backdrop: grey(0.1),
      cloth: PALE,
      head: half,
      pool: { x: 0.8, y: 0.4, radius: 0.16, stops: 2.2 },
      noise: 0.006,
    },
  },
  {
    name: 'dark grey',
    scene: { ...upright, backdrop: grey(0.045), cloth: PALE, head: half, slope: [0.6, -0.8], noise: 0.008 },
  },
  { name: 'black', scene: { ...upright, backdrop: grey(0.004), cloth: PALE, head: half, noise: 0.006 } },
  {
    name: 'black, dark cloth',
    scene: {
      ...upright,
      backdrop: grey(0.004),
      cloth: [0.05, 0.05, 0.06],
      hair: [0.03, 0.025, 0.02],
      head: half,
      noise: 0.004,
    },
  },
  {
    name: 'a soft shadow beside the subject',
    scene: {
      ...upright,
      backdrop: grey(0.6),
      cloth: GREY,
      head: half,
      shadow: { x: 0.12, y: 0.05, soft: 0.07, stops: 0.9 },
      noise: 0.005,
    },
  },
  {
    name: 'a faint shadow on white',
    scene: {
      ...upright,
      backdrop: grey(0.92),
      cloth: PALE,
      head: half,
      shadow: { x: 0.1, y: 0.08, soft: 0.09, stops: 0.5 },
      noise: 0.004,
    },
  },
  {
    name: 'honey wash',
    scene: { ...upright, backdrop: [0.6, 0.32, 0.06], cloth: PALE, head: half, slope: [0.4, 0.3], noise: 0.005 },
  },
  {
    name: 'silhouette',
    scene: {
      ...upright,
      backdrop: grey(0.97),
      cloth: grey(0.01),
      skin: grey(0.012),
      hair: grey(0.006),
      head: half,
      noise: 0.003,
    },
  },
  {
    name: 'full length on a floor',
    scene: {
      ...upright,
      backdrop: grey(0.55),
      cloth: NAVY,
      head: full,
      floor: { from: 0.8, light: [0.12, 0.09, 0.07] },
      noise: 0.006,
    },
  },
  {
    name: 'full length, pale suit, pale floor',
    scene: {
      ...upright,
      backdrop: grey(0.7),
      cloth: PALE,
      head: full,
      floor: { from: 0.82, light: grey(0.4) },
      slope: [0.3, 0.5],
      noise: 0.006,
    },
  },
  {
    name: 'lying, subject off the middle',
    scene: { ...level, backdrop: grey(0.3), cloth: NAVY, head: wide, slope: [1, 0.2], noise: 0.006 },
  },
  {
    name: 'lying, turned by its tag',
    scene: { ...level, backdrop: grey(0.8), cloth: NAVY, head: wide, noise: 0.004 },
    save: { orientation: 6 },
  },
  {
    name: 'lying, dark with a pool',
    scene: {
      ...level,
      backdrop: grey(0.03),
      cloth: PALE,
      head: wide,
      pool: { x: 0.6, y: 0.3, radius: 0.22, stops: 2.5 },
      noise: 0.006,
    },
  },
  {
    name: 'wide-gamut white',
    scene: { ...upright, backdrop: grey(0.93), cloth: NAVY, head: half, slope: [0.2, 0.1], noise: 0.004 },
    save: { profile: 'p3' },
  },
  {
    name: 'wide-gamut wash, turned',
    scene: { ...level, backdrop: [0.5, 0.3, 0.08], cloth: PALE, head: wide, noise: 0.004 },
    save: { profile: 'p3', orientation: 8 },
  },
  {
    name: 'keying screen',
    scene: { ...upright, backdrop: [0.05, 0.42, 0.1], cloth: PALE, head: half, slope: [0.3, 0.1], noise: 0.005 },
  },
  {
    name: 'coarse JPEG, grey',
    scene: { ...upright, backdrop: grey(0.25), cloth: PALE, head: half, slope: [-0.7, 0.4], noise: 0.012 },
    save: { quality: 60 },
  },
  {
    name: 'clipped in its middle',
    scene: {
      ...upright,
      backdrop: grey(0.8),
      cloth: NAVY,
      head: half,
      pool: { x: 0.5, y: 0.5, radius: 0.3, stops: 0.7 },
      noise: 0.004,
    },
  },
  {
    name: 'sixteen-bit PNG',
    scene: { ...upright, backdrop: grey(0.18), cloth: NAVY, head: half, slope: [0.5, 0.5], noise: 0.003 },
    save: { format: 'png' },
  },
]
