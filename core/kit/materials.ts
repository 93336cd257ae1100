import { grey, type Rgb } from '../physics/units/rgb'

/** A surface by name, as it looks; reflectances are typical values from memory. */
export type Material = { name: string; reflectance: Rgb }

/** What walls, ceilings and floors are made of. */
export const ROOM_MATERIALS: readonly Material[] = [
  { name: 'white paint', reflectance: grey(0.82) },
  { name: 'pale grey paint', reflectance: grey(0.45) },
  { name: 'mid grey paint', reflectance: grey(0.18) },
  { name: 'black paint', reflectance: grey(0.05) },
  { name: 'black cloth', reflectance: grey(0.03) },
  { name: 'brick', reflectance: [0.32, 0.19, 0.14] },
  { name: 'pale wood', reflectance: [0.45, 0.36, 0.26] },
  { name: 'wood', reflectance: [0.3, 0.25, 0.2] },
  { name: 'concrete', reflectance: grey(0.3) },
  { name: 'white tiles', reflectance: grey(0.7) },
]

/** Generic cloth: diffuse reflectances, typical values from memory. */
export const CLOTHES: readonly Material[] = [
  { name: 'white shirt', reflectance: grey(0.82) },
  { name: 'pale suit', reflectance: [0.72, 0.69, 0.6] },
  { name: 'grey', reflectance: grey(0.25) },
  { name: 'denim', reflectance: [0.08, 0.12, 0.2] },
  { name: 'red', reflectance: [0.35, 0.05, 0.05] },
  { name: 'dark suit', reflectance: grey(0.06) },
  { name: 'black', reflectance: grey(0.035) },
]

/** Skin: diffuse reflectances, typical values from memory. */
export const SKINS: readonly Material[] = [
  { name: 'very pale', reflectance: [0.62, 0.45, 0.37] },
  { name: 'pale', reflectance: [0.5, 0.33, 0.25] },
  { name: 'tan', reflectance: [0.38, 0.24, 0.17] },
  { name: 'brown', reflectance: [0.24, 0.14, 0.09] },
  { name: 'deep brown', reflectance: [0.13, 0.075, 0.05] },
  { name: 'very dark', reflectance: [0.075, 0.045, 0.033] },
]

/** Hair, as sent back by a head of it; rounded from memory. */
export const HAIRS: readonly Material[] = [
  { name: 'black', reflectance: [0.03, 0.025, 0.022] },
  { name: 'dark brown', reflectance: [0.07, 0.05, 0.04] },
  { name: 'brown', reflectance: [0.13, 0.085, 0.055] },
  { name: 'red', reflectance: [0.2, 0.085, 0.045] },
  { name: 'fair', reflectance: [0.38, 0.27, 0.15] },
  { name: 'grey', reflectance: [0.3, 0.29, 0.28] },
  { name: 'white', reflectance: [0.55, 0.53, 0.5] },
]
