import { figureMesh } from '#core/physics/figure/figureMesh'
import { connect, type Carrier } from '../rpc/connect'
import { serve } from '../rpc/serve'
import { figureMaker, type FigureApi } from './figureApi'
import { lightApi } from './lightApi'

// A figure as pictures show it takes seconds: a worker of its own makes it, so that light does not wait.
const figures = connect<FigureApi>(
  () => new Worker(new URL('./figure.worker.ts', import.meta.url), { type: 'module' }) as Carrier,
)

serve(lightApi(figureMaker(shown => figures.call('make', [shown]))))

// A sitter is made once and takes a good part of a second: before anybody asks is the time for it.
figureMesh('standing', 'man')
