/** A box that holds nothing yet: least x, y, z, then greatest. */
export const emptyBox = (): Float64Array =>
  Float64Array.of(Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity)

/** Widens a box to hold places: three numbers each from `first` on, `stride` apart. */
export const holdPlaces = (
  box: Float64Array,
  places: ArrayLike<number>,
  first: number,
  count: number,
  stride: number,
): void => {
  for (let index = 0, at = first; index < count; index++, at += stride) {
    for (let axis = 0; axis < 3; axis++) {
      const place = places[at + axis]!
      if (place < box[axis]!) box[axis] = place
      if (place > box[axis + 3]!) box[axis + 3] = place
    }
  }
}
