import { focused } from './focus'
import type { EmitterShape, Cutoff, Modifier } from './modifier'

type Essentials = Pick<Modifier, 'kind' | 'name' | 'front' | 'halfIntensityDeg' | 'lossStops'>

const SOFT_FRONT = { frontReflectance: 0.55, backReflectance: 0.05 }
const METAL_FRONT = { frontReflectance: 0.6, backReflectance: 0.08 }
const DARK_FRONT = { frontReflectance: 0.15, backReflectance: 0.05 }

const fit = (essentials: Essentials, more: Partial<Modifier> = {}): Modifier => ({
  cutoff: null,
  backSpill: null,
  leaves: null,
  halfScrim: null,
  mask: null,
  table: null,
  tilt: null,
  focus: null,
  lens: null,
  housing: METAL_FRONT,
  ...essentials,
  ...more,
})

const disc = (radiusM: number): EmitterShape => ({ shape: 'disc', radiusM })
const rectangle = (widthM: number, heightM: number): EmitterShape => ({ shape: 'rectangle', widthM, heightM })
/**
 * What a honeycomb lets through: all on the axis, half at half its rated angle, nothing at the whole of it, nearly in
 * a straight line.
 * Its cells are as deep as they are wide over the tangent of where it ends.
 */
const honeycomb = (ratedDeg: number): Cutoff => ({ angleDeg: ratedDeg / 2, softDeg: ratedDeg / 2 })
/** The angle that a honeycomb of some cells is rated by. */
export const ratedDegOf = (cellWidthM: number, cellDepthM: number): number =>
  (Math.atan(cellWidthM / cellDepthM) * 180) / Math.PI
/** What its cell walls take on the axis, stops; common practice, no source. */
const CELL_WALLS_STOPS = 0.2
const grid = (ratedDeg: number): Partial<Modifier> => ({ cutoff: honeycomb(ratedDeg), housing: DARK_FRONT })
/** Fabric grids: cells about as deep as wide. */
const FABRIC_GRID: Partial<Modifier> = { cutoff: honeycomb(ratedDegOf(0.06, 0.06)), housing: DARK_FRONT }
const SOFT: Partial<Modifier> = { housing: SOFT_FRONT }

/**
 * Generic modifiers. Sizes are definitions; spreads, losses and reflectances of fronts are common practice, no source.
 * Losses are on the axis against the standard reflector, so a focused one can gain.
 */
export const MODIFIERS: readonly Modifier[] = [
  fit(
    {
      kind: 'bare-bulb',
      name: 'Bare bulb',
      front: { shape: 'ball', radiusM: 0.03 },
      halfIntensityDeg: 89,
      lossStops: 2.8,
    },
    { housing: null },
  ),
  fit({ kind: 'reflector', name: 'Reflector 18 cm', front: disc(0.09), halfIntensityDeg: 35, lossStops: 0 }),
  fit(
    {
      kind: 'reflector-grid-10',
      name: 'Reflector 18 cm, grid 10°',
      front: disc(0.09),
      halfIntensityDeg: 35,
      lossStops: CELL_WALLS_STOPS,
    },
    grid(10),
  ),
  fit(
    {
      kind: 'reflector-grid-20',
      name: 'Reflector 18 cm, grid 20°',
      front: disc(0.09),
      halfIntensityDeg: 35,
      lossStops: CELL_WALLS_STOPS,
    },
    grid(20),
  ),
  fit(
    {
      kind: 'reflector-grid-30',
      name: 'Reflector 18 cm, grid 30°',
      front: disc(0.09),
      halfIntensityDeg: 35,
      lossStops: CELL_WALLS_STOPS,
    },
    grid(30),
  ),
  fit(
    {
      kind: 'reflector-grid-40',
      name: 'Reflector 18 cm, grid 40°',
      front: disc(0.09),
      halfIntensityDeg: 35,
      lossStops: CELL_WALLS_STOPS,
    },
    grid(40),
  ),
  fit({ kind: 'wide-reflector', name: 'Backdrop reflector', front: disc(0.12), halfIntensityDeg: 48, lossStops: 0.6 }),
  fit({
    kind: 'beauty-dish',
    name: 'Beauty dish 55 cm',
    front: { shape: 'ring', innerRadiusM: 0.08, outerRadiusM: 0.275 },
    halfIntensityDeg: 40,
    lossStops: 0.8,
  }),
  fit(
    {
      kind: 'beauty-dish-grid',
      name: 'Beauty dish 55 cm, grid 25°',
      front: { shape: 'ring', innerRadiusM: 0.08, outerRadiusM: 0.275 },
      halfIntensityDeg: 40,
      lossStops: 0.8 + CELL_WALLS_STOPS,
    },
    grid(25),
  ),
  fit(
    {
      kind: 'softbox-medium',
      name: 'Softbox 60 × 90 cm',
      front: rectangle(0.6, 0.9),
      halfIntensityDeg: 50,
      lossStops: 1.4,
    },
    SOFT,
  ),
  fit(
    {
      kind: 'softbox-medium-grid',
      name: 'Softbox 60 × 90 cm, fabric grid',
      front: rectangle(0.6, 0.9),
      halfIntensityDeg: 50,
      lossStops: 1.4 + CELL_WALLS_STOPS,
    },
    FABRIC_GRID,
  ),
  fit(
    {
      kind: 'softbox-large',
      name: 'Softbox 90 × 120 cm',
      front: rectangle(0.9, 1.2),
      halfIntensityDeg: 52,
      lossStops: 1.7,
    },
    SOFT,
  ),
  fit(
    {
      kind: 'softbox-panel',
      name: 'Softbox 140 × 200 cm',
      front: rectangle(1.4, 2),
      halfIntensityDeg: 56,
      lossStops: 2.4,
    },
    SOFT,
  ),
  fit(
    { kind: 'strip', name: 'Strip box 30 × 120 cm', front: rectangle(0.3, 1.2), halfIntensityDeg: 48, lossStops: 1.7 },
    SOFT,
  ),
  fit(
    {
      kind: 'strip-grid',
      name: 'Strip box 30 × 120 cm, fabric grid',
      front: rectangle(0.3, 1.2),
      halfIntensityDeg: 48,
      lossStops: 1.7 + CELL_WALLS_STOPS,
    },
    FABRIC_GRID,
  ),
  fit({ kind: 'octa', name: 'Octa 120 cm', front: disc(0.6), halfIntensityDeg: 55, lossStops: 1.8 }, SOFT),
  fit(
    {
      kind: 'octa-grid',
      name: 'Octa 120 cm, fabric grid',
      front: disc(0.6),
      halfIntensityDeg: 55,
      lossStops: 1.8 + CELL_WALLS_STOPS,
    },
    FABRIC_GRID,
  ),
  fit(
    { kind: 'umbrella', name: 'Reflecting umbrella 105 cm', front: disc(0.5), halfIntensityDeg: 55, lossStops: 1.3 },
    SOFT,
  ),
  fit(
    {
      kind: 'umbrella-through',
      name: 'See-through umbrella 105 cm',
      front: disc(0.5),
      halfIntensityDeg: 58,
      lossStops: 2,
    },
    { backSpill: { share: 0.45, halfIntensityDeg: 58 }, housing: null },
  ),
  fit(
    {
      kind: 'umbrella-through-covered',
      name: 'See-through umbrella 105 cm, back cover',
      front: disc(0.5),
      halfIntensityDeg: 58,
      lossStops: 1.8,
    },
    SOFT,
  ),
  focused(
    fit({
      kind: 'parabolic-focused',
      name: 'Parabolic 165 cm, focused',
      front: disc(0.8),
      halfIntensityDeg: 20,
      lossStops: 0,
    }),
    'parabola',
    0,
  ),
  focused(
    fit({
      kind: 'parabolic-ring',
      name: 'Parabolic 165 cm, lamp pushed in',
      front: disc(0.8),
      halfIntensityDeg: 20,
      lossStops: 0,
    }),
    'parabola',
    1,
  ),
  fit(
    {
      kind: 'ring-flash',
      name: 'Ring light 28 cm',
      front: { shape: 'ring', innerRadiusM: 0.08, outerRadiusM: 0.14 },
      halfIntensityDeg: 45,
      lossStops: 0.9,
    },
    { housing: null },
  ),
  fit(
    { kind: 'snoot', name: 'Snoot', front: disc(0.03), halfIntensityDeg: 30, lossStops: 1.2 },
    { cutoff: { angleDeg: 10, softDeg: 2.5 }, housing: DARK_FRONT },
  ),
  fit(
    { kind: 'focusing-spot', name: 'Focusing spot', front: disc(0.04), halfIntensityDeg: 45, lossStops: 0.6 },
    { cutoff: { angleDeg: 13, softDeg: 0.4 }, housing: DARK_FRONT },
  ),
  focused(
    fit(
      { kind: 'fresnel-spot', name: 'Fresnel, spot', front: disc(0.075), halfIntensityDeg: 20, lossStops: 0 },
      { housing: DARK_FRONT },
    ),
    'fresnel',
    0,
  ),
  focused(
    fit(
      { kind: 'fresnel-flood', name: 'Fresnel, flood', front: disc(0.075), halfIntensityDeg: 20, lossStops: 0 },
      { housing: DARK_FRONT },
    ),
    'fresnel',
    1,
  ),
  fit({ kind: 'open-face', name: 'Open-face flood', front: disc(0.1), halfIntensityDeg: 40, lossStops: 0.4 }),
  fit(
    { kind: 'led-panel', name: 'LED panel 30 × 60 cm', front: rectangle(0.6, 0.3), halfIntensityDeg: 50, lossStops: 1 },
    SOFT,
  ),
  fit({
    kind: 'tube-bank',
    name: 'Tube bank 60 × 120 cm',
    front: rectangle(0.6, 1.2),
    halfIntensityDeg: 55,
    lossStops: 1.4,
  }),
  fit(
    {
      kind: 'lantern',
      name: 'Lantern 65 cm',
      front: { shape: 'ball', radiusM: 0.325 },
      halfIntensityDeg: 89,
      lossStops: 3.2,
    },
    { housing: null },
  ),
  fit(
    {
      kind: 'bounce-panel',
      name: 'Bounced off a panel 1 × 2 m',
      front: rectangle(1, 2),
      halfIntensityDeg: 60,
      lossStops: 3.2,
    },
    SOFT,
  ),
]

/** A generic modifier of a kind; throws where there is none. */
export const modifierOfKind = (kind: string): Modifier => {
  const found = MODIFIERS.find(modifier => modifier.kind === kind)
  if (!found) throw new RangeError(`No modifier of kind "${kind}".`)
  return found
}
