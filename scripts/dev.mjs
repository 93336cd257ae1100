// The development server, with changes shown as they are made.
import { join } from 'node:path'
import { become, endWithParent, ROOT } from './support/run.mjs'
import { ensureDependencies } from './support/setUp.mjs'

endWithParent()
await ensureDependencies()
become(
  [
    join(ROOT, 'node_modules', 'nuxt', 'bin', 'nuxt.mjs'),
    'dev',
    '--host',
    process.env.HOST ?? '127.0.0.1',
    '--port',
    process.env.PORT ?? '3000',
  ],
  {},
)
