import type { MeasuredLamp } from '#core/formats/measuredLight'
import type { Outcome } from '#core/shared/outcome'
import { photometricNoteWords } from '#wording/refusals/photometric'

/** The button that brings a lamp's measured light, and what its dialog offers: LM-63 and EULUMDAT. */
export const PHOTOMETRIC = { label: 'Photometric file…', accept: '.ies,.IES,.ldt,.LDT' } as const

/** What was wrong with a photometric file, or what was taken to be meant by it; empty where neither. */
export const photometricWords = (name: string, outcome: Outcome<MeasuredLamp>): string => {
  if (!outcome.ok) return `${name}: ${outcome.message}`
  return outcome.value.notes.length > 0
    ? `${name} was read. ${outcome.value.notes.map(photometricNoteWords).join(' ')}`
    : ''
}
