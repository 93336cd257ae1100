import type { EmitterShape, Lens, Modifier } from './modifier'
import { patternExponent } from './patternExponent'

/** Flux of a pattern cos^m of axis intensity 1 into the half space ahead: 2 pi / (m + 1). */
export const fluxOf = (halfIntensityDeg: number): number => (2 * Math.PI) / (patternExponent(halfIntensityDeg) + 1)

/** A middling Fresnel lens and its lamp, metres; typical, from memory. */
const LENS_RADIUS_M = 0.075
const FOCAL_LENGTH_M = 0.16
const LAMP_RADIUS_M = 0.015
/** The lamp goes from close to the focus (spot) to a little under half of it (flood), shares of the focal length. */
const SPOT_AT = 0.98
const FLOOD_AT = 0.42
/** The beam has fallen to half at this share of the cone that the rim of the lens throws. */
const RIM_SHARE = 0.6
/**
 * The flood costs this many stops on the axis against the standard reflector; common practice, no source. Everywhere
 * else the lens takes what it catches.
 */
const FLOOD_LOSS_STOPS = 0.6

const atan = (tangent: number) => (Math.atan(tangent) * 180) / Math.PI

/**
 * Where the lamp stands before a lens, what half of the light it catches, how wide it goes, and where its image lies
 * (the thin lens: 1/v = 1/s - 1/f).
 */
const throughFresnel = (share: number): { halfDeg: number; caught: number; lens: Lens } => {
  const lampM = FOCAL_LENGTH_M * (SPOT_AT + (FLOOD_AT - SPOT_AT) * share)
  const imageM = (lampM * FOCAL_LENGTH_M) / (FOCAL_LENGTH_M - lampM)
  const spread = LAMP_RADIUS_M / lampM
  return {
    halfDeg: atan((RIM_SHARE * LENS_RADIUS_M) / imageM + spread),
    caught: 1 - Math.cos(Math.atan(LENS_RADIUS_M / lampM)),
    lens: { spread, imageM },
  }
}

/**
 * A big parabola: its focal length and how far the lamp is pushed in, metres; what spread it has at the focus; its
 * mean ring. Typical, from memory.
 */
const PARABOLA_FOCAL_M = 0.3
const PUSHED_IN_M = 0.3
const FOCUSED_DEG = 15
const MEAN_RING_M = 0.55
const DARK_MIDDLE_M = 0.35
const FOCUSED_GAIN_STOPS = 0.6

/**
 * A ray from a lamp `inM` within the focus leaves a parabola turned by inM sin(phi) / l, where l = f + rho^2 / 4f is
 * the way from the
 * focus to the dish and sin(phi) = rho / l: the further in, the wider, while the middle, behind the lamp, goes dark.
 */
const throughParabola = (share: number): { halfDeg: number; innerM: number } => {
  const way = PARABOLA_FOCAL_M + MEAN_RING_M ** 2 / (4 * PARABOLA_FOCAL_M)
  const turnedDeg = (((PUSHED_IN_M * share * MEAN_RING_M) / way ** 2) * 180) / Math.PI
  return { halfDeg: Math.hypot(FOCUSED_DEG, turnedDeg), innerM: DARK_MIDDLE_M * share }
}

const outerOf = (front: EmitterShape): number => {
  if (front.shape === 'ring') return front.outerRadiusM
  return front.shape === 'disc' ? front.radiusM : LENS_RADIUS_M
}

/**
 * A modifier with its lamp at some place between spot (0) and flood (1), or between the focus (0) and pushed in (1).
 * Light goes elsewhere and none is made.
 */
export const focused = (modifier: Modifier, of: 'fresnel' | 'parabola', share: number): Modifier => {
  if (of === 'fresnel') {
    const [now, flood] = [throughFresnel(share), throughFresnel(1)]
    const gain = ((now.caught / flood.caught) * fluxOf(flood.halfDeg)) / fluxOf(now.halfDeg)
    return {
      ...modifier,
      front: { shape: 'disc', radiusM: LENS_RADIUS_M },
      halfIntensityDeg: now.halfDeg,
      lossStops: FLOOD_LOSS_STOPS - Math.log2(gain),
      lens: now.lens,
      focus: { of, share },
    }
  }
  const { halfDeg, innerM } = throughParabola(share)
  const outerRadiusM = outerOf(modifier.front)
  return {
    ...modifier,
    front:
      innerM > 0 ? { shape: 'ring', innerRadiusM: innerM, outerRadiusM } : { shape: 'disc', radiusM: outerRadiusM },
    halfIntensityDeg: halfDeg,
    lossStops: Math.log2(fluxOf(halfDeg) / fluxOf(FOCUSED_DEG)) - FOCUSED_GAIN_STOPS,
    focus: { of, share },
  }
}
