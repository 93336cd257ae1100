const BAND_MIDDLE = 168
const GREYS_A_TENTH = 20

/** The grey of so many stops against the mean, in bands of a tenth; light, so that dark figures can be read on it. */
export const bandOf = (stops: number): number =>
  Math.max(70, Math.min(248, BAND_MIDDLE + GREYS_A_TENTH * Math.round(stops * 10)))
