import { fault, type FieldIn } from './photometricFaults'

/** Takes numbers one after another from lines of text. */
export const numberReader = (lines: readonly string[], firstLine: number) => {
  const tokens = lines.flatMap((line, index) =>
    line
      .split(/[\s,]+/)
      .filter(token => token !== '')
      .map(token => ({ token, line: firstLine + index })),
  )
  let at = 0

  const one = (field: FieldIn, least = -Number.MAX_VALUE, most = Number.MAX_VALUE): number => {
    const next = tokens[at]
    if (!next) return fault({ is: 'ends', before: field })
    if (!/^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(next.token))
      return fault({ is: 'no-figure', line: next.line, found: next.token.slice(0, 20), field })
    at += 1
    const value = Number(next.token)
    if (value >= least && value <= most) return value
    if (!Number.isFinite(value) && least === -Number.MAX_VALUE) return fault({ is: 'too-large', line: next.line })
    return fault({
      is: 'outside',
      line: next.line,
      found: next.token.slice(0, 20),
      field,
      least,
      most: most === Number.MAX_VALUE ? null : most,
    })
  }

  return {
    one: (name: FieldIn['field'], least?: number, most?: number): number => one({ field: name }, least, most),
    whole: (name: FieldIn['field'], least: number, most: number): number => {
      const field = { field: name }
      const line = tokens[at]?.line ?? 0
      const value = one(field)
      return Number.isInteger(value) && value >= least && value <= most
        ? value
        : fault({ is: 'not-whole', line, field, value, least, most })
    },
    many: (count: number, field: FieldIn, least?: number, most?: number): number[] =>
      Array.from({ length: count }, (_, index) => one({ ...field, number: { at: index + 1, of: count } }, least, most)),
    left: () => tokens.length - at,
  }
}

/** Reads the numbers of a photometric file one after another. */
export type NumberReader = ReturnType<typeof numberReader>
