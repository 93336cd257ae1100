import type { Modifier } from './modifier'
import { MODIFIERS } from './modifiers'

/** The same modifier with a grid before it, where there is one. */
export const gridded = (modifier: Modifier): Modifier | undefined =>
  MODIFIERS.find(({ kind }) => kind === `${modifier.kind}-grid`) ??
  (modifier.kind === 'reflector' || modifier.kind === 'wide-reflector'
    ? MODIFIERS.find(({ kind }) => kind === 'reflector-grid-30')
    : undefined)
