import { useKept } from '~/shared/useKept'
import { ref, toRaw } from 'vue'
import { defineStore } from 'pinia'
import * as v from 'valibot'
import { HoldSchema } from '#core/model/readingSchema'
import { createWriter } from '~/document/writer'
import { useNotices } from './notices'

const PreferencesSchema = v.object({
  unit: v.fallback(v.picklist(['metric', 'imperial']), 'metric'),
  surround: v.fallback(v.picklist(['dark', 'light']), 'dark'),
  benchSeed: v.fallback(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(999999)), 7),
  /** How far the bench strays from the plan: 0 as planned, 1 a rough hall. */
  benchRoughness: v.fallback(v.pipe(v.number(), v.minValue(0), v.maxValue(1)), 1 / 3),
  benchFaults: v.fallback(
    v.object({ drift: v.boolean(), misfire: v.boolean(), recycling: v.boolean(), slips: v.boolean() }),
    { drift: false, misfire: false, recycling: false, slips: false },
  ),
  /** The bench's camera has a curve of its own, which only a bracket tells; and what it writes. */
  benchOwnCurve: v.fallback(v.boolean(), false),
  benchFormat: v.fallback(v.picklist(['jpeg', 'png']), 'jpeg'),
  /** Pictures kept of each set, and their longer side at most, pixels; null as they are. */
  picturesKept: v.fallback(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(500)), 40),
  pictureSide: v.fallback(v.nullable(v.picklist([1200, 2400])), null),
  /** Whether the run speaks its prompts. */
  speaks: v.fallback(v.boolean(), false),
  readingUnit: v.fallback(v.picklist(['f-number', 'ev', 'lux', 'foot-candles', 'percent']), 'f-number'),
  /**
   * What a bare 8.5 is on the user's meter: a full stop and tenths of a stop, or an f-number; null until they were
   * asked.
   */
  figureHabit: v.fallback(v.nullable(v.picklist(['tenths', 'decimal'])), null),
  /** How places are read by habit; new sets begin with it. */
  holds: v.fallback(v.record(v.string(), HoldSchema), {}),
  /** What a circuit of the studio carries, watts. */
  circuitWatts: v.fallback(v.pipe(v.number(), v.minValue(500), v.maxValue(20000)), 2300),
  /** When everything was backed up last, and whether to remind of it each week. */
  backedUpAt: v.fallback(v.nullable(v.string()), null),
  remindsOfBackup: v.fallback(v.boolean(), true),
  /** This desk's name, its priority, and seconds that its last levels are held when it goes; null: for good. */
  rigName: v.fallback(v.pipe(v.string(), v.minLength(1), v.maxLength(40)), 'Laptop'),
  rigPriority: v.fallback(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(200)), 100),
  rigHoldS: v.fallback(v.nullable(v.pipe(v.number(), v.minValue(0), v.maxValue(86_400))), 600),
  /** Printed where the server was started, if levels go further than that machine. */
  rigSecret: v.fallback(v.pipe(v.string(), v.maxLength(128)), ''),
  /** What is wrong with the bench's rig. */
  benchRigFaults: v.fallback(
    v.object({ swapped: v.boolean(), stuck: v.boolean(), drift: v.boolean(), steps: v.boolean() }),
    { swapped: false, stuck: false, drift: false, steps: false },
  ),
  /** The secret that phones of this laptop were paired with; null while none is. */
  pairingSecret: v.fallback(v.nullable(v.pipe(v.string(), v.regex(/^[\w-]{22}$/))), null),
  currentSetId: v.fallback(v.nullable(v.string()), null),
})

/** How the user likes to work. */
export type Preferences = v.InferOutput<typeof PreferencesSchema>

const KEY = 'app'

/** What belongs to the user and this browser, not to a set. */
export const usePreferences = defineStore('preferences', () => {
  const { database } = useKept()
  const notices = useNotices()
  const values = ref<Preferences>(v.parse(PreferencesSchema, {}))

  const load = async () => {
    const row = await database.preferences.get(KEY)
    values.value = v.parse(PreferencesSchema, typeof row?.value === 'object' ? (row.value ?? {}) : {})
  }

  const writer = createWriter({
    write: async () => {
      await database.preferences.put({ key: KEY, value: structuredClone(toRaw(values.value)) })
      return { kind: 'saved' }
    },
    onState: (state, reason) =>
      notices.follow(
        'preferences',
        state === 'failed'
          ? {
              words: `Your settings hold in this tab, but the browser could not keep them: ${reason}. It is tried again.`,
            }
          : undefined,
      ),
    delayMs: 0,
  })

  const change = async (changes: Partial<Preferences>) => {
    values.value = v.parse(PreferencesSchema, { ...values.value, ...changes })
    writer.touch()
    await writer.flush()
  }

  return { values, load, change }
})
