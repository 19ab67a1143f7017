import type { MouseEvent } from 'react';

/** What a press does, and a second tap of a double tap does not: by then the next thing may be under the finger, unseen. */
export const tapped =
  (act: () => void) =>
  (event: MouseEvent): void => {
    if (event.detail < 2) act();
  };
