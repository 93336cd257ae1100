import { figureMesh } from '#core/physics/figure/figureMesh'
import { serve } from '../rpc/serve'
import { lightApi } from './lightApi'

serve(lightApi())

// A sitter is made once and takes a good part of a second: before anybody asks is the time for it.
figureMesh('standing')
