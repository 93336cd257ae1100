/** The path that the app was built to live under, with a slash at both ends. */
export const BASE: string = import.meta.env.KEEN_TONAL_BASE ?? '/'

/** Where the app's own server answers: a path without a slash before it, under the one that the app lives under. */
export const ownServer = (path: string): string => `${BASE}${path}`
