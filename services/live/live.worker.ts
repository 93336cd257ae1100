import { serve } from '../rpc/serve'
import { liveApi } from './liveApi'

serve(liveApi())
