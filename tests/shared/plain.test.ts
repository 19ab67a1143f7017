import { runBundle } from './runBundle';

runBundle(process.env.BUNDLE_PLAIN ?? '');
