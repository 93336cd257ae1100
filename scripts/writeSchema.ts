// Writes the JSON Schemas in docs/schemas from those that the app itself checks with: npm run schema
import { mkdirSync, writeFileSync } from 'node:fs'
import { ANSWERS } from '../cli/answers'
import { fileSchemas, jsonSchemaOf } from '../core/formats/jsonSchema'

const folder = new URL('../docs/schemas/', import.meta.url)
mkdirSync(folder, { recursive: true })
const answers = Object.entries(ANSWERS).map(([command, schema]) => {
  const name = `tone-${command}`
  return [name, jsonSchemaOf(name, 1, schema)] as const
})
for (const [name, schema] of [...Object.entries(fileSchemas()), ...answers])
  writeFileSync(new URL(`${name}.schema.json`, folder), `${JSON.stringify(schema, null, 2)}\n`)
