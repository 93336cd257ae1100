import { benchService } from '#services/bench/benchService'

/** The bench in the browser, for when no server answers. */
export const benchHere = benchService()
