import { CHANGE_NAME, type ChangeKind } from '../../document/changes';
import { AXLES } from '../../kernel/places';
import { raisedOf } from '../../record/raised';
import type { CheckDefinition } from '../../record/checks/types';

/** What can be raised, and whether it can hurt someone unseen. Source: docs/figures.md "Not recorded". */
const RAISED: Readonly<Partial<Record<ChangeKind, boolean>>> = {
  spring: true,
  'tyre-or-wheel': true,
  'track-bar-or-arm': true,
  'body-lift': true,
  'brake-hose': true,
  driveshaft: true,
  'case-or-bearing': true,
  'steering-part': true,
  'shock-or-strap': false,
  'sway-link': false,
};

/**
 * What stands on the vehicle, or was asked for, and is in no record: a row for each, in the way of release until it is
 * recorded, read again, or a lead says that what was asked for was not fitted.
 */
export const unrecordedChecks: readonly CheckDefinition[] = (Object.entries(RAISED) as [ChangeKind, boolean][]).map(
  ([kind, safetyCritical]) => ({
    id: `unrecorded-${kind}`,
    title: `Not recorded: ${CHANGE_NAME[kind].toLowerCase()}`,
    gate: 'after',
    safetyCritical,
    calculationMayClear: true,
    required: true,
    limit: null,
    quantity: null,
    places: ({ job }) => {
      const at = raisedOf(job, kind);
      return ([...AXLES, 'vehicle'] as const).filter((place) => at.has(place));
    },
    needs: () => ({ required: {} }),
    notWorkable: ({ job }, place) => {
      const raised = raisedOf(job, kind).get(place);
      return raised
        ? {
            why: ['not recorded: which part? ', ...raised.why],
            next:
              raised.asked === undefined
                ? 'Record what was changed there, or read it again.'
                : 'Record it as fitted; or a lead says that it was not.',
            ...(raised.asked !== undefined && { asked: { kind, place, what: raised.asked } }),
          }
        : null;
    },
  }),
);
