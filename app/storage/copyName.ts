const MOST_LETTERS = 80

/** The name of a copy that no other set has: "White copy", then "White copy 2"; a copy of a copy is one more of it. */
export const copyName = (name: string, taken: readonly string[]): string => {
  const stem = name.replace(/ copy(?: \d+)?$/, '')
  const others = new Set(taken)
  for (let count = 1; ; count++) {
    const ending = count === 1 ? ' copy' : ` copy ${count}`
    const found = `${stem.slice(0, MOST_LETTERS - ending.length)}${ending}`
    if (!others.has(found)) return found
  }
}
