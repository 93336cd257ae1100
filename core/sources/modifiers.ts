/** Shape of the bright front of a light. */
export type EmitterShape
  = | { shape: 'rectangle', widthM: number, heightM: number }
    | { shape: 'disc', radiusM: number }

/** What a modifier makes of a lamp: its front, how wide it spreads, and what it costs on the axis. */
export type Modifier = {
  kind: string
  name: string
  front: EmitterShape
  /** Angle off the axis where the intensity has fallen to half. */
  halfIntensityDeg: number
  /** Stops lost on the axis against the lamp in its standard reflector. */
  lossStops: number
}

/**
 * Generic modifiers. Sizes are definitions; spreads and losses are common practice, no source.
 */
export const MODIFIERS: readonly Modifier[] = [
  { kind: 'reflector', name: 'Reflector 18 cm', front: { shape: 'disc', radiusM: 0.09 }, halfIntensityDeg: 35, lossStops: 0 },
  { kind: 'wide-reflector', name: 'Backdrop reflector', front: { shape: 'disc', radiusM: 0.12 }, halfIntensityDeg: 48, lossStops: 0.6 },
  { kind: 'beauty-dish', name: 'Beauty dish 55 cm', front: { shape: 'disc', radiusM: 0.275 }, halfIntensityDeg: 40, lossStops: 0.8 },
  { kind: 'softbox-medium', name: 'Softbox 60 × 90 cm', front: { shape: 'rectangle', widthM: 0.6, heightM: 0.9 }, halfIntensityDeg: 50, lossStops: 1.4 },
  { kind: 'softbox-large', name: 'Softbox 90 × 120 cm', front: { shape: 'rectangle', widthM: 0.9, heightM: 1.2 }, halfIntensityDeg: 52, lossStops: 1.7 },
  { kind: 'strip', name: 'Strip box 30 × 120 cm', front: { shape: 'rectangle', widthM: 0.3, heightM: 1.2 }, halfIntensityDeg: 48, lossStops: 1.7 },
  { kind: 'octa', name: 'Octa 120 cm', front: { shape: 'disc', radiusM: 0.6 }, halfIntensityDeg: 55, lossStops: 1.8 },
]

export const modifierOfKind = (kind: string): Modifier => {
  const found = MODIFIERS.find(modifier => modifier.kind === kind)
  if (!found) throw new RangeError(`No modifier of kind "${kind}".`)
  return found
}
