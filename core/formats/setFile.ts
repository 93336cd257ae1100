import * as v from 'valibot'
import { rule } from '../model/rules'
import { SET_VERSION, type StudioSet } from '../model/schema'
import { notList } from '../model/schemaBasics'
import { tooMany, type Over } from '../model/limits'
import { modernised, withoutStrays } from '../model/upgrades'
import { unfit, type Misfits } from '../validation/misfits'
import { SetSchema } from '../validation/soundSet'
import { err, ok, type Outcome } from '../shared/outcome'
import { isRecord } from '../shared/isRecord'
import { readEnvelope, type FileRefusal } from './envelope'

const FORMAT = 'keen-tonal-set'

/** Whether a text is base64 (RFC 4648, section 4); in one pass, however long it is. */
const isBase64 = (text: string): boolean => text.length % 4 === 0 && !/[^A-Za-z0-9+/]/.test(text.replace(/={1,2}$/, ''))

/** A set as a file; documented in docs/formats.md, with its JSON Schema in docs/schemas/. */
export const SetFileSchema = v.strictObject({
  format: v.literal(FORMAT),
  version: v.literal(SET_VERSION),
  set: SetSchema,
  /** Picture files of the set's frames by frame id, in base64. */
  pictures: notList(v.record(v.string(), v.pipe(v.string(), v.check(isBase64, rule('not-base64'))))),
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

const upgraded = (file: Record<string, unknown>): Record<string, unknown> => {
  let current = file
  for (let upgrade = UPGRADES[Number(current.version)]; upgrade; upgrade = UPGRADES[Number(current.version)])
    current = upgrade(current)
  return isRecord(current.set) ? { ...current, set: withoutStrays(current.set) } : current
}

/** Why a value is no set: it has more than one can hold, or something of it does not fit. */
export type SetRefusal = { is: 'over'; over: Over[] } | { is: 'misfits'; misfits: Misfits }

/**
 * Checks a set that came from storage or a file; refuses it with the reason and the place. Lists that are too long
 * are not looked at.
 */
export const checkSet = (value: unknown): Outcome<StudioSet, SetRefusal> => {
  const over = tooMany(value)
  if (over.length > 0) return err({ is: 'over', over })
  const result = v.safeParse(SetSchema, modernised(value))
  return result.success ? ok(result.output) : err(unfit(result.issues))
}

/**
 * Reads a set file. Older versions are upgraded; anything else that cannot be read is refused with the reason and the
 * place.
 */
export const parseSetFile = (text: string): Outcome<SetFile, FileRefusal> => {
  const file = { file: 'set', format: FORMAT, newest: SET_VERSION } as const
  const envelope = readEnvelope(text, file)
  if (!envelope.ok) return envelope
  const raw = envelope.value
  if (!Number.isInteger(raw.version)) return err({ is: 'no-version', file: 'set' })
  const over = tooMany(raw.set)
  if (over.length > 0) return err({ is: 'unread', file: 'set', why: { is: 'over', over } })
  const result = v.safeParse(SetFileSchema, upgraded(raw))
  return result.success ? ok(result.output) : err({ is: 'unread', file: 'set', why: unfit(result.issues) })
}

/** Writes a set file, indented so that versions can be compared line by line. */
export const writeSetFile = (set: StudioSet, pictures: Readonly<Record<string, string>>): string =>
  `${JSON.stringify({ format: FORMAT, version: SET_VERSION, set, pictures } satisfies SetFile, null, 2)}\n`
