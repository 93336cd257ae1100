import { toRaw } from 'vue'
import { useUnits } from './useUnits'
import { useVault } from '~/stores/vault'
import { downloadBlob, downloadText } from '~/support/download'
import { fileStem } from '~/support/fileName'
import type { Annotation, StudioRecord } from '#core/records/recordSchema'
import { writeRecordLightsCsv } from '#core/records/recordTables'
import { recordMarkdown } from '#wording/recordText'

/** What a record's files are called, without an ending. */
export const stemOf = ({ set }: StudioRecord) => fileStem(`${set.name} ${set.looks[0]!.name}`)

/** A look, kept in the logbook or as it stands, out to files that other programs read. */
export const useRecordOut = () => {
  const { distance } = useUnits()
  const vault = useVault()
  return {
    saveLights: (record: StudioRecord) =>
      downloadText(writeRecordLightsCsv(record), `${stemOf(record)}-lights.csv`, 'text/csv'),
    saveText: (record: StudioRecord, annotation: Annotation) =>
      downloadText(recordMarkdown(record, annotation, distance), `${stemOf(record)}.md`, 'text/markdown'),
    /** As a scene that any 3D program reads (glTF 2.0, binary). */
    saveScene: async (record: StudioRecord) => {
      const set = { ...toRaw(record.set), readings: [], frames: [] }
      const bytes = await vault.reader.writeScene(set, toRaw(record.camera))
      downloadBlob(new Blob([bytes], { type: 'model/gltf-binary' }), `${stemOf(record)}.glb`)
    },
    savePlan: (record: StudioRecord, svg: SVGElement) =>
      downloadBlob(
        new Blob([new XMLSerializer().serializeToString(svg)], { type: 'image/svg+xml' }),
        `${stemOf(record)}-plan.svg`,
      ),
  }
}
