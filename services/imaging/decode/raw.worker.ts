import start from 'libraw-wasm/dist/libraw.js'
import wasmUrl from 'libraw-wasm/dist/libraw.wasm?url'
import { serve } from '../../rpc/serve'
import { rawApi } from './rawApi'
import type { RawLibrary } from './rawLibrary'

// The library makes functions out of text, which the app's own policy forbids: it has a worker, and a policy, of its
// own (server/shell/headers.ts).
let library: Promise<RawLibrary> | undefined

serve(
  rawApi(async () => {
    // Its memory is of the kind that workers share, which browsers give to isolated pages alone.
    if (!globalThis.crossOriginIsolated)
      throw new Error('raw files can only be opened on a secure page, over https or on the machine that serves it')
    library ??= start({ locateFile: () => wasmUrl })
    // What could not be loaded is tried again with the next file.
    library.catch(() => {
      library = undefined
    })
    return library
  }),
)
