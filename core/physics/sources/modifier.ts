import type { PhotometricTable } from './photometricTable'
import type { Tilt } from './tilt'

/** Shape of the bright front of a light. A ball shines all round. */
export type EmitterShape =
  | { shape: 'rectangle'; widthM: number; heightM: number }
  | { shape: 'disc'; radiusM: number }
  | { shape: 'ring'; innerRadiusM: number; outerRadiusM: number }
  | { shape: 'ball'; radiusM: number }

/**
 * Where a grid, snoot or lens ends the beam: half is left at `angleDeg` off the axis, none at `softDeg` beyond, all
 * at `softDeg` within.
 */
export type Cutoff = { angleDeg: number; softDeg: number }

/** Light out of the back, as a see-through umbrella has: its share of the axis intensity, and its own spread. */
type BackSpill = { share: number; halfIntensityDeg: number }

/**
 * Barn-door leaves hinged on the rim of the front. Each opens by so many degrees from straight ahead (90 lies flat);
 * null is no leaf.
 * Left and right are seen from behind the light.
 */
export type Leaves = {
  lengthM: number
  topDeg: number | null
  bottomDeg: number | null
  leftDeg: number | null
  rightDeg: number | null
}

/**
 * A scrim over one half of the beam, turned clockwise as seen from behind the light: 0 covers the lower half, 90 the
 * left one.
 */
export type HalfScrim = { stops: number; turnDeg: number }

/**
 * A pattern mask in a focusing spot, filling the beam: a strip of light, slats, or a window. Shares are of the beam's
 * diameter.
 */
export type Mask =
  | { kind: 'strip'; share: number; turnDeg: number }
  | { kind: 'slats'; count: number; openShare: number; turnDeg: number }
  | { kind: 'window'; columns: number; rows: number; barShare: number; turnDeg: number }

/**
 * A lens before a lamp of some size: half the angle under which the lens sees the lamp, as a tangent, and how far
 * behind it the lamp's
 * image lies. Near by only a part of the lens shines at any one place.
 */
export type Lens = { spread: number; imageM: number }

/** What a modifier makes of a lamp: its front, how wide it spreads, and what it costs on the axis. */
export type Modifier = {
  kind: string
  name: string
  front: EmitterShape
  /** Angle off the axis where the intensity has fallen to half, before any cut-off. A ball has none. */
  halfIntensityDeg: number
  /** Stops lost on the axis against the lamp in its standard reflector. */
  lossStops: number
  cutoff: Cutoff | null
  backSpill: BackSpill | null
  leaves: Leaves | null
  halfScrim: HalfScrim | null
  mask: Mask | null
  /** A measured distribution instead of the angle, and the lamp's output by its tilt. */
  table: PhotometricTable | null
  tilt: Tilt | null
  /**
   * Where the lamp stands in a lens or a parabola: 0 spot or at the focus, 1 flood or pushed in; null where it does
   * not move.
   */
  focus: { of: 'fresnel' | 'parabola'; share: number } | null
  /** How the light of a lens diverges; null without one. See {@link Lens}. */
  lens: Lens | null
  /**
   * The closed back that hides what is behind it, and what its front returns of light that falls on it; null for open
   * ones.
   */
  housing: { frontReflectance: number; backReflectance: number } | null
}
