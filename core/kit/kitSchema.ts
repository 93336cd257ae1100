import * as v from 'valibot'
import { GelSchema, LampSchema, ModifierSchema } from '../model/lightSchema'
import { identifier, title, words } from '../model/schemaBasics'
import { MeterSchema } from '../model/meterSchema'
import { BackdropSchema, CameraSchema, PanelSchema } from '../model/stageSchema'

/** The version of the kit file. */
export const KIT_VERSION = 1

const item = <T extends v.GenericSchema>(schema: T) =>
  v.array(
    v.strictObject({
      id: identifier,
      count: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(99)),
      notes: words,
      what: schema,
    }),
  )

const placeless = ['id', 'place', 'turnDeg', 'tiltDeg'] as const

/** Everything the user owns, in kinds; `count` pieces of each. */
export const KitSchema = v.strictObject({
  lamps: item(LampSchema),
  modifiers: item(ModifierSchema),
  gels: item(GelSchema),
  panels: item(v.omit(PanelSchema, placeless)),
  backdrops: item(v.omit(BackdropSchema, ['centreXM'])),
  cameras: item(v.strictObject({ name: title, what: v.omit(CameraSchema, ['place', 'aimHeightM', 'whiteBalanceK']) })),
  meters: item(MeterSchema),
})

/** All that a studio owns. */
export type Kit = v.InferOutput<typeof KitSchema>
/** Kinds of things in a kit. */
export type KitKind = keyof Kit
/** One thing of a kit. */
export type KitItem<K extends KitKind> = Kit[K][number]
