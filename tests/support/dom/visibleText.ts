/** Elements that flow in a line of text; all others begin and end one. */
const INLINE = new Set([
  'A',
  'ABBR',
  'B',
  'BUTTON',
  'CODE',
  'EM',
  'I',
  'KBD',
  'LABEL',
  'SMALL',
  'SPAN',
  'STRONG',
  'SUB',
])
const INLINE_TOO = new Set(['SUP', 'TEXT', 'TSPAN', 'OUTPUT', 'TIME', 'OPTION'])

const isHidden = (element: Element): boolean =>
  element.hasAttribute('hidden') || (element as HTMLElement).style?.display === 'none'

const partsOf = (node: Node): string => {
  if (node.nodeType === 3) return node.textContent ?? ''
  if (node.nodeType !== 1) return ''
  const element = node as Element
  if (isHidden(element)) return ''
  const inside = [...element.childNodes].map(partsOf).join('')
  const name = element.tagName.toUpperCase()
  if (name === 'BR') return '\n'
  if (name === 'TD' || name === 'TH') return ` ${inside} `
  return INLINE.has(name) || INLINE_TOO.has(name) ? inside : `\n${inside}\n`
}

/** The text of an element as a browser would show it: runs of space are one, blocks are lines of their own. */
export const visibleText = (element: Element): string =>
  [...element.childNodes]
    .map(partsOf)
    .join('')
    .split('\n')
    .map(line => line.replaceAll(/\s+/g, ' ').trim())
    .filter(Boolean)
    .join('\n')
