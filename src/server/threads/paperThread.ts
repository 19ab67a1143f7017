import { paper } from './paper';
import { serve } from './serve';

serve(paper);
