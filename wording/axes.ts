import type { Axis } from '#core/solve/axes'

/** What an axis of a map sets: `A to the subject`, `Height of the backdrop lights`. */
export const axisWords = ({ id, lights }: Pick<Axis, 'id' | 'lights'>): string => {
  const [first] = lights
  const isMany = lights.length > 1
  switch (id) {
    case 'key-distance':
      return `${first} to the subject`
    case 'key-height':
      return `Height of ${first}`
    case 'key-turn':
      return `${first} turned off the subject`
    case 'subject-depth':
      return 'Subject to backdrop'
    case 'backdrop-lights-depth':
      return `${isMany ? 'Backdrop lights' : first} to backdrop`
    case 'backdrop-lights-height':
      return `Height of ${isMany ? 'the backdrop lights' : first}`
    case 'backdrop-lights-power':
      return `Power of ${isMany ? 'the backdrop lights' : first}`
  }
}
