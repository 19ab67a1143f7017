import type { GateName } from './job';

export const GATE_TITLE: Record<GateName, string> = {
  intake: 'Intake',
  before: 'Before',
  plan: 'Plan',
  build: 'Build',
  after: 'After',
  release: 'Release',
};
