import { isRecord } from '../shared/isRecord'
import { err, ok, type Outcome } from '../shared/outcome'
import type { Over } from '../model/limits'
import type { Misfits } from '../validation/misfits'

/** Files of our own that hold one thing each. */
export type FileKind = 'set' | 'kit' | 'record' | 'collection' | 'results'

/** Why what stands in a file cannot be read: `set` where it is a set in it, of an exercise by its number. */
export type Unread =
  | { is: 'over'; over: Over[] }
  | { is: 'misfits'; misfits: Misfits }
  | { is: 'none' }
  | { is: 'set'; exercise: number | null; why: Unread }

/** Why a file of a kind is not taken. */
export type FileRefusal =
  | { is: 'not-json'; file: FileKind; parser: string }
  | { is: 'foreign'; file: FileKind; format: string }
  | { is: 'no-version'; file: FileKind }
  | { is: 'newer'; file: FileKind; version: number; newest: number }
  | { is: 'unread'; file: FileKind; why: Unread }

/** A kind of file: its `format`, and the newest version that is read. */
export type EnvelopeKind = { file: FileKind; format: string; newest: number }

/** What a text says as JSON. */
export const readJson = (text: string, file: FileKind): Outcome<unknown, FileRefusal> => {
  try {
    return ok(JSON.parse(text) as unknown)
  } catch (error) {
    return err({ is: 'not-json', file, parser: (error as Error).message })
  }
}

/** What stands in a JSON file of a kind; refuses what is none, and one of a newer version, with the reason. */
export const readEnvelope = (
  text: string,
  { file, format, newest }: EnvelopeKind,
): Outcome<Record<string, unknown>, FileRefusal> => {
  const json = readJson(text, file)
  if (!json.ok) return json
  const raw = json.value
  if (!isRecord(raw) || raw.format !== format) return err({ is: 'foreign', file, format })
  const { version } = raw
  return typeof version === 'number' && version > newest ? err({ is: 'newer', file, version, newest }) : ok(raw)
}
