// Writes the JSON Schemas in docs from the schemas that the app itself checks files with: npm run schema
import { writeFileSync } from 'node:fs'
import { kitFileJsonSchema, recordFileJsonSchema, setFileJsonSchema } from '../core/formats/jsonSchema'

const SCHEMAS = { 'set-file': setFileJsonSchema, 'record-file': recordFileJsonSchema, 'kit-file': kitFileJsonSchema }
for (const [name, schema] of Object.entries(SCHEMAS))
  writeFileSync(new URL(`../docs/${name}.schema.json`, import.meta.url), `${JSON.stringify(schema(), null, 2)}\n`)
