/**
 * Gap left between tyre and body with the bump stop fully squashed, on a beam axle with both wheels moving together:
 * tyre-to-body in the line of travel − bump-stop gap − stop compression. All mm; negative means contact.
 * One wheel alone, or a wishbone, would need the motion ratio. Source: docs/figures.md "Gap at bump from the tape".
 */
export const gapAtBump = (tyreToBody: number, bumpStopGap: number, stopCompression: number): number =>
  tyreToBody - bumpStopGap - stopCompression;
