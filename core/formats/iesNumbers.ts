/** Takes numbers one after another from lines of text; `fault` is called with what is wrong and throws. */
export const numberReader = (lines: readonly string[], firstLine: number, fault: (message: string) => never) => {
  const tokens = lines.flatMap((line, index) =>
    line
      .split(/[\s,]+/)
      .filter(token => token !== '')
      .map(token => ({ token, line: firstLine + index })),
  )
  let at = 0

  const one = (what: string): number => {
    const next = tokens[at]
    if (!next) return fault(`it ends before ${what}`)
    if (!/^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(next.token))
      return fault(`line ${next.line} has "${next.token.slice(0, 20)}" where ${what} should be`)
    at += 1
    return Number(next.token)
  }

  return {
    one,
    whole: (what: string, least: number, most: number): number => {
      const value = one(what)
      return Number.isInteger(value) && value >= least && value <= most
        ? value
        : fault(`${what} is ${value}; it is a whole number from ${least} to ${most}`)
    },
    many: (count: number, what: string): number[] =>
      Array.from({ length: count }, (_, index) => one(`number ${index + 1} of ${count} ${what}`)),
    left: () => tokens.length - at,
  }
}

/** Reads the numbers of a photometric file one after another. */
export type NumberReader = ReturnType<typeof numberReader>
