/** Everything is said in this language; another would have its own rules for plurals, lists and numbers. */
export const LANGUAGE = 'en-GB'

const PLURALS = new Intl.PluralRules(LANGUAGE)
const AND = new Intl.ListFormat(LANGUAGE, { type: 'conjunction' })

/** The form of a word that goes with a count: `light`, `lights`; `is`, `are`. */
export const plural = (count: number, one: string, other = `${one}s`): string =>
  PLURALS.select(count) === 'one' ? one : other

/** A count with its word: `1 set`, `3 sets`. */
export const counted = (count: number, one: string, other?: string): string => `${count} ${plural(count, one, other)}`

/** `A`, `A and B`, `A, B and C`. */
export const listed = (words: readonly string[]): string => AND.format(words)

/** The first letter as at the beginning of a sentence. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1)

/** The first letter as inside a sentence. */
export const inSentence = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1)

/** Words as a sentence: with one full stop at their end, whoever wrote them; nothing stays nothing. */
export const sentence = (words: string): string => words.trim().replace(/[^.!?…]$/u, '$&.')
