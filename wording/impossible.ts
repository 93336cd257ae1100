import { isImpossible, type Impossibility } from '#core/shared/impossible'
import { sentence } from './language'

const WORDS: Record<Impossibility, (about: string) => string> = {
  'look-gone': () => 'The look is not there any more.',
  'looks-full': most => `A set holds at most ${most} looks.`,
  'look-name-taken': name => `There is a look "${name}" already.`,
  'frame-gone': () => 'The test frame is not there any more.',
  'frame-without-backdrop': () => 'No backdrop was read in this frame, so there is nothing to aim at.',
  'map-needs-two': () => 'A map needs two different things that this set has.',
  'no-light-at-place': () => 'No light reaches the place that is asked of.',
  'backdrop-valueless': () => 'The backdrop beside the subject has no value in the picture.',
  'no-backdrop-light': () => 'There is no backdrop light that could be put off.',
  'backdrop-lights-idle': () => 'The backdrop lights hardly change the backdrop.',
  'no-place': id => `The set has no place "${id}".`,
  'no-fault-shows': () => 'No fault in this set could be told by its readings.',
}

/** What an error says, as a sentence: what cannot be done, or what broke. */
export const errorWords = (error: unknown): string =>
  isImpossible(error) ? WORDS[error.name](error.message) : sentence((error as Error).message)
