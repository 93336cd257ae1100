import { Key } from 'selenium-webdriver'

/** Names of keys in the DOM (UI Events KeyboardEvent key Values) by the characters that stand for them in WebDriver. */
const NAMES: Readonly<Record<string, string>> = {
  [Key.ENTER]: 'Enter',
  [Key.RETURN]: 'Enter',
  [Key.TAB]: 'Tab',
  [Key.ESCAPE]: 'Escape',
  [Key.SPACE]: ' ',
  [Key.BACK_SPACE]: 'Backspace',
  [Key.DELETE]: 'Delete',
  [Key.ARROW_LEFT]: 'ArrowLeft',
  [Key.ARROW_RIGHT]: 'ArrowRight',
  [Key.ARROW_UP]: 'ArrowUp',
  [Key.ARROW_DOWN]: 'ArrowDown',
  [Key.PAGE_UP]: 'PageUp',
  [Key.PAGE_DOWN]: 'PageDown',
  [Key.HOME]: 'Home',
  [Key.END]: 'End',
  [Key.ADD]: '+',
  [Key.SUBTRACT]: '-',
  [Key.MULTIPLY]: '*',
  [Key.DECIMAL]: '.',
}
const HELD: Readonly<Record<string, string>> = { [Key.CONTROL]: 'Control', [Key.SHIFT]: 'Shift', [Key.ALT]: 'Alt' }
const PAD = Array.from({ length: 10 }, (_, digit) => String.fromCodePoint(Key.NUMPAD0.codePointAt(0)! + digit))

/** Keys as WebDriver writes them, in the notation of the library that presses them: held keys until a NULL. */
export const keyboardText = (...keys: string[]): string => {
  let text = ''
  let held: string[] = []
  for (const letter of keys.join('')) {
    const modifier = HELD[letter]
    const digit = PAD.indexOf(letter)
    if (letter === Key.NULL) {
      text += held.map(name => `{/${name}}`).join('')
      held = []
    } else if (modifier) {
      text += `{${modifier}>}`
      held.push(modifier)
    } else if (NAMES[letter]) text += NAMES[letter].length > 1 ? `{${NAMES[letter]}}` : NAMES[letter]
    else if (digit >= 0) text += String(digit)
    else text += letter === '{' || letter === '[' ? letter + letter : letter
  }
  return text + held.map(name => `{/${name}}`).join('')
}
