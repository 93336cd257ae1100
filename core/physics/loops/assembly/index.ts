// The loops over rays that make or break the speed. The TypeScript beside them says what they compute; see ../loops.ts.
export { useTree } from './walk'
export { blocked, cast, useWalls } from './cast'
export { look, rows, useSurfaces } from './views'
export { direct, onPatches, useFront } from './front'
export { balanceEnd, balanceRound, balanceStart } from './balance'
export { castMany, openPlaces, seenShares, tryTile } from './places'
