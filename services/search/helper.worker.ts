import { serve } from '../rpc/serve'
import { helperApi } from './helperApi'

serve(helperApi())
