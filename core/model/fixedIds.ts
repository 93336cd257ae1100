/** The camera is a thing too; no list of the set names it, so its id is fixed. */
export const CAMERA = 'camera'

/** The backdrop has no place of its own, but can be chosen; no id of a thing can be like this. */
export const BACKDROP = '#backdrop'
