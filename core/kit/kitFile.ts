import * as v from 'valibot'
import { err, ok, type Outcome } from '../shared/outcome'
import { KIT_VERSION, KitSchema, type Kit } from './kitSchema'

const FORMAT = 'keen-tonal-kit'

/** A kit as a file; documented in docs/formats.md. */
export const KitFileSchema = v.strictObject({
  format: v.literal(FORMAT),
  version: v.literal(KIT_VERSION),
  kit: KitSchema,
})

const reason = (issues: readonly v.BaseIssue<unknown>[]): string => {
  const [issue] = issues
  const path = issue && v.getDotPath(issue)
  return `${path ? `${path}: ` : ''}${issue?.message ?? 'unknown'}${issues.length > 1 ? `; and ${issues.length - 1} more` : ''}.`
}

/** Checks a kit that comes out of storage. */
export const parseKit = (value: unknown): Outcome<Kit> => {
  const result = v.safeParse(KitSchema, value)
  return result.success ? ok(result.output) : err(reason(result.issues))
}

/** Reads a kit file; refuses anything else with the reason and the place. */
export const parseKitFile = (text: string): Outcome<Kit> => {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch (error) {
    return err(`This is not a kit file: it is not JSON (${(error as Error).message}). Your kit is as it was.`)
  }
  const result = v.safeParse(KitFileSchema, raw)
  return result.success
    ? ok(result.output.kit)
    : err(`This kit file cannot be read. ${reason(result.issues)} Your kit is as it was.`)
}

/** A kit as a file. */
export const writeKitFile = (kit: Kit): string =>
  `${JSON.stringify({ format: FORMAT, version: KIT_VERSION, kit } satisfies v.InferOutput<typeof KitFileSchema>, null, 2)}\n`
