import { computed, ref, toRaw } from 'vue'
import { usePaper } from '~/shared/usePaper'
import { useSceneFile } from '~/shared/useSceneFile'
import { useUnits } from '~/shared/useUnits'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { downloadBlob, downloadText } from '~/support/download'
import { fileStem } from '~/support/fileName'
import { writeMapCsv, writeResponseCsv } from '#core/formats/lookTables'
import { recordOf } from '#core/records/keep'
import { NO_ANNOTATION, type StudioRecord } from '#core/records/recordSchema'
import { writeRecordLightsCsv } from '#core/records/recordTables'
import { findingWords } from '#wording/findings'
import { cameraWords } from '#wording/records'
import { recordMarkdown } from '#wording/recordText'
import { formatPower } from '#wording/notation/power'

const MAP_WIDTH = 48

/** The look on the screen out to files that other programs read. */
export const useLookFiles = () => {
  const studio = useStudio()
  const light = useLight()
  const { distance } = useUnits()
  const { paper } = usePaper()
  const { saveScene } = useSceneFile()
  const problem = ref('')
  const isBusy = ref(false)

  /** The look as it stands, as the logbook would keep it; undefined while it is worked out. */
  const standing = computed((): StudioRecord | undefined => {
    const { evaluation, verdict } = light
    if (!evaluation || !verdict || !light.isKnown) return undefined
    return recordOf(evaluation, {
      id: 'now',
      at: new Date().toISOString(),
      from: 'stage',
      isOnTarget: verdict.state === 'on-target',
      headline: verdict.headline,
      cautions: light.findings.map(finding => findingWords(studio.document, finding, distance)),
    })
  })
  const stem = computed(() => fileStem(`${studio.document.name} ${studio.look.name}`))

  /** Does a piece of work, and says where it failed. */
  const doing = async (work: (record: StudioRecord) => unknown) => {
    problem.value = ''
    isBusy.value = true
    try {
      await light.ready()
      if (standing.value) await work(standing.value)
    } catch (error) {
      problem.value = `The file could not be made: ${(error as Error).message} Nothing else has changed.`
    } finally {
      isBusy.value = false
    }
  }

  const saveMap = (at: 'backdrop' | 'floor') =>
    doing(async () => {
      const { room, backdrop } = studio.document
      const size =
        at === 'floor'
          ? { acrossM: room.widthM, alongM: room.depthM }
          : { acrossM: backdrop.widthM, alongM: backdrop.heightM }
      await light.service.light(light.solvedRevision, at, { at, width: MAP_WIDTH })
      const exposing = {
        settings: toRaw(light.shownSettings),
        camera: light.camera!,
        learned: light.learned,
      }
      const map = await light.service.map(at, exposing)
      if (!map) throw new Error('The map is not worked out yet; try again.')
      downloadText(writeMapCsv(map, size), `${stem.value}-${at}.csv`, 'text/csv')
    })

  return {
    standing,
    problem,
    isBusy,
    paper,
    saveMap,
    saveLights: () =>
      doing(record => downloadText(writeRecordLightsCsv(record), `${stem.value}-lights.csv`, 'text/csv')),
    saveReport: () =>
      doing(record =>
        downloadText(recordMarkdown(record, NO_ANNOTATION, distance), `${stem.value}.md`, 'text/markdown'),
      ),
    saveResponse: () =>
      downloadText(
        writeResponseCsv(studio.document.camera),
        `${fileStem(studio.document.name)}-response.csv`,
        'text/csv',
      ),
    saveScene: () => doing(record => saveScene(record.set, record.camera, stem.value)),
    saveSvg: (drawing: SVGElement) =>
      downloadBlob(
        new Blob([new XMLSerializer().serializeToString(drawing)], { type: 'image/svg+xml' }),
        `${stem.value}-plan.svg`,
      ),
    savePdf: (drawing: SVGElement) =>
      doing(async ({ set, camera, headline, cautions }) => {
        const { pdfOf } = await import('~/support/vectorPdf')
        const look = set.looks[0]!
        const lights = set.lights.map(one => {
          const setting = look.lights[one.id]!
          const power = setting.on ? formatPower(setting.powerStops, one.lamp) : 'off'
          return `${one.name}: ${one.lamp.name}, ${one.modifier.name}; ${power}`
        })
        const pdf = await pdfOf(
          {
            title: `${set.name}, ${look.name}`,
            lines: [headline, `Camera ${cameraWords(camera)}`, ...lights, ...cautions],
            drawing,
          },
          paper.value === 'letter' ? 'letter' : 'A4',
        )
        downloadBlob(pdf, `${stem.value}-plan.pdf`)
      }),
  }
}
