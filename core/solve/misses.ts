import type { Miss } from '../evaluation/evaluation'

/** The worst miss of what has to be met, in stops, above 0 too much; 0 where nothing has to. */
export const worstMiss = (misses: readonly Miss[]): number =>
  misses
    .filter(({ isHard }) => isHard)
    .reduce((worst, { stops }) => (Math.abs(stops) > Math.abs(worst) ? stops : worst), 0)
