import type { Emitter } from '../sources/emitter'

type Places = { positions: Float64Array; across: Float64Array; up: Float64Array }

/** Puts a place of the unit square on a light's front, equal areas to equal areas, and writes it as item `index`. */
export const placeOnFront = (
  { front, centre, across, up, axis }: Emitter,
  a: number,
  b: number,
  out: Places,
  index: number,
): void => {
  let [u, v, w] = [0, 0, 0]
  switch (front.shape) {
    case 'rectangle':
      u = (a - 0.5) * front.widthM
      v = (b - 0.5) * front.heightM
      break
    case 'disc': {
      // Concentric map from the square to the disc (P. Shirley and K. Chiu, 1997).
      const [x, y] = [2 * a - 1, 2 * b - 1]
      const isWide = Math.abs(x) > Math.abs(y)
      const radius = (isWide ? x : y) * front.radiusM
      const around = isWide ? (Math.PI / 4) * (y / x) : Math.PI / 2 - (Math.PI / 4) * (x / y)
      const angle = x === 0 && y === 0 ? 0 : around
      u = radius * Math.cos(angle)
      v = radius * Math.sin(angle)
      break
    }
    case 'ring': {
      const radius = Math.sqrt(front.innerRadiusM ** 2 + a * (front.outerRadiusM ** 2 - front.innerRadiusM ** 2))
      u = radius * Math.cos(2 * Math.PI * b)
      v = radius * Math.sin(2 * Math.PI * b)
      break
    }
    case 'ball': {
      const level = Math.sqrt(Math.max(0, 1 - (2 * a - 1) ** 2)) * front.radiusM
      u = level * Math.cos(2 * Math.PI * b)
      v = level * Math.sin(2 * Math.PI * b)
      w = (2 * a - 1) * front.radiusM
      break
    }
  }
  out.across[index] = u
  out.up[index] = v
  for (let part = 0; part < 3; part++) {
    out.positions[index * 3 + part] = centre[part]! + u * across[part]! + v * up[part]! + w * axis[part]!
  }
}
