import type { Carrier } from '../rpc/connect'
import { helperCount } from '../rpc/helperCount'
import { serve } from '../rpc/serve'
import { helper } from './helpers'
import { searchApi } from './searchApi'

const startHelper = (): Carrier => new Worker(new URL('./helper.worker.ts', import.meta.url), { type: 'module' })

serve(searchApi(Array.from({ length: helperCount(navigator.hardwareConcurrency) }, () => helper(startHelper))))
