import type { GateName } from './gate';

export const GATE_TITLE: Record<GateName, string> = {
  intake: 'Intake',
  before: 'Before',
  plan: 'Plan',
  build: 'Build',
  after: 'After',
  release: 'Release',
};
