import { fNumberFromStops } from '../units/fNumber'

/**
 * Nominal f-numbers are rounded names of the powers of sqrt 2 (ISO 517): f/5.6 is 5.657, f/11 is 11.314.
 * The name at position k belongs to 2^((k + FIRST_FULL_STOP) / 2).
 */
export const FULL_STOP_NAMES = [
  '0.25',
  '0.35',
  '0.5',
  '0.7',
  '1',
  '1.4',
  '2',
  '2.8',
  '4',
  '5.6',
  '8',
  '11',
  '16',
  '22',
  '32',
  '45',
  '64',
  '90',
  '128',
  '180',
  '256',
  '360',
  '512',
]
/** Stops above f/1 of the first of the full stops. */
export const FIRST_FULL_STOP = -4

/** What cameras call the third stops between the full ones, from f/1 on; common practice, no source. */
export const THIRD_STOP_NAMES = [
  '1',
  '1.1',
  '1.2',
  '1.4',
  '1.6',
  '1.8',
  '2',
  '2.2',
  '2.5',
  '2.8',
  '3.2',
  '3.5',
  '4',
  '4.5',
  '5',
  '5.6',
  '6.3',
  '7.1',
  '8',
  '9',
  '10',
  '11',
  '13',
  '14',
  '16',
  '18',
  '20',
  '22',
  '25',
  '29',
  '32',
  '36',
  '40',
  '45',
  '51',
  '57',
  '64',
]

/**
 * The power of sqrt 2 that a name of a full stop or of a camera's third stop stands for; undefined for other figures.
 */
export const markedFNumber = (name: string): number | undefined => {
  const full = FULL_STOP_NAMES.indexOf(name)
  if (full >= 0) return fNumberFromStops(full + FIRST_FULL_STOP)
  const third = THIRD_STOP_NAMES.indexOf(name)
  return third >= 0 ? fNumberFromStops(third / 3) : undefined
}

/**
 * The f-number that a camera means by the one it wrote into a file: marks are rounded names, f/11 of 11.314, and what a
 * lens was really set to is the power of sqrt 2. Figures that are no mark are taken as they are.
 */
export const meantFNumber = (written: number): number => markedFNumber(String(Number(written.toFixed(2)))) ?? written
