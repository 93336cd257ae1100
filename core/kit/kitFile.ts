import * as v from 'valibot'
import { readJson, type FileRefusal, type Unread } from '../formats/envelope'
import { unfit } from '../validation/misfits'
import { err, ok, type Outcome } from '../shared/outcome'
import { KIT_VERSION, KitSchema, type Kit } from './kitSchema'

const FORMAT = 'keen-tonal-kit'

/** A kit as a file; documented in docs/formats.md. */
export const KitFileSchema = v.strictObject({
  format: v.literal(FORMAT),
  version: v.literal(KIT_VERSION),
  kit: KitSchema,
})

/** Checks a kit that comes out of storage. */
export const parseKit = (value: unknown): Outcome<Kit, Unread> => {
  const result = v.safeParse(KitSchema, value)
  return result.success ? ok(result.output) : err(unfit(result.issues))
}

/** Reads a kit file; refuses anything else with the reason and the place. */
export const parseKitFile = (text: string): Outcome<Kit, FileRefusal> => {
  const raw = readJson(text, 'kit')
  if (!raw.ok) return raw
  const result = v.safeParse(KitFileSchema, raw.value)
  return result.success ? ok(result.output.kit) : err({ is: 'unread', file: 'kit', why: unfit(result.issues) })
}

/** A kit as a file. */
export const writeKitFile = (kit: Kit): string =>
  `${JSON.stringify({ format: FORMAT, version: KIT_VERSION, kit } satisfies v.InferOutput<typeof KitFileSchema>, null, 2)}\n`
