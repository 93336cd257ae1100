import type { Op, PhoneView } from '#core/pairing/messages'
import { counted, listed } from './language'

/** A lamp was asked for, and the line went before anybody answered. */
export const LOST_WORDS = 'The line went before the laptop answered: look at the lamps.'

/** What a phone asked for, in a few words. */
export const opWords = (op: Op, view: PhoneView | undefined): string => {
  switch (op.kind) {
    case 'reading':
      return `${view?.steps.find(({ id }) => id === op.stepId)?.title ?? 'A reading'}: ${op.shown}`
    case 'take-back':
      return 'A reading taken back'
    case 'lamp':
      return view?.lamps.find(({ id }) => id === op.lightId)?.name ?? 'A lamp'
    case 'blackout':
      return op.isOn ? 'Blackout' : 'Blackout lifted'
    case 'tick': {
      const step = view?.change?.lines.find(({ key }) => key === op.stepKey)?.words ?? 'A step'
      return `${step}: ${op.isDone ? 'done' : 'not done'}`
    }
  }
}

/** What waits for the laptop, counted: readings, those taken back, and steps ticked off. */
export const waitingWords = (ops: readonly Op[]): string => {
  const count = (of: Op['kind'], noun: string): string[] => {
    const found = ops.filter(({ kind }) => kind === of).length
    return found > 0 ? [counted(found, noun)] : []
  }
  return `${listed([...count('reading', 'reading'), ...count('take-back', 'correction'), ...count('tick', 'tick')])} waiting`
}
