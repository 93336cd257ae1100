/** What the build says: the path that the app lives under, with a slash at both ends. */
declare const KEEN_TONAL_BASE: string

/** The path that the app lives under; tests know of none. */
const BASE = typeof KEEN_TONAL_BASE === 'string' ? KEEN_TONAL_BASE : '/'

/** Where the app's own server answers: a path without a slash before it, under the one that the app lives under. */
export const ownServer = (path: string): string => `${BASE}${path}`
