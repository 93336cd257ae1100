import { serve } from '../rpc/serve'
import { figureApi } from './figureApi'

serve(figureApi())
