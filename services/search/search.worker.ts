import { serve } from '../rpc/serve'
import { searchApi } from './searchApi'

serve(searchApi())
