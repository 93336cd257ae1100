/** Pixels across a picture under the hand, and before there is any: so few that it comes at once. */
export const COARSE_WIDTH = 64
