import { connect, type Carrier } from '../rpc/connect'
import { serve } from '../rpc/serve'
import type { RawApi } from './decode/rawApi'
import { imagingApi } from './imagingApi'

const raw = connect<RawApi>(
  () => new Worker(new URL('./decode/raw.worker.ts', import.meta.url), { type: 'module' }) as Carrier,
)

serve(imagingApi(bytes => raw.call('open', [bytes])))
