/** The first constraint that cannot be closed within 0.01 mm; hubs: the travels differ by more than the axle's width. */
export type Unreachable = 'upperArm' | 'lowerArm' | 'tieRod' | 'dragLink' | 'hubs';

export const UNREACHABLE_NAME: Record<Unreachable, string> = {
  upperArm: 'the upper arm no longer reaches the knuckle',
  lowerArm: 'the lower arm cannot bring the hub there',
  tieRod: 'the tie rod no longer reaches',
  dragLink: 'the drag link no longer reaches',
  hubs: 'one hub is higher above the other than the axle is wide',
};
