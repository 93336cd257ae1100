import type { Op, PhoneView } from '#core/pairing/messages'

/** A lamp was asked for, and the line went before anybody answered. */
export const LOST_WORDS = 'The line went before the laptop answered: look at the lamps.'

/** What a phone asked for, in a few words. */
export const opWords = (op: Op, view: PhoneView | undefined): string => {
  switch (op.kind) {
    case 'reading':
      return `${view?.steps.find(({ id }) => id === op.stepId)?.title ?? 'A reading'}: ${op.shown}`
    case 'lamp':
      return view?.lamps.find(({ id }) => id === op.lightId)?.name ?? 'A lamp'
    case 'blackout':
      return op.isOn ? 'Blackout' : 'Blackout lifted'
  }
}
