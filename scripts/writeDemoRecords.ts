// Writes the records of the made-up almanac that the logbook offers while it is empty: npm run demo-records
import { mkdirSync, writeFileSync } from 'node:fs'
import { writeRecordFile } from '#core/records/recordFile'
import { almanacRecords } from '#support/almanacRecords'

const FOLDER = new URL('../public/demo/', import.meta.url)
mkdirSync(FOLDER, { recursive: true })
const files = (await almanacRecords()).map(
  ({ record, annotation }) => JSON.parse(writeRecordFile(record, annotation)) as unknown,
)
writeFileSync(new URL('almanac-records.json', FOLDER), JSON.stringify(files))
