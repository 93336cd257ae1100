import type { CameraResponse } from '../model/schema'
import { monotoneCubic } from '../physics/units/monotoneCubic'

/** How a camera turns linear light into pixel values, and back. */
export type Response = {
  /** Pixel value 0..255 (not rounded) of a linear value; clipped at both ends. */
  valueFromLinear: (linear: number) => number
  /** Linear value that renders a pixel value of 0..255. */
  linearFromValue: (value: number) => number
}

/** IEC 61966-2-1:1999: the slope and limits of the sRGB transfer function. */
const LINEAR_LIMIT = 0.0031308
const VALUE_LIMIT = 0.04045
const SLOPE = 12.92
const OFFSET = 0.055
const GAMMA = 2.4
const WHITE = 255

const encode = (linear: number): number =>
  linear <= LINEAR_LIMIT ? SLOPE * linear : (1 + OFFSET) * linear ** (1 / GAMMA) - OFFSET

const decode = (share: number): number =>
  share <= VALUE_LIMIT ? share / SLOPE : ((share + OFFSET) / (1 + OFFSET)) ** GAMMA

/** Straight sRGB: linear 1 renders 255, linear 0.18 renders 118. */
export const SRGB_RESPONSE: Response = {
  valueFromLinear: linear => WHITE * encode(Math.min(1, Math.max(0, linear))),
  linearFromValue: value => decode(Math.min(WHITE, Math.max(0, value)) / WHITE),
}

/** Straight up to here; above it a shoulder rolls off. */
const KNEE = 0.5

/**
 * Straight sRGB up to the knee, then a hyperbola that leaves it without a bend and comes to white `headroomStops`
 * later.
 */
const shoulderResponse = (headroomStops: number): Response => {
  const end = 2 ** headroomStops
  const slope = (end - KNEE) / (1 - KNEE)
  const roll = (linear: number) => {
    if (linear <= KNEE) return linear
    const along = Math.min(1, (linear - KNEE) / (end - KNEE))
    return KNEE + ((1 - KNEE) * slope * along) / (1 + (slope - 1) * along)
  }
  const unroll = (rolled: number) => {
    if (rolled <= KNEE) return rolled
    const share = (rolled - KNEE) / (1 - KNEE)
    return KNEE + ((end - KNEE) * share) / (slope - (slope - 1) * share)
  }
  return {
    valueFromLinear: linear => SRGB_RESPONSE.valueFromLinear(roll(linear)),
    linearFromValue: value => unroll(SRGB_RESPONSE.linearFromValue(value)),
  }
}

const DARKEST = 2 ** -20
/** A picture of 0 counts as nearly that: what is black beyond telling has no logarithm. */
const LEAST_VALUE = 0.2
const BISECTIONS = 60

/** Through the steps of a bracket, smooth and never falling; past its ends straight sRGB goes on from the last step. */
const measuredResponse = ({ cardReflectance, steps }: Extract<CameraResponse, { kind: 'measured' }>): Response => {
  const stopsAt = steps.map(step => step.stops)
  // Against the straight curve nearly a line, so that little is lost between two pictures.
  const straight = monotoneCubic(
    stopsAt,
    steps.map(step => Math.log2(SRGB_RESPONSE.linearFromValue(Math.max(LEAST_VALUE, step.value)))),
  )
  const within = (stops: number) => SRGB_RESPONSE.valueFromLinear(2 ** straight(stops))
  const [first, last] = [steps[0]!, steps.at(-1)!]
  const beyond = (step: { stops: number; value: number }) => {
    const gain = SRGB_RESPONSE.linearFromValue(step.value) / 2 ** step.stops
    return (stops: number) => SRGB_RESPONSE.valueFromLinear(gain * 2 ** stops)
  }
  const [below, above] = [beyond(first), beyond(last)]
  const valueFromLinear = (linear: number) => {
    if (linear <= DARKEST) return 0
    const stops = Math.log2(linear / cardReflectance)
    if (stops < first.stops) return below(stops)
    return stops > last.stops ? above(stops) : within(stops)
  }
  const linearFromValue = (value: number) => {
    let [low, high] = [Math.log2(DARKEST), 10]
    if (value <= valueFromLinear(DARKEST)) return 0
    for (let round = 0; round < BISECTIONS; round++) {
      const middle = (low + high) / 2
      if (valueFromLinear(2 ** middle) < Math.min(WHITE - 1e-6, value)) low = middle
      else high = middle
    }
    return 2 ** high
  }
  return { valueFromLinear, linearFromValue }
}

/** Made once for each response that a set names: a set is never changed in place. */
const made = new WeakMap<CameraResponse, Response>()

const makeResponse = (response: CameraResponse): Response => {
  switch (response.kind) {
    case 'srgb':
      return SRGB_RESPONSE
    case 'shoulder':
      return shoulderResponse(response.headroomStops)
    case 'measured':
      return measuredResponse(response)
  }
}

/**
 * A response behind a lens that takes some stops of what its f-number promises: T-number against f-number, and close
 * focus, as one factor.
 * Everything in the picture gets darker by it, veil included; a handheld meter does not see it.
 */
export const behindLens = (response: Response, lossStops: number): Response => {
  if (lossStops === 0) return response
  const passed = 2 ** -lossStops
  return {
    valueFromLinear: linear => response.valueFromLinear(passed * linear),
    linearFromValue: value => response.linearFromValue(value) / passed,
  }
}

/** The response that a set's camera names, behind its lens. */
export const responseOf = ({
  response,
  lensLossStops = 0,
}: {
  response: CameraResponse
  lensLossStops?: number
}): Response => {
  const known = made.get(response) ?? makeResponse(response)
  made.set(response, known)
  return behindLens(known, lensLossStops)
}

/**
 * Stops that focusing on something near takes: the image stands further behind the lens by its magnification m, so
 * that the effective
 * f-number is (1 + m) times the marked one (thin lens, m = f / (d - f)). Lens in millimetres, distance in metres;
 * unbounded within the focal length.
 */
export const closeFocusStops = (focalLengthMm: number, distanceM: number): number => {
  const focalLengthM = focalLengthMm / 1000
  return distanceM > focalLengthM
    ? 2 * Math.log2(1 + focalLengthM / (distanceM - focalLengthM))
    : Number.POSITIVE_INFINITY
}

/**
 * Stops by which a surface may be off when its pixel value is read `valueError` wrong; unbounded where a value more
 * is clipped.
 */
export const uncertaintyStops = (response: Response, value: number, valueError = 1): number => {
  if (value + valueError >= WHITE) return Number.POSITIVE_INFINITY
  const low = response.linearFromValue(Math.max(0, value - valueError))
  return low > 0 ? Math.log2(response.linearFromValue(value + valueError) / low) / 2 : Number.POSITIVE_INFINITY
}

/** Least linear value that renders white. */
export const clippingLinear = (response: Response): number => response.linearFromValue(WHITE)
