import { addLayers } from './toneMap'
import type { LitFrame } from './takeFrame'

/** After so many differences the sum is made anew, before their roundings could show. */
const DIFFERENCES_KEPT = 100

/**
 * The light of a lit frame under changing weights of its lights. Where few of them differ from last time, only the
 * difference is
 * added. The answer is one and the same array each time; it must not be changed.
 */
export const frameSum = ({ view, layers }: Pick<LitFrame, 'view' | 'layers'>) => {
  const sum = new Float32Array(view.width * view.height * 3)
  const ids = Object.keys(layers)
  let known: Readonly<Record<string, number>> | undefined
  let differences = 0
  return (weights: Readonly<Record<string, number>>): Float32Array => {
    const changed = ids.filter(id => (weights[id] ?? 0) !== (known?.[id] ?? 0))
    if (known && changed.length <= ids.length / 2 && differences + changed.length <= DIFFERENCES_KEPT) {
      const before = known
      addLayers(
        sum,
        changed.map(id => ({ layer: layers[id]!, weight: (weights[id] ?? 0) - (before[id] ?? 0) })),
        false,
      )
      differences += changed.length
    } else {
      const lit = ids.filter(id => (weights[id] ?? 0) > 0)
      addLayers(
        sum,
        lit.map(id => ({ layer: layers[id]!, weight: weights[id]! })),
        true,
      )
      differences = 0
    }
    known = { ...weights }
    return sum
  }
}
