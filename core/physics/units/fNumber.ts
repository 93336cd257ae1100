/** Stops of an f-number above f/1: 2 log2 N. */
export const stopsFromFNumber = (fNumber: number): number => 2 * Math.log2(fNumber)

/** The f-number so many stops above f/1. */
export const fNumberFromStops = (stops: number): number => 2 ** (stops / 2)

/** Full, half or third stops between two nominal f-numbers, both included: what a camera's aperture can be set to. */
export const apertureScale = (from: number, to: number, clickStops: number): number[] => {
  const first = Math.round(stopsFromFNumber(from) / clickStops)
  const last = Math.round(stopsFromFNumber(to) / clickStops)
  return Array.from({ length: last - first + 1 }, (_, step) => fNumberFromStops((first + step) * clickStops))
}
