import type { LightLayer } from '../transport/lightLayer'
import type { Learned } from './learned'

/** What is needed to read a set: its layers of light and what readings have taught. */
export type Lighting = { layers: readonly LightLayer[], learned: Learned }
