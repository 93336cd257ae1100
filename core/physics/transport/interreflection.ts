import type { Loops } from '../loops/loops'
import type { Rgb } from '../units/rgb'
import { balanceInLoops, type Lit } from './balanceInLoops'
import type { Patches } from './patches'
import type { Rows } from './rows'

const ROUNDS = { converged: 2e-4, most: 200 }

/** Amounts on patches in the colour of their light, three channels a patch. */
export const coloured = (amounts: Float64Array, colour: Rgb): Float64Array => {
  const all = new Float64Array(amounts.length * 3)
  for (let patch = 0, to = 0; patch < amounts.length; patch++, to += 3) {
    all[to] = amounts[patch]! * colour[0]
    all[to + 1] = amounts[patch]! * colour[1]
    all[to + 2] = amounts[patch]! * colour[2]
  }
  return all
}

/** The light of an integrating sphere as a first guess: sum(A rho E0) / sum(A (1 - rho - tau)), channel by channel. */
const closedRoomGuess = ({ count, areaM2, reflectance, transmittance }: Patches, direct: Float64Array): number[] =>
  [0, 1, 2].map(channel => {
    let [sent, absorbing] = [0, 0]
    for (let at = channel, patch = 0; patch < count; at += 3, patch++) {
      const kept = reflectance[at]! + transmittance[at]!
      sent += areaM2[patch]! * kept * direct[at]!
      absorbing += areaM2[patch]! * (1 - kept)
    }
    return absorbing > 0 ? sent / absorbing : 0
  })

/**
 * What every patch sends out, and what of it reaches every patch; three channels a patch, in the unit of the direct
 * light.
 */
export type Balance = { radiosity: Float64Array; received: Float64Array }

/**
 * Solves the diffuse interreflection by rounds (Gauss-Seidel): what a patch sends out is its reflectance times what
 * it receives, and
 * the transmittance times what the other side of its sheet receives.
 * @param lit irradiance of each patch from the light alone
 * @param loops the fast loops, where they are to be used
 */
export const solveRadiosity = (patches: Patches, rows: Rows, lit: Lit, loops?: Loops): Balance =>
  (loops && balanceInLoops(loops, patches, rows, lit, ROUNDS)) ?? balancePlainly(patches, rows, lit)

const balancePlainly = (patches: Patches, rows: Rows, { amounts, colour }: Lit): Balance => {
  const { count, areaM2, reflectance, transmittance, partner } = patches
  const { first, seen } = rows
  const direct = coloured(amounts, colour)
  const guess = closedRoomGuess(patches, direct)
  const received = direct.map((_, at) => guess[at % 3]!)
  // Half the bytes stay closer to the processor; seven digits are far more than the rounds ask for.
  const radiosity = Float32Array.from(
    direct,
    (value, at) => (reflectance[at]! + transmittance[at]!) * (value + guess[at % 3]!),
  )
  for (let round = 0; round < ROUNDS.most; round++) {
    let change = 0
    let total = 0
    for (let patch = 0; patch < count; patch++) {
      let red = 0
      let green = 0
      let blue = 0
      const end = first[patch + 1]!
      for (let ray = first[patch]!; ray < end; ray++) {
        const sender = seen[ray]! * 3
        if (sender < 0) continue
        red += radiosity[sender]!
        green += radiosity[sender + 1]!
        blue += radiosity[sender + 2]!
      }
      const share = end > first[patch]! ? 1 / (end - first[patch]!) : 0
      const at = patch * 3
      received[at] = red * share
      received[at + 1] = green * share
      received[at + 2] = blue * share
      const other = partner[patch]! * 3
      for (let channel = at; channel < at + 3; channel++) {
        let value = reflectance[channel]! * (direct[channel]! + received[channel]!)
        if (other >= 0)
          value += transmittance[channel]! * (direct[other + channel - at]! + received[other + channel - at]!)
        change += areaM2[patch]! * Math.abs(value - radiosity[channel]!)
        total += areaM2[patch]! * value
        radiosity[channel] = value
      }
    }
    if (change <= ROUNDS.converged * total) break
  }
  return { radiosity: Float64Array.from(radiosity), received }
}
