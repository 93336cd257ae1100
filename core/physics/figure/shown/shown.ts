import type { Build } from '../builds'

/** How hair is worn. */
export const HAIRCUTS = ['short', 'long', 'tied', 'none'] as const
/** Haircuts of a figure. */
export type Haircut = (typeof HAIRCUTS)[number]

/** How a figure is shown. */
export type Shown = { pose: 'standing' | 'sitting'; build: Build; haircut: Haircut; glasses: boolean }
