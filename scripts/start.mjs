// Sets the app up where needed and serves it on this machine alone. PORT and HOST are respected.
import { join } from 'node:path'
import { become, endWithParent, ROOT } from './support/run.mjs'
import { ensureBuild, ensureDependencies } from './support/setUp.mjs'

endWithParent()
await ensureDependencies()
await ensureBuild()

const host = process.env.HOST ?? '127.0.0.1'
const port = process.env.PORT ?? '3000'
console.log(`Keen Tonal: http://${host}:${port}`)
become([join(ROOT, '.output', 'server', 'index.mjs')], { HOST: host, PORT: port, NITRO_HOST: host, NITRO_PORT: port })
