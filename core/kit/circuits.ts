/**
 * What a circuit is loaded with for hours: four fifths of what it carries; common practice, no source. Local codes and
 * an electrician say what holds.
 */
const STEADY_SHARE = 0.8

/**
 * Circuits that lamps need which burn together, at least one; each lamp hangs on one of them.
 * @param watts of each lamp
 * @param circuitWatts what one circuit carries
 * @returns undefined where a single lamp is too much for a circuit
 */
export const circuitsFor = (watts: readonly number[], circuitWatts: number): number | undefined => {
  const most = STEADY_SHARE * circuitWatts
  const loads: number[] = []
  for (const load of watts.toSorted((a, b) => b - a)) {
    if (load > most) return undefined
    const at = loads.findIndex(sum => sum + load <= most)
    if (at < 0) loads.push(load)
    else loads[at]! += load
  }
  return Math.max(1, loads.length)
}
