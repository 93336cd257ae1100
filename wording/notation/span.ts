/** Whole numbers from the least to the greatest: `245 to 251`, or the one that they all are. */
export const formatSpan = (numbers: readonly number[]): string => {
  const [least, most] = [Math.round(Math.min(...numbers)), Math.round(Math.max(...numbers))]
  return least === most ? `${least}` : `${least} to ${most}`
}
