import { serve } from '../rpc/serve'
import { looksApi } from './looksApi'

serve(looksApi())
