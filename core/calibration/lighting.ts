import type { LightLayer } from '../physics/transport/lightLayer'
import type { Learned } from './calibration'

/** What is needed to read a set: its layers of light and what readings have taught. */
export type Lighting = { layers: readonly LightLayer[]; learned: Learned }
