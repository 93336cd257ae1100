import { figureMesh } from '../physics/figure/figureMesh'
import { FIGURE_MATERIALS, type FigureMaterial } from '../physics/figure/form'
import { SHOWN_MATERIALS, type ShownMaterial } from '../physics/figure/shown/shapes'
import { matt, type Body, type Gloss, type Scene, type Sheen, type Side } from '../physics/geometry/surface'
import { lampColour } from '../physics/sources/colourTemperature'
import { placedEmitter, type Emitter } from '../physics/sources/emitter'
import { gelShare } from '../physics/sources/gels'
import { lampIntensity } from '../physics/sources/output'
import { tiltFactor } from '../physics/sources/tilt'
import { grey, luminance, multiplyRgb, scaleRgb, type Rgb } from '../physics/units/rgb'
import { axisOf } from '../model/aim'
import { vectorOf } from '../model/bounds'
import { backdropSurfaces } from './surfaces/backdropSurfaces'
import { housingSheets } from './surfaces/lampBody'
import { panelSheets } from './surfaces/panelSheets'
import { propSurfaces } from './surfaces/propSurfaces'
import { roomSheets } from './surfaces/roomSheets'
import type { Light, StudioSet, Subject } from '../model/schema'

/** Eyes between their lids and lashes, and irises with their pupils, as they look from a few metres; from memory. */
const EYES: Rgb = [0.42, 0.36, 0.33]
const IRISES: Rgb = [0.04, 0.03, 0.025]

/** What pictures show of a face beside skin and hair; from memory. */
const EYE_WHITES: Rgb = [0.46, 0.41, 0.385]
const SHOWN_IRISES: Rgb = [0.07, 0.045, 0.03]
const LIPS: Rgb = [0.84, 0.66, 0.66]
const SHOES = 0.35
/** Tears over the eye: a smooth layer of water (refractive index of the cornea 1.376, from memory). */
const TEARS: Gloss = { kind: 'coat', refractiveIndex: 1.376 }
/** How skin, lips and hair shine; shares and widths from memory of faces in soft light. */
const SHEENS: Partial<Record<ShownMaterial, Sheen>> = {
  skin: { along: 'surface', share: 0.03, exponent: 14 },
  lips: { along: 'surface', share: 0.035, exponent: 40 },
  hair: { along: 'strands', share: 0.008, exponent: 90 },
  brows: { along: 'surface', share: 0.01, exponent: 10 },
  shoes: { along: 'surface', share: 0.04, exponent: 30 },
  frames: { along: 'surface', share: 0.04, exponent: 80 },
}
const WET: ReadonlySet<ShownMaterial> = new Set(['eyes', 'irises', 'pupils'])

const figureOf = (subject: Subject): Body => {
  const reflectances: Record<FigureMaterial, Rgb> = {
    skin: subject.skin,
    clothing: subject.clothing,
    hair: subject.hair,
    eyes: EYES,
    irises: IRISES,
  }
  return {
    shape: 'body',
    id: subject.id,
    owner: subject.id,
    mesh: figureMesh(subject.pose, subject.build),
    place: [subject.place.xM, subject.place.yM, 0],
    turnDeg: subject.turnDeg,
    scaleM: subject.heightM,
    materials: FIGURE_MATERIALS.map(material => matt(reflectances[material])),
    shown: shownOf(subject),
  }
}

/** What shines is part of what is sent back: of dark shoes or frames it is no more than so much of that. */
const MOST_SHEEN = 0.6

const sheenOf = (material: ShownMaterial, reflectance: Rgb): Sheen | undefined => {
  const sheen = SHEENS[material]
  return sheen && { ...sheen, share: Math.min(sheen.share, MOST_SHEEN * Math.min(...reflectance)) }
}

/** How pictures show a sitter; a thing is shown as it is reckoned with. */
const shownOf = ({ pose, build, skin, clothing, hair, haircut, glasses }: Subject): Body['shown'] => {
  if (pose === 'object') return undefined
  const reflectances: Record<ShownMaterial, Rgb> = {
    skin,
    clothing,
    hair,
    eyes: EYE_WHITES,
    irises: SHOWN_IRISES,
    lips: multiplyRgb(skin, LIPS),
    mouth: scaleRgb(multiplyRgb(skin, LIPS), 0.25),
    brows: [0, 1, 2].map(channel => (hair[channel]! * 2 + skin[channel]!) / 3) as unknown as Rgb,
    pupils: grey(0.01),
    shoes: scaleRgb(clothing, SHOES),
    frames: grey(0.03),
  }
  const sides = SHOWN_MATERIALS.map((material): Side => ({
    reflectance: reflectances[material],
    gloss: WET.has(material) ? TEARS : null,
    sheen: sheenOf(material, reflectances[material]),
  }))
  return { as: { pose, build, haircut, glasses }, materials: sides }
}

/**
 * Everything in the set that light can strike, the housings of its lights among it; powers and colours do not count.
 */
export const sceneOf = (set: StudioSet): Scene => ({
  surfaces: [
    ...roomSheets(set),
    ...backdropSurfaces(set.backdrop),
    ...set.panels.flatMap(panelSheets),
    ...set.props.flatMap(propSurfaces),
    ...set.subjects.map(figureOf),
    ...set.lights.flatMap(light => housingSheets(light, emitterOf(light, set))),
  ],
})

/**
 * Colour of a light as the camera's white balance sees it, its gel included. Its luminance is what a meter sees of
 * it, which no white
 * balance changes.
 */
const colourOf = (light: Light, set: StudioSet): Rgb => {
  const filtered = multiplyRgb(light.colour, light.gel?.transmittance ?? grey(1))
  const seen = multiplyRgb(filtered, lampColour(light.lamp.cctK, set.camera.whiteBalanceK))
  const whole = luminance(seen)
  return whole > 0 ? scaleRgb(seen, gelShare(filtered, light.lamp.cctK) / whole) : seen
}

/** A light of the set as an emitter at full power. */
export const emitterOf = (light: Light, set: StudioSet): Emitter =>
  placedEmitter(
    light.id,
    scaleRgb(colourOf(light, set), lampIntensity(light.lamp) * tiltFactor(light.modifier.tilt, axisOf(light, set))),
    light.modifier,
    { centre: vectorOf(light.place), axis: axisOf(light, set), rollDeg: light.rollDeg },
  )
