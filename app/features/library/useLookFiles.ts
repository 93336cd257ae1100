import { until } from '@vueuse/core'
import { computed, ref, toRaw } from 'vue'
import { usePaper } from '~/shared/usePaper'
import { stemOf, useRecordOut } from '~/shared/useRecordOut'
import { useUnits } from '~/shared/useUnits'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { downloadBlob, downloadText } from '~/support/download'
import { fileStem } from '~/support/fileName'
import { writeMapCsv, writeResponseCsv } from '#core/formats/lookTables'
import { recordOf } from '#core/records/keep'
import { NO_ANNOTATION, type StudioRecord } from '#core/records/recordSchema'
import { findingWords } from '#wording/findings'
import { cameraWords } from '#wording/records'
import { formatPower } from '#wording/notation/power'
import { errorWords } from '#wording/impossible'

const MAP_WIDTH = 48

/** The look on the screen out to files that other programs read. */
export const useLookFiles = () => {
  const studio = useStudio()
  const light = useLight()
  const { distance, sized } = useUnits()
  const { paper } = usePaper()
  const out = useRecordOut()
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
      cautions: light.findings.map(finding => sized(findingWords(studio.document, finding, distance))),
    })
  })

  /** Does a piece of work, and says where it failed. */
  const doing = async (work: (record: StudioRecord) => unknown) => {
    problem.value = ''
    isBusy.value = true
    try {
      await until(() => standing.value !== undefined || light.failure !== undefined).toBe(true)
      if (!standing.value) throw new Error(light.failure ?? '')
      await work(standing.value)
    } catch (error) {
      problem.value = `The file could not be made: ${errorWords(error)} Nothing else has changed.`
    } finally {
      isBusy.value = false
    }
  }

  const saveMap = (at: 'backdrop' | 'floor') =>
    doing(async record => {
      const { room, backdrop } = studio.document
      const size =
        at === 'floor'
          ? { acrossM: room.widthM, alongM: room.depthM }
          : { acrossM: backdrop.widthM, alongM: backdrop.heightM }
      const isLit = await light.service.light(light.solvedRevision, at, { at, width: MAP_WIDTH })
      const exposing = {
        settings: toRaw(light.shownSettings),
        camera: light.camera!,
        learned: light.learned,
      }
      const map = isLit && (await light.service.map(at, exposing))
      if (!map) throw new Error('The set changed meanwhile; ask again.')
      downloadText(writeMapCsv(map, size), `${stemOf(record)}-${at}.csv`, 'text/csv')
    })

  return {
    standing,
    problem,
    isBusy,
    paper,
    saveMap,
    saveLights: () => doing(out.saveLights),
    saveReport: () => doing(record => out.saveText(record, NO_ANNOTATION)),
    saveResponse: () =>
      downloadText(
        writeResponseCsv(studio.document.camera),
        `${fileStem(studio.document.name)}-response.csv`,
        'text/csv',
      ),
    saveScene: () => doing(out.saveScene),
    saveSvg: (drawing: SVGElement) => doing(record => out.savePlan(record, drawing)),
    savePdf: (drawing: SVGElement) =>
      doing(async record => {
        const { set, camera, headline, cautions } = record
        const { pdfOf } = await import('~/support/vectorPdf')
        const look = set.looks[0]!
        const lights = set.lights.map(one => {
          const setting = look.lights[one.id]!
          const power = setting.on ? formatPower(setting.powerStops, one.lamp) : 'off'
          return `${one.name}: ${one.lamp.name}, ${sized(one.modifier.name)}; ${power}`
        })
        const pdf = await pdfOf(
          {
            title: `${set.name}, ${look.name}`,
            lines: [headline, `Camera ${cameraWords(camera)}`, ...lights, ...cautions],
            drawing,
          },
          paper.value === 'letter' ? 'letter' : 'A4',
        )
        downloadBlob(pdf, `${stemOf(record)}-plan.pdf`)
      }),
  }
}
