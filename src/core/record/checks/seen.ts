import type { Place, VehicleState } from '../../kernel/places';
import type { History } from '../history';
import type { CheckDefinition } from './types';

/** A check that an observation decides by itself. */
export const seen = (
  id: string,
  title: string,
  point: string,
  safetyCritical: boolean,
  at: {
    gate?: 'before' | 'after';
    places?: readonly Place[] | ((h: History) => readonly Place[]);
    state?: VehicleState;
  } = {},
): CheckDefinition => ({
  id,
  title,
  gate: at.gate ?? 'after',
  safetyCritical,
  calculationMayClear: false,
  limit: null,
  quantity: null,
  places: (h) => (typeof at.places === 'function' ? at.places(h) : (at.places ?? ['vehicle'])),
  needs: (_w, place) => ({
    required: { seen: { gate: at.gate ?? 'after', point, place, state: at.state ?? 'floor' } },
  }),
});
