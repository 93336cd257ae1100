import { coverAnswer } from '../brief/feasibility'
import type { Check } from './finding'

/** A backdrop that the frame looks past. */
export const cover: Check = ({ set }, inLength) => {
  const { isOk, words, mends } = coverAnswer(set, inLength)
  return isOk ? [] : [{ id: 'cover', kind: 'problem', words: words.replace(/ At the backdrop.*/, ''), mends }]
}
