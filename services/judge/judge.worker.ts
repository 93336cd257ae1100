import { serve } from '../rpc/serve'
import { judgeApi } from './judgeApi'

serve(judgeApi())
