import { until } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, markRaw, reactive, ref, shallowRef, toRaw } from 'vue'
import { isEqual } from '#core/edits/patch'
import type { Evaluation } from '#core/evaluation/evaluation'
import { learnedOf } from '#core/evaluation/calibratedLighting'
import type { Frame } from '#core/model/schema'
import { createRecordIndex, foundRecords, NO_FILTER, type RecordFilter, type RecordSort } from '#core/records/find'
import { recordOf } from '#core/records/keep'
import type { RecordHead } from '#core/records/recordHead'
import type { Annotation, StudioRecord } from '#core/records/recordSchema'
import { statisticsOf } from '#core/records/statistics'
import { looksService } from '#services/looks/looksService'
import { findingWords } from '#wording/findings'
import type { Verdict } from '#core/solve/verdict'
import { createWriter } from '~/document/writer'
import { useKept } from '~/shared/useKept'
import { useUnits } from '~/shared/useUnits'
import { stampOf } from '~/storage/records'
import { freshId } from '~/support/freshId'
import { useLight } from './light'
import { useNotices } from './notices'
import { useStudio } from './studio'
import { useVault } from './vault'
import { errorWords } from '#wording/impossible'

const WIDTHS = { width: 360, smallWidth: 96 }

/** What is kept, beside the look that it is kept of. */
type Occasion = { from: StudioRecord['from']; frame?: Frame; sitter?: string | null }
/** A look, how it stands, and what is said of it. */
type Standing = { evaluation: Evaluation; verdict: Verdict & { headline: string } }

/** The logbook: what was kept, found again, and written on. */
export const useRecords = defineStore('records', () => {
  const { records } = useKept()
  const studio = useStudio()
  const light = useLight()
  const notices = useNotices()
  const { distance, sized } = useUnits()
  const vault = useVault()
  const painter = markRaw(looksService())

  const heads = shallowRef<readonly RecordHead[]>([])
  const isLoaded = ref(false)
  const failure = ref('')
  let index = createRecordIndex()
  const filter = reactive<RecordFilter>({ ...NO_FILTER })
  const sort = ref<RecordSort>('newest')

  const load = async () => {
    try {
      heads.value = await records.list()
      index = createRecordIndex()
      index.putAll(heads.value)
      failure.value = ''
    } catch (error) {
      failure.value = `The logbook could not be read: ${errorWords(error)} It is kept as it is.`
    }
    isLoaded.value = true
    watchOthers()
  }
  let isWatched = false
  /** Another tab keeps, deletes and puts back: what it did shows here too, but for what this tab is writing itself. */
  const watchOthers = () => {
    if (isWatched) return
    isWatched = true
    records.watchList(stamp => {
      if (stamp !== stampOf(heads.value) && unwritten.size === 0) void load()
    })
  }
  const found = computed(() => foundRecords(heads.value, index, filter, sort.value))
  const statistics = computed(() => statisticsOf(heads.value))
  const showAll = () => Object.assign(filter, NO_FILTER)

  const put = (head: RecordHead) => {
    heads.value = [head, ...heads.value.filter(({ id }) => id !== head.id)].toSorted((a, b) => b.at.localeCompare(a.at))
    index.put(head)
  }

  /** Keeps a look; its picture follows as soon as it is painted. Answers the record's id, undefined where it failed. */
  const keepStanding = async ({ evaluation, verdict }: Standing, occasion: Occasion): Promise<string | undefined> => {
    const id = `record-${freshId()}`
    const { look } = evaluation
    const [set, learned] = [toRaw(studio.stored), learnedOf(toRaw(evaluation.set), toRaw(look), light.calibration)]
    // What speaks up speaks of the look on the screen.
    const isShown = light.evaluation?.look.id === look.id
    const cautions = (isShown ? light.findings : [])
      .filter(({ kind }) => kind === 'caution')
      .map(finding => sized(findingWords(studio.document, finding, distance)))
    try {
      const record = recordOf(evaluation, {
        ...occasion,
        id,
        at: new Date().toISOString(),
        isOnTarget: verdict.state === 'on-target',
        headline: verdict.headline,
        cautions,
      })
      const head = await records.keep(structuredClone(toPlain(record)))
      if (head) put(head)
      void vault.copyRecord(id)
    } catch (error) {
      notices.tell({
        id: 'record',
        words: `This could not be kept: ${errorWords(error)} The set itself is as it was.`,
      })
      return undefined
    }
    void paint(id, { set, lookId: look.id, learned })
    return id
  }
  const toPlain = (record: StudioRecord): StudioRecord => JSON.parse(JSON.stringify(record)) as StudioRecord

  type Painted = { set: typeof studio.stored; lookId: string; learned: ReturnType<typeof learnedOf> }
  /** Pictures are painted one after another: several records may be kept at once. */
  let painting: Promise<void> = Promise.resolve()
  const paint = (id: string, of: Painted): Promise<void> => (painting = painting.then(() => paintOne(id, of)))
  const paintOne = async (id: string, { set, ...asked }: Painted) => {
    try {
      const pictures = await painter.picture(set, asked, WIDTHS)
      if (!pictures) return
      await records.putPictures(id, pictures)
      void vault.copyRecord(id)
      await showThumbs([id], true)
    } catch (error) {
      notices.tell({ id: 'record', words: `The record is kept, but without a picture: ${errorWords(error)}` })
    }
  }

  /** Keeps the look on the screen, once its figures are of the set as it stands. */
  const keep = async (occasion: Occasion): Promise<string | undefined> => {
    await light.ready()
    // The verdict follows the figures by a moment; a press in that moment counts.
    await until(() => light.verdict !== undefined || light.failure !== null).toBe(true)
    const { evaluation, verdict } = light
    if (!evaluation || !verdict) {
      notices.tell({
        id: 'record',
        words: `This could not be kept: ${light.failure ?? ''} The set itself is as it was.`,
      })
      return undefined
    }
    const id = await keepStanding({ evaluation, verdict }, occasion)
    if (id) lastKept.value = id
    return id
  }
  /** The record that was kept last, to be said so and opened. */
  const lastKept = ref<string | null>(null)

  /** Addresses of small pictures, made when a list first shows them. */
  const thumbs = shallowRef<ReadonlyMap<string, string>>(new Map())
  const showThumbs = async (ids: readonly string[], isAnew = false) => {
    const missing = isAnew ? [...ids] : ids.filter(id => !thumbs.value.has(id))
    if (missing.length === 0) return
    const next = new Map(thumbs.value)
    for (const [id, blob] of await records.thumbs(missing)) next.set(id, URL.createObjectURL(blob))
    thumbs.value = next
  }

  const unwritten = new Map<string, Annotation>()
  const writer = createWriter({
    write: async () => {
      for (const [id, annotation] of [...unwritten]) {
        if (!(await records.annotate(id, annotation)))
          notices.tell({ id: 'record', words: 'A record that was written on is not in this browser any more.' })
        else void vault.copyRecord(id)
        if (unwritten.get(id) === annotation) unwritten.delete(id)
      }
      return { kind: 'saved' }
    },
    onState: (state, reason) =>
      notices.follow(
        'annotation',
        state === 'failed'
          ? { words: `What was written on a record could not be kept: ${reason}. It is tried again.` }
          : undefined,
      ),
  })
  /** Writes on a record; the record itself stays as it is. */
  const annotate = (id: string, change: Partial<Annotation>) => {
    const head = heads.value.find(one => one.id === id)
    if (!head) return
    const { notes, tags, rating } = { ...head, ...change }
    const annotation = { notes, tags: [...tags], rating }
    put({ ...head, ...annotation })
    unwritten.set(id, annotation)
    writer.touch()
  }

  const remove = async (id: string) => {
    const head = heads.value.find(one => one.id === id)
    if (!head) return
    await records.putInBin([id], new Date().toISOString())
    heads.value = heads.value.filter(one => one.id !== id)
    index.drop(id)
    if (bin.value) await showBin()
    notices.tell({
      id: 'record-gone',
      words: `The record "${head.setName}, ${head.lookName}" is deleted.`,
      actions: [
        {
          name: 'Put it back',
          run: async () => {
            await records.putInBin([id], undefined)
            put(head)
            if (bin.value) await showBin()
            notices.drop('record-gone')
          },
        },
      ],
    })
  }

  /** Records in the bin; read when somebody asks for them. */
  const bin = shallowRef<readonly RecordHead[] | null>(null)
  const showBin = async () => {
    bin.value = await records.binned()
  }
  const putBack = async (id: string) => {
    await records.putInBin([id], undefined)
    await load()
    await showBin()
  }

  /**
   * Takes a record in that came from a file; answers its id, undefined where the very same is here already. Another one
   * that goes by the same id is taken in beside it.
   */
  const takeIn = async (
    taken: StudioRecord,
    annotation: Annotation,
    isPainted = false,
  ): Promise<string | undefined> => {
    const here = await records.open(taken.id)
    const isOther = here.ok && !isEqual(toPlain(here.value.record), toPlain(taken))
    const record = isOther ? { ...taken, id: `record-${freshId()}` } : taken
    const head = await records.keep(toPlain(record), undefined, annotation)
    if (head) {
      put(head)
      void vault.copyRecord(head.id)
      const { set } = record
      const look = set.looks[0]!
      if (isPainted) void paint(head.id, { set, lookId: look.id, learned: learnedOf(set, look) })
    }
    return head?.id
  }

  return {
    heads,
    isLoaded,
    failure,
    filter,
    sort,
    found,
    statistics,
    thumbs,
    lastKept,
    load,
    showAll,
    showThumbs,
    keep,
    keepStanding,
    annotate,
    remove,
    takeIn,
    bin,
    showBin,
    putBack,
    open: records.open,
    picture: records.picture,
  }
})
