// Writes docs/set-file.schema.json from the schema that the app itself checks files with: npm run schema
import { writeFileSync } from 'node:fs'
import { setFileJsonSchema } from '../core/formats/jsonSchema'

writeFileSync(
  new URL('../docs/set-file.schema.json', import.meta.url),
  `${JSON.stringify(setFileJsonSchema(), null, 2)}\n`,
)
