import { serve } from '../rpc/serve'
import { lightApi } from './lightApi'

serve(lightApi())
