import type { Outcome } from '../shared/outcome'
import { parseEulumdat } from './eulumdat'
import { parseIes } from './iesFile'
import { looksLikeIes } from './iesHeader'
import type { PhotometricFile } from './photometricFile'
import type { PhotometricRefusal } from './photometricFaults'

/** Lines that a file of EULUMDAT has at least before its angles. */
const LEAST_LINES = 40

/** Reads a photometric file, LM-63 or EULUMDAT: which it is, its text tells. */
export const parsePhotometry = (text: string): Outcome<PhotometricFile, PhotometricRefusal> => {
  const isIes = looksLikeIes(text) || text.split(/\r\n|\r|\n/).length < LEAST_LINES
  return isIes ? parseIes(text) : parseEulumdat(text)
}
