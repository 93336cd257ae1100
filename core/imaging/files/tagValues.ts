/** A tag as a reader of tags hands it over: a number, a fraction, text, or several of them. */
export type Tag = { value: unknown; description?: unknown }

const isFraction = (value: unknown): value is [number, number] =>
  Array.isArray(value) && value.length === 2 && value.every(part => typeof part === 'number')

/** Fractions and numbers as they stand in text: `1/125`, `0.008`, `2,8`. */
const NUMBER_IN_TEXT = /^\s*([+-]?\d+(?:[.,]\d+)?)(?:\s*\/\s*(\d+))?\s*$/

const finite = (number: number): number | null => (Number.isFinite(number) ? number : null)

const numberFrom = (value: unknown): number | null => {
  if (typeof value === 'number') return finite(value)
  if (isFraction(value)) return value[1] === 0 ? null : finite(value[0] / value[1])
  if (typeof value === 'string') {
    const match = NUMBER_IN_TEXT.exec(value)
    if (!match) return null
    return finite(Number(match[1]!.replace(',', '.')) / Number(match[2] ?? 1))
  }
  // The first of several, each of which may be a tag of its own.
  if (Array.isArray(value)) return value.length > 0 ? numberFrom(value[0]) : null
  return typeof value === 'object' && value !== null && 'value' in value ? numberFrom(value.value) : null
}

/** The number that a tag of fractions holds, the first of several; null where it holds none. */
export const numberIn = (tag: Tag | undefined): number | null => (tag ? numberFrom(tag.value) : null)

/** The same of a tag of whole numbers, of which two are no fraction. */
export const wholeIn = (tag: Tag | undefined): number | null =>
  numberFrom(Array.isArray(tag?.value) ? (tag.value as unknown[])[0] : tag?.value)

const textFrom = (value: unknown): string | null => {
  if (typeof value === 'string') return value.replace(/\0.*$/s, '').trim() || null
  if (Array.isArray(value)) return value.length > 0 ? textFrom(value[0]) : null
  return typeof value === 'object' && value !== null && 'value' in value ? textFrom(value.value) : null
}

/** The text that a tag holds, the first of several; null where it holds none. */
export const textIn = (tag: Tag | undefined): string | null => (tag ? textFrom(tag.value) : null)
