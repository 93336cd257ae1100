import start from 'libraw-wasm/dist/libraw.js'
import wasmUrl from 'libraw-wasm/dist/libraw.wasm?url'
import { serve } from '../../rpc/serve'
import { rawApi } from './rawApi'
import type { RawLibrary } from './rawLibrary'

// The library makes functions out of text, which the app's own policy forbids: it has a worker, and a policy, of its
// own (server/shell/headers.ts).
let library: Promise<RawLibrary> | undefined

serve(
  rawApi(() => {
    library ??= start({ locateFile: () => wasmUrl })
    return library
  }),
)
