/** A name as files carry it, without an ending: letters and digits of every script, hyphens between them. */
export const fileStem = (name: string): string =>
  name
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, '-')
    .replaceAll(/^-|-$/g, '') || 'set'

/** The name of a set's file: `honey-wash.keen-tonal.json`. */
export const fileName = (name: string): string => `${fileStem(name)}.keen-tonal.json`
