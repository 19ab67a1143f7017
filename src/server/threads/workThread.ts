import { serve } from './serve';
import { work } from './work';

serve(work);
