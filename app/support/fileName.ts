/** The name of a set's file: `honey-wash.keen-tonal.json`. */
export const fileName = (name: string): string =>
  `${
    name
      .toLowerCase()
      .replaceAll(/[^a-z0-9]+/g, '-')
      .replaceAll(/^-|-$/g, '') || 'set'
  }.keen-tonal.json`
