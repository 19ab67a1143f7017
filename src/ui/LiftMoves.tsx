/** What a plan has to reckon with, whatever it says. */
export const LiftMoves = () => (
  <p className="hint">
    A lift moves where the wheel rests, not where it stops: full bump is where it was, a body lift excepted. A higher
    centre of gravity rolls over sooner.
  </p>
);
