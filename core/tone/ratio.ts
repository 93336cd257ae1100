import { totalOf } from '../physics/transport/exposureAt'
import type { Readout } from '../evaluation/readout'

/** A lighting ratio in both conventions, with its stops. */
export type Ratio = {
  /** Stops of the lit cheek over the shadow side. */
  stops: number
  /** Key + fill to fill: the lit cheek over the shadow side, all lights on. */
  highlightToShadow: number
  /**
   * Key to fill, each alone; undefined where the shadow side is as light as the other, since then no key is left
   * over.
   */
  keyToFill: number | undefined
}

/**
 * The ratio behind two flat readings, one on each cheek with all lights on. Fill reaches both sides, the key one, so
 * that
 * key + fill : fill is lit cheek : shadow side, and key : fill is one less. Common practice, no source: 2:1 is one
 * stop.
 */
export const ratioOf = (highlightFNumber: number, shadowFNumber: number): Ratio => {
  const highlightToShadow = (highlightFNumber / shadowFNumber) ** 2
  return {
    stops: Math.log2(highlightToShadow),
    highlightToShadow,
    keyToFill: highlightToShadow > 1.001 ? highlightToShadow - 1 : undefined,
  }
}

/**
 * The ratio as the light of a set gives it: both cheeks with everything on, and the key alone on the lit cheek over
 * everything else
 * on the shadow side, since fill need not fall alike on both.
 */
export const ratioOfLight = (lit: Readout, shadow: Readout, keyIds: readonly string[]): Ratio | undefined => {
  const sumOf = ({ parts }: Readout, isCounted: (id: string) => boolean) =>
    totalOf(parts.filter(({ lightId }) => isCounted(lightId)))
  const isKey = (id: string) => keyIds.includes(id)
  const [whole, dark] = [lit, shadow].map(side => side.roomLuxS + totalOf(side.parts)) as [number, number]
  const [key, fill] = [sumOf(lit, isKey), shadow.roomLuxS + sumOf(shadow, id => !isKey(id))]
  if (!(whole > 0) || !(dark > 0)) return undefined
  return {
    stops: Math.log2(whole / dark),
    highlightToShadow: whole / dark,
    keyToFill: key > 0 && fill > 0 ? key / fill : undefined,
  }
}

/** Stops that a fill adds to the exposure at the key side: how far to stop down for it. */
export const stopsOfFill = (keyAloneFNumber: number, togetherFNumber: number): number =>
  2 * Math.log2(togetherFNumber / keyAloneFNumber)
