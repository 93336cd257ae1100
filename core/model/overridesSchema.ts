import * as v from 'valibot'
import { LightSchema } from './lightSchema'
import { MOST } from './limits'
import { byId, identifier, notList } from './schemaBasics'
import { BackdropSchema, CameraSchema, PanelSchema, PropSchema, SubjectSchema } from './stageSchema'

/** What of each thing may be otherwise in one look than in the set. */
export const OVERRIDABLE = {
  lights: ['lamp', 'modifier', 'colour', 'gel', 'place', 'aim', 'rollDeg'],
  panels: ['place', 'widthM', 'heightM', 'turnDeg', 'tiltDeg', 'hingeDeg', 'front', 'back', 'transmittance'],
  props: ['place', 'turnDeg', 'form', 'surface'],
  subjects: ['place', 'heightM', 'skin', 'clothing', 'hair', 'pose', 'turnDeg'],
  camera: ['place', 'aimHeightM', 'lens', 'whiteBalanceK'],
  backdrop: [
    'kind',
    'name',
    'widthM',
    'heightM',
    'centreXM',
    'sweepM',
    'reflectance',
    'gloss',
    'coveRadiusM',
    'corner',
    'transmittance',
    'mottle',
    'kitId',
  ],
} as const

/** Lists of things that a look may have otherwise. */
export type OverridableList = 'lights' | 'panels' | 'props' | 'subjects'

const otherwise = <T extends v.GenericSchema>(schema: T) => v.optional(byId(schema), {})

/**
 * How the stage of one look differs from the set's: only what differs is kept, field by field, so that a change of the
 * set reaches every look that does not say otherwise. `out` names panels and props that this look does without.
 */
export const OverridesSchema = v.strictObject({
  lights: otherwise(v.partial(v.strictObject(v.pick(LightSchema, OVERRIDABLE.lights).entries))),
  panels: otherwise(v.partial(v.strictObject(v.pick(PanelSchema, OVERRIDABLE.panels).entries))),
  props: otherwise(v.partial(v.strictObject(v.pick(PropSchema, OVERRIDABLE.props).entries))),
  subjects: otherwise(v.partial(v.strictObject(v.pick(SubjectSchema, OVERRIDABLE.subjects).entries))),
  camera: v.optional(notList(v.partial(v.strictObject(v.pick(CameraSchema, OVERRIDABLE.camera).entries))), {}),
  backdrop: v.optional(notList(v.partial(v.strictObject(v.pick(BackdropSchema, OVERRIDABLE.backdrop).entries))), {}),
  out: v.optional(v.pipe(v.array(identifier), v.maxLength(MOST.panels + MOST.props)), []),
})

/** How the stage of one look differs from the set's. */
export type Overrides = v.InferOutput<typeof OverridesSchema>

/** A look that stands as the set does. */
export const NO_OVERRIDES: Overrides = {
  lights: {},
  panels: {},
  props: {},
  subjects: {},
  camera: {},
  backdrop: {},
  out: [],
}
