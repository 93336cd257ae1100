/**
 * A path of a request as the app knows it, without the one that the app lives under; undefined where it lies outside
 * of that.
 * @param base with a slash at both ends
 */
export const withinBase = (path: string, base: string): string | undefined =>
  path.startsWith(base) ? path.slice(base.length - 1) : undefined

/** Where whoever left the last slash out wanted to go. */
export const meantBase = (path: string, base: string): string | undefined =>
  base !== '/' && path === base.slice(0, -1) ? base : undefined
