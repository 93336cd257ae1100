import { onScopeDispose } from 'vue'
import { useEventListener } from '@vueuse/core'
import { commandFor, type CommandId } from './table'
import { fieldIsTaken, fieldIsTyped, restoreField, zoneOf } from './zone'

/** Who answers a command now; the one that came last counts. Answers whether it did anything. */
type Answer = () => unknown
const answers = new Map<CommandId, Answer[]>()

/** Answers commands for as long as the caller's scope lives. An answer of `false` lets the key through. */
export const useCommands = (own: Partial<Record<CommandId, Answer>>): void => {
  for (const [id, answer] of Object.entries(own) as [CommandId, Answer][])
    answers.set(id, [...(answers.get(id) ?? []), answer])
  onScopeDispose(() => {
    for (const [id, answer] of Object.entries(own) as [CommandId, Answer][])
      answers.set(
        id,
        answers.get(id)!.filter(other => other !== answer),
      )
  })
}

/** Listens to keys for the whole app; called once. */
export const useKeys = (): void => {
  useEventListener(document, 'focusin', event => fieldIsTaken(event.target))
  useEventListener(document, 'input', event => event.isTrusted && fieldIsTyped(event.target))
  // Whoever took the text may write it again in its own way first.
  useEventListener(document, 'change', event => setTimeout(() => fieldIsTaken(event.target), 0))
  useEventListener(document, 'keydown', event => {
    if (event.defaultPrevented || event.isComposing) return
    const id = commandFor(event, zoneOf(event.target))
    if (id === 'cancel-field') return restoreField(event.target)
    const answered =
      id &&
      answers
        .get(id)
        ?.toReversed()
        .some(answer => answer() !== false)
    if (answered) event.preventDefault()
  })
}
