import type { Zone } from './table'

const NO_TEXT = ['checkbox', 'radio', 'file', 'range', 'button', 'submit', 'color']
type Field = HTMLInputElement | HTMLTextAreaElement

/** What fields held before somebody began to type in them. */
const before = new WeakMap<Element, string>()
const typedIn = new WeakSet<Element>()

/** Whether keys go into a field of text. */
const isTextField = (target: EventTarget | null): target is Field =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && !NO_TEXT.includes(target.type))

/** A field was entered, or its text was taken: nothing in it waits. */
export const fieldIsTaken = (target: EventTarget | null): void => {
  if (!isTextField(target)) return
  typedIn.delete(target)
  before.set(target, target.value)
}

/** Somebody typed in a field. */
export const fieldIsTyped = (target: EventTarget | null): void => {
  if (isTextField(target)) typedIn.add(target)
}

/** Puts back what a field held before somebody typed in it. */
export const restoreField = (target: EventTarget | null): void => {
  if (!isTextField(target) || !typedIn.has(target)) return
  target.value = before.get(target) ?? ''
  target.dispatchEvent(new Event('input', { bubbles: true }))
  typedIn.delete(target)
}

/** Where the focus is. */
export const zoneOf = (target: EventTarget | null): Zone => {
  if (document.querySelector('[role="dialog"]')) return 'dialog'
  if (!(target instanceof Element) || target === document.body || target === document.documentElement) return 'rest'
  if (isTextField(target)) return typedIn.has(target) && target.value !== '' ? 'editing' : 'field'
  const zone = target.closest('[data-zone]')?.getAttribute('data-zone')
  if (zone === 'plan' || zone === 'rail') return zone
  // What is focused only so that it can be scrolled or announced answers no keys.
  return target.matches('main, section, div:not([role]):not([tabindex])') ? 'rest' : 'control'
}
