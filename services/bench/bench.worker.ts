import { serve } from '../rpc/serve'
import { benchApi } from './benchApi'

serve(benchApi())
