import * as v from 'valibot'
import { SET_VERSION, type StudioSet } from '../model/schema'
import { notList } from '../model/schemaBasics'
import { tooMany } from '../model/limits'
import { modernised, withoutStrays } from '../model/upgrades'
import { SetSchema } from '../validation/soundSet'
import { err, ok, type Outcome } from '../shared/outcome'
import { isRecord } from '../shared/isRecord'

const FORMAT = 'keen-tonal-set'

/** Whether a text is base64 (RFC 4648, section 4); in one pass, however long it is. */
const isBase64 = (text: string): boolean => text.length % 4 === 0 && !/[^A-Za-z0-9+/]/.test(text.replace(/={1,2}$/, ''))

/** A set as a file; documented in docs/formats.md, with its JSON Schema in docs/schemas/. */
export const SetFileSchema = v.strictObject({
  format: v.literal(FORMAT),
  version: v.literal(SET_VERSION),
  set: SetSchema,
  /** Picture files of the set's frames by frame id, in base64. */
  pictures: notList(v.record(v.string(), v.pipe(v.string(), v.check(isBase64, 'This picture is not base64.')))),
})

/** A file that holds one set. */
export type SetFile = v.InferOutput<typeof SetFileSchema>

/**
 * Steps that lift a file from the version of their key to the next. Version 2 brought panels, props, own points,
 * poses, gloss,
 * kinds of backdrop and what hangs on lights; version 3 the brief, locks, groups, watts and the kit that things
 * are copies of; version 4 targets of areas and of more kinds, and other responses of the camera; version 5 what a
 * reading says of itself, the order of a run, and grids; version 7 the meter and how it is held, the room's own
 * light, roll, holes in
 * panels, and ratios as ratios; version 8 what of the stage a look has otherwise; version 9 mottle, what a frame's file
 * says beside its exposure, and the sensor's end; version 10 the rig. All but the ratios have a value
 * that means "as before", which the schema fills in.
 */
const UPGRADES: Record<number, (file: Record<string, unknown>) => Record<string, unknown>> = {
  1: file => ({ ...file, version: 2 }),
  2: file => ({ ...file, version: 3 }),
  3: file => ({ ...file, version: 4 }),
  4: file => ({ ...file, version: 5 }),
  5: file => ({ ...file, version: 6 }),
  6: file => ({ ...file, version: 7, set: modernised(file.set) }),
  7: file => ({ ...file, version: 8 }),
  8: file => ({ ...file, version: 9 }),
  9: file => ({ ...file, version: 10 }),
}

const KEPT = 'Nothing was changed in what is already saved.'

/** Problems named at most, so that a broken file gets an answer that can be read. */
const PROBLEMS_NAMED = 3

const placeAndReason = (issue: v.BaseIssue<unknown>): string => {
  const path = v.getDotPath(issue)
  return path ? `${path}: ${issue.message}` : issue.message
}

const reasons = (issues: readonly v.BaseIssue<unknown>[]): string => {
  const named = issues.slice(0, PROBLEMS_NAMED).map(placeAndReason).join('; ')
  const more = issues.length - PROBLEMS_NAMED
  return (more > 0 ? `${named}; and ${more} more` : named).replace(/\.?$/, '.')
}

const upgraded = (file: Record<string, unknown>): Record<string, unknown> => {
  let current = file
  for (let upgrade = UPGRADES[Number(current.version)]; upgrade; upgrade = UPGRADES[Number(current.version)])
    current = upgrade(current)
  return isRecord(current.set) ? { ...current, set: withoutStrays(current.set) } : current
}

const countsOver = (set: unknown): string =>
  tooMany(set)
    .map(({ kind, count, most }) => `${kind}: ${count} of at most ${most}`)
    .join('; ')

/**
 * Checks a set that came from storage or a file; refuses it with the reason and the place. Lists that are too long
 * are not looked at.
 */
export const checkSet = (value: unknown): Outcome<StudioSet> => {
  const over = countsOver(value)
  if (over) return err(`It has more than a set can hold: ${over}.`)
  const result = v.safeParse(SetSchema, modernised(value))
  return result.success ? ok(result.output) : err(reasons(result.issues))
}

/**
 * Reads a set file. Older versions are upgraded; anything else that cannot be read is refused with the reason and the
 * place.
 */
export const parseSetFile = (text: string): Outcome<SetFile> => {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch (error) {
    return err(`This is not a set file: it is not JSON (${(error as Error).message}). ${KEPT}`)
  }
  if (!isRecord(raw) || raw.format !== FORMAT) {
    return err(`This is JSON, but not a set file: it lacks "format": "${FORMAT}". ${KEPT}`)
  }
  if (typeof raw.version !== 'number' || !Number.isInteger(raw.version)) {
    return err(`This set file has no version number. ${KEPT}`)
  }
  if (raw.version > SET_VERSION) {
    return err(
      `This set file has version ${raw.version}, made by a newer Keen Tonal; this one reads up to version ${SET_VERSION}. Update the app, then open it again. ${KEPT}`,
    )
  }
  const over = countsOver(raw.set)
  if (over) return err(`This set file cannot be opened. It has more than a set can hold: ${over}. ${KEPT}`)
  const result = v.safeParse(SetFileSchema, upgraded(raw))
  return result.success ? ok(result.output) : err(`This set file cannot be opened. ${reasons(result.issues)} ${KEPT}`)
}

/** Writes a set file, indented so that versions can be compared line by line. */
export const writeSetFile = (set: StudioSet, pictures: Readonly<Record<string, string>>): string =>
  `${JSON.stringify({ format: FORMAT, version: SET_VERSION, set, pictures } satisfies SetFile, null, 2)}\n`
