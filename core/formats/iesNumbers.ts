/** Takes numbers one after another from lines of text; `fault` is called with what is wrong and throws. */
export const numberReader = (lines: readonly string[], firstLine: number, fault: (message: string) => never) => {
  const tokens = lines.flatMap((line, index) =>
    line
      .split(/[\s,]+/)
      .filter(token => token !== '')
      .map(token => ({ token, line: firstLine + index })),
  )
  let at = 0

  const one = (what: string, least = -Number.MAX_VALUE, most = Number.MAX_VALUE): number => {
    const next = tokens[at]
    if (!next) return fault(`it ends before ${what}`)
    if (!/^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(next.token))
      return fault(`line ${next.line} has "${next.token.slice(0, 20)}" where ${what} should be`)
    at += 1
    const value = Number(next.token)
    if (value >= least && value <= most) return value
    const range = most === Number.MAX_VALUE ? `${least} or more` : `from ${least} to ${most}`
    return fault(
      Number.isFinite(value) || least > -Number.MAX_VALUE
        ? `line ${next.line} has ${next.token.slice(0, 20)} for ${what}, which is ${range}`
        : `line ${next.line} has a number that is too large to be read`,
    )
  }

  return {
    one,
    whole: (what: string, least: number, most: number): number => {
      const line = tokens[at]?.line
      const value = one(what)
      return Number.isInteger(value) && value >= least && value <= most
        ? value
        : fault(`line ${line}: ${what} is ${value}; it is a whole number from ${least} to ${most}`)
    },
    many: (count: number, what: string, least?: number, most?: number): number[] =>
      Array.from({ length: count }, (_, index) => one(`number ${index + 1} of ${count} ${what}`, least, most)),
    left: () => tokens.length - at,
  }
}

/** Reads the numbers of a photometric file one after another. */
export type NumberReader = ReturnType<typeof numberReader>
