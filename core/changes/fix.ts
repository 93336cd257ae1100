import type { Change } from './change'

/** What a fix is for, where that says more than the change itself. */
type Purpose =
  | {
      as:
        | 'raise'
        | 'lower'
        | 'toward-camera'
        | 'further-behind'
        | 'draw-back'
        | 'bring-nearer'
        | 'aside'
        | 'out-of-frame'
        | 'hide'
        | 'as-it-was'
        | 'as-wanted'
        | 'nearer-backdrop'
        | 'frame-less'
        | 'shorter-lens'
        | 'step-back'
        | 'seat'
    }
  | { as: 'open-camera' | 'stop-down'; stops: number }

/** Something that makes a set right: a change, and what it is for. */
export type Fix = { change: Change; purpose?: Purpose }
