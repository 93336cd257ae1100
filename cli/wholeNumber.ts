import { Misuse } from './misuse'

/** Reads a whole number of an option. */
export const wholeNumber = (text: string, name: string, least: number, most: number): number => {
  const value = Number(text)
  if (!Number.isInteger(value) || value < least || value > most)
    throw new Misuse(`--${name} takes a whole number from ${least} to ${most}, not "${text}".`)
  return value
}
