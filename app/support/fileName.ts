const LONGEST = 80
/** Names that one system keeps for its devices. */
const RESERVED = /^(?:con|prn|aux|nul|com\d|lpt\d)$/

/** A name as files carry it, without an ending: letters, marks and digits of every script, hyphens between them. */
export const fileStem = (name: string): string => {
  const stem = [
    ...name
      .normalize('NFC')
      .toLowerCase()
      .replaceAll(/[^\p{L}\p{M}\p{N}]+/gu, '-'),
  ]
    .slice(0, LONGEST)
    .join('')
    .replaceAll(/^-|-$/g, '')
  return RESERVED.test(stem) ? `${stem}-set` : stem || 'set'
}

/** The name of a set's file: `honey-wash.keen-tonal.json`. */
export const fileName = (name: string): string => `${fileStem(name)}.keen-tonal.json`
