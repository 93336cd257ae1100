// Writes docs/practice-figures.md: npm run practice
import { writeFileSync } from 'node:fs'
import { practiceFigures, practicePage } from '../tests/support/practice'

const page = practicePage(await practiceFigures())
writeFileSync(new URL('../docs/practice-figures.md', import.meta.url), page)
process.stdout.write(page)
