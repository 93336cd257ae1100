/** The mean of some numbers; not a number where there are none. */
export const mean = (numbers: readonly number[]): number =>
  numbers.reduce((sum, number) => sum + number, 0) / numbers.length

/** Items by a key that they share, in the order in which the keys are met. */
export const grouped = <T>(items: readonly T[], keyOf: (item: T) => string): [string, T[]][] => {
  const groups = new Map<string, T[]>()
  for (const item of items) {
    const key = keyOf(item)
    const group = groups.get(key)
    if (group) group.push(item)
    else groups.set(key, [item])
  }
  return [...groups]
}
